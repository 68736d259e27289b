import type { RequestRef } from '../../../../../core/shared/ids';
import { traceView } from '../../../../../usecases/trace/traceView';
import { problem } from '../../../../lib/problem';
import { staffContext } from '../../../../lib/session';
import { answering } from '../../../../lib/answering';

/** The trace as far as it has come; the review asks while it runs. */
export const GET = answering(
  async (_: Request, { params }: { params: Promise<{ ref: RequestRef }> }): Promise<Response> => {
    const ctx = await staffContext();
    if (!ctx) return problem(401, 'signed-out', 'Sign in.');
    const result = await traceView(ctx, await params);
    if (!result.ok)
      return problem(
        result.refusal.code === 'not-allowed' ? 403 : 404,
        result.refusal.code,
        'Not for you, or not here.',
      );
    return Response.json(result.value);
  },
);
