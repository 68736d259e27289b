import { readPublicNotice } from '../../../../../usecases/notices/readNotices';
import { answering } from '../../../../lib/answering';
import { firstContext } from '../../../../lib/session';

/** Seconds: a copy on a page may be so old when a new version is published. */
const FRESH_S = 300;

/** The version of a notice in force, for the page that shows it: public, the same for everybody. */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    const language = new URL(request.url).searchParams.get('lang') ?? 'en';
    const notice = await readPublicNotice(await firstContext(), { id: (await params).id.slice(0, 80), language });
    return Response.json(notice, {
      status: notice ? 200 : 404,
      headers: { 'cache-control': `public, max-age=${FRESH_S}`, 'access-control-allow-origin': '*' },
    });
  },
);
