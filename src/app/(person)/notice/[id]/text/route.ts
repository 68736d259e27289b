import { letterPartsText } from '../../../../../core/notices/plain';
import { readPublicNotice } from '../../../../../usecases/notices/readNotices';
import { answering } from '../../../../lib/answering';
import { publicContext } from '../../../../lib/session';

/** A notice as plain text: for printing, and for whoever reads without a browser. */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    const language = new URL(request.url).searchParams.get('lang');
    const notice = await readPublicNotice(await publicContext(), { id: (await params).id.slice(0, 80), language });
    if (!notice) return new Response('There is no such notice.\n', { status: 404 });
    return new Response(`${[notice.title, letterPartsText(notice.body)].join('\n\n')}\n`, {
      headers: { 'content-type': 'text/plain; charset=utf-8', 'content-language': notice.language },
    });
  },
);
