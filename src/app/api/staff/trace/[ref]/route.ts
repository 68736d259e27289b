import { traceView } from '../../../../../usecases/trace/review';
import { problem } from '../../../../lib/api';
import { staffContext } from '../../../../lib/session';

/** The trace as far as it has come; the review asks while it runs. */
export async function GET(_: Request, { params }: { params: Promise<{ ref: string }> }): Promise<Response> {
  const ctx = await staffContext();
  if (!ctx) return problem(401, 'signed-out', 'Sign in.');
  const result = await traceView(ctx, await params);
  if (!result.ok) return problem(result.refusal.code === 'not-allowed' ? 403 : 404, result.refusal.code, 'Not for you, or not here.');
  return Response.json(result.value);
}
