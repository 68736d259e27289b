'use server';

import { passwordByLinkInput, type PasswordByLink } from '../../../../core/access/schema';
import { sayRefusal } from '../../../../core/words/refusals';
import * as passwords from '../../../../usecases/access/passwords';
import type { ActionResult } from '../../../../ui/shared/actionResult';
import { inWords } from '../../../lib/answering';
import { readForm } from '../../../lib/form';
import { hasRoom } from '../../../lib/limits';
import { clientAddress, publicContext } from '../../../lib/session';
import { signIn } from '../../sign-in/actions';

/** Chooses a password by a way in that works once, and signs its owner in. */
export async function choosePassword(input: PasswordByLink): Promise<ActionResult> {
  return inWords('The server did not answer. Try again.', async () => {
    const form = readForm(passwordByLinkInput, input);
    if (!form.ok) return form;
    if (!(await hasRoom('one-time', await clientAddress())))
      return { ok: false, message: sayRefusal({ code: 'too-many' }) };
    const result = await passwords.choosePassword(await publicContext(), form.value);
    if (!result.ok) return { ok: false, message: sayRefusal(result.refusal) };
    return signIn({ email: result.value.email, password: form.value.password });
  });
}
