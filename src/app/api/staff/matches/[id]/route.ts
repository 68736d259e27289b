import { openMatch } from '../../../../../usecases/trace/review';
import { problem } from '../../../../lib/problem';
import { staffContext } from '../../../../lib/session';
import { answering } from '../../../../lib/answering';

/** One record beside what we know of the person. */
export const GET = answering(async (_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
  const ctx = await staffContext();
  if (!ctx) return problem(401, 'signed-out', 'Sign in.');
  const result = await openMatch(ctx, await params);
  if (!result.ok)
    return problem(result.refusal.code === 'not-allowed' ? 403 : 404, result.refusal.code, 'Not for you, or not here.');
  return Response.json(result.value);
});
