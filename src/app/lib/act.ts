import type { RefusalBase, Result } from '../../core/shared/result';
import type { ActionResult } from '../../ui/parts/actionResult';
import { sayRefusal } from '../../ui/messages/refusals';
import type { Context } from '../../usecases/context';
import { SIGNED_OUT } from '../../ui/parts/signedOut';
import { unlessAway } from './answering';
import { staffContext } from './session';

/** The frame of a server action: sign-in, one use case, the refusal in words. */
export async function act<T, R extends RefusalBase>(work: (ctx: Context) => Promise<Result<T, R>>): Promise<ActionResult<T>> {
  return unlessAway(AWAY, () => acted(work));
}

/** It may have gone away after the work was done and before that was told. */
const AWAY = 'The database does not answer just now. Look whether it was done before you do it again; what you typed is still here.';

async function acted<T, R extends RefusalBase>(work: (ctx: Context) => Promise<Result<T, R>>): Promise<ActionResult<T>> {
  const ctx = await staffContext();
  if (!ctx) return { ok: false, message: SIGNED_OUT };
  let result: Result<T, R>;
  try {
    result = await work(ctx);
  } catch (error) {
    if (!isWrongShape(error)) throw error;
    ctx.log.warn({ cause: error instanceof Error ? error.name : 'unknown', at: error instanceof Error ? error.stack?.split('\n').find((line) => /^\s+at /.test(line))?.trim() : undefined }, 'an action was called with something else than it takes');
    return { ok: false, message: 'The page sent something it should not have. Nothing was changed.' };
  }
  return result.ok ? { ok: true, value: result.value } : { ok: false, message: sayRefusal(result.refusal) };
}

/** Arguments of another kind than an action takes, or text that no database keeps: whoever calls by hand is told, nothing breaks. */
function isWrongShape(error: unknown): boolean {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  return error instanceof TypeError || error instanceof RangeError || (error instanceof Error && error.name === 'ValidationError') || ['22021', '22P05', '22P02', '22003', '22007', '22008'].includes(code);
}
