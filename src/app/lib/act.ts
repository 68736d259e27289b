import type { RefusalBase, Result } from '../../core/shared/result';
import type { ActionResult } from '../../ui/parts/actionResult';
import { sayRefusal } from '../../ui/messages/refusals';
import type { Context } from '../../usecases/context';
import { staffContext } from './session';

/** The frame of a server action: sign-in, one use case, the refusal in words. */
export async function act<T, R extends RefusalBase>(work: (ctx: Context) => Promise<Result<T, R>>): Promise<ActionResult<T>> {
  const ctx = await staffContext();
  if (!ctx) return { ok: false, message: 'You are signed out. Sign in in another tab; what you typed stays here.' };
  const result = await work(ctx);
  return result.ok ? { ok: true, value: result.value } : { ok: false, message: sayRefusal(result.refusal) };
}
