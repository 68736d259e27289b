'use server';

import { createHash } from 'node:crypto';
import { forgottenInput } from '../../../core/access/schema';
import { sayRefusal } from '../../../core/words/refusals';
import * as passwords from '../../../usecases/access/passwords';
import type { ActionResult } from '../../../ui/shared/actionResult';
import { inWords } from '../../lib/answering';
import { readForm } from '../../lib/form';
import { hasRoom } from '../../lib/limits';
import { clientAddress, publicContext } from '../../lib/session';

/** Limited by where it comes from and by the address it is for, so that nobody is flooded with messages. */
export async function forgotPassword(input: { email: string }): Promise<ActionResult> {
  return inWords('The server did not answer. Try again.', async () => {
    const form = readForm(forgottenInput, input);
    if (!form.ok) return form;
    const account = createHash('sha256').update(form.value.email).digest('hex');
    if (!(await hasRoom('one-time', await clientAddress())) || !(await hasRoom('forgotten', account)))
      return { ok: false, message: sayRefusal({ code: 'too-many' }) };
    await passwords.forgotPassword(await publicContext(), form.value);
    return { ok: true, value: null };
  });
}
