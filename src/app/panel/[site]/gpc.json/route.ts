import { gpcStatement } from '../../../../usecases/sites/gpcStatement';
import { answering } from '../../../lib/answering';
import { firstContext } from '../../../lib/session';

/** What a site says of the signal of browsers, to be served as `/.well-known/gpc.json` (Global Privacy Control, section 5). */
export const GET = answering(
  async (_: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> => {
    const said = await gpcStatement(await firstContext(), (await params).site);
    return Response.json(said ?? {}, {
      status: said ? 200 : 404,
      headers: { 'cache-control': 'public, max-age=3600', 'access-control-allow-origin': '*' },
    });
  },
);
