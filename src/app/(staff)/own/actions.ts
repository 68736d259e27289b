'use server';

import { changePasswordInput, type ChangePassword } from '../../../core/access/schema';
import { sayRefusal } from '../../../core/words/refusals';
import * as passwords from '../../../usecases/access/passwords';
import type { ActionResult } from '../../../ui/shared/actionResult';
import { SIGNED_OUT } from '../../../ui/shared/notDone';
import { inWords } from '../../lib/answering';
import { readForm } from '../../lib/form';
import { hasRoom } from '../../lib/limits';
import { staffContext } from '../../lib/session';
import { signIn } from '../../(person)/sign-in/actions';

/** Changes one's own password; one stays signed in here and is signed out everywhere else. */
export async function changePassword(input: ChangePassword): Promise<ActionResult> {
  return inWords('The server did not answer. Try again.', async () => {
    const ctx = await staffContext();
    if (!ctx) return { ok: false, message: SIGNED_OUT };
    const form = readForm(changePasswordInput, input);
    if (!form.ok) return form;
    // Whoever found a page left open must not guess the password on it.
    if (!(await hasRoom('sign-in-account', `own:${ctx.actor.id}`)))
      return { ok: false, message: sayRefusal({ code: 'too-many' }) };
    const result = await passwords.changePassword(ctx, form.value);
    if (!result.ok) return { ok: false, message: sayRefusal(result.refusal) };
    return signIn({ email: result.value.email, password: form.value.password });
  });
}
