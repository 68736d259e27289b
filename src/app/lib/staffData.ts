import type { RefusalBase, Result } from '../../core/shared/result';
import type { Context } from '../../usecases/shared/context';
import { answering } from './answering';
import { problem } from './problem';
import { staffContext } from './session';

/**
 * What a page of staff asks for while it is open, as JSON; whoever may not see it is told so, or that there is none.
 *
 * @param ask null: what is asked for has another shape
 */
export function staffData<P, T, R extends RefusalBase>(
  ask: (ctx: Context, params: P, search: URLSearchParams) => Promise<Result<T, R> | null>,
) {
  return answering(async (request: Request, { params }: { params: Promise<P> }): Promise<Response> => {
    const ctx = await staffContext();
    if (!ctx) return problem(401, 'signed-out', 'Sign in.');
    const result = await ask(ctx, await params, new URL(request.url).searchParams);
    if (!result) return problem(400, 'wrong-input', 'What is asked for has another shape.');
    if (result.ok) return Response.json(result.value);
    const status = result.refusal.code === 'not-allowed' ? 403 : 404;
    return problem(status, result.refusal.code, 'Not for you, or not here.');
  });
}
