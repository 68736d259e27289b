import { readTrackerList } from '../../../../usecases/sites/trackerList';
import { answering } from '../../../lib/answering';
import { firstContext } from '../../../lib/session';

/** Seconds: a list may be so old when the next scan has ended. */
const FRESH_S = 600;

/** What a site keeps and calls, in the language that is asked for, for the page of its notice: public, the same for everybody. */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> => {
    const language = new URL(request.url).searchParams.get('lang') ?? 'en';
    const list = await readTrackerList(await firstContext(), { siteId: (await params).site, language });
    return Response.json(list, {
      status: list ? 200 : 404,
      headers: { 'cache-control': `public, max-age=${FRESH_S}`, 'access-control-allow-origin': '*' },
    });
  },
);
