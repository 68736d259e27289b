import type { RequestRef } from '../../../../../core/shared/ids';
import { certificatePdf, readCertificate } from '../../../../../usecases/erasure/readPlan';
import { problem } from '../../../../lib/problem';
import { staffContext } from '../../../../lib/session';
import { answering } from '../../../../lib/answering';

export const GET = answering(
  async (_: Request, { params }: { params: Promise<{ ref: RequestRef }> }): Promise<Response> => {
    const ctx = await staffContext();
    if (!ctx) return problem(401, 'signed-out', 'Sign in.');
    const { ref } = await params;
    const result = await readCertificate(ctx, { ref });
    if (!result.ok)
      return problem(
        result.refusal.code === 'not-allowed' ? 403 : 404,
        result.refusal.code,
        'Not for you, or not here.',
      );
    const pdf = await certificatePdf(ctx, result.value);
    return new Response(new Uint8Array(pdf), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `attachment; filename="certificate-${result.value.reference}.pdf"`,
      },
    });
  },
);
