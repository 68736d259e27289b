import { askOnPaper } from '../../../../../../usecases/asks/useAsk';
import { answering } from '../../../../../lib/answering';
import { staffContext } from '../../../../../lib/session';

/** An ask as a sheet of paper, to be read out or filled in: `?lang=da`. */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    const ctx = await staffContext();
    const language = new URL(request.url).searchParams.get('lang') ?? 'en';
    const result = ctx && (await askOnPaper(ctx, { id: (await params).id, language }));
    if (!result?.ok) return new Response(null, { status: result ? 404 : 401 });
    return new Response(new Uint8Array(result.value), {
      headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline; filename="ask.pdf"' },
    });
  },
);
