import type { Result } from '../../core/shared/result';
import type { ActionResult } from '../../ui/shared/actionResult';
import { sayRefusal, type Refusal } from '../../core/words/refusals';
import type { Context } from '../../usecases/shared/context';
import { SIGNED_OUT } from '../../ui/shared/signedOut';
import { inWords } from './answering';
import { staffContext } from './session';

/** It may have gone away after the work was done and before that was told. */
const AWAY =
  'The database does not answer just now. Look whether it was done before you do it again; what you typed is still here.';
const WRONG_SHAPE = 'The page sent something it should not have. Nothing was changed.';

/** The frame of a server action: sign-in, one use case, the refusal in words. */
export async function act<T, R extends Refusal>(
  work: (ctx: Context) => Promise<Result<T, R>>,
): Promise<ActionResult<T>> {
  return inWords(
    AWAY,
    async () => {
      const ctx = await staffContext();
      if (!ctx) return { ok: false, message: SIGNED_OUT };
      const result = await work(ctx);
      return result.ok ? { ok: true, value: result.value } : { ok: false, message: sayRefusal(result.refusal) };
    },
    WRONG_SHAPE,
  );
}
