import type { RequestRef } from '../../../../../../core/shared/ids';
import { letterAsPdf } from '../../../../../../usecases/letters/letterAsPdf';
import { problem } from '../../../../../lib/problem';
import { staffContext } from '../../../../../lib/session';
import { answering } from '../../../../../lib/answering';

export const GET = answering(
  async (_: Request, { params }: { params: Promise<{ ref: RequestRef; id: string }> }): Promise<Response> => {
    const ctx = await staffContext();
    if (!ctx) return problem(401, 'signed-out', 'Sign in.');
    const { ref, id } = await params;
    const result = await letterAsPdf(ctx, { ref, id });
    if (!result.ok)
      return problem(
        result.refusal.code === 'not-allowed' ? 403 : 404,
        result.refusal.code,
        'Not for you, or not here.',
      );
    return new Response(new Uint8Array(result.value), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="letter-${ref}.pdf"`,
        'cache-control': 'no-store',
      },
    });
  },
);
