import { noteShown } from '../../../../usecases/sites/panel';
import { answering } from '../../../lib/answering';
import { hasRoom } from '../../../lib/limits';
import { pageVisitor } from '../../../lib/pageVisitor';
import { readLimited } from '../../../lib/readLimited';
import { clientAddress, firstContext } from '../../../lib/session';

/** A panel was shown in a language, by its version: counted, and nothing of who. */
export const POST = answering(
  async (request: Request, { params }: { params: Promise<{ site: string }> }): Promise<Response> => {
    const [language, version] = ((await readLimited(request, 16)) ?? '').split(' ');
    if (language && (await hasRoom('panel', await clientAddress()))) {
      const from = {
        siteId: (await params).site,
        origin: request.headers.get('origin'),
        page: await pageVisitor(request),
      };
      await noteShown(await firstContext(), from, { language, version: Number(version) });
    }
    return new Response(null, { status: 204 });
  },
);
