'use server';

import { firstSchema, type First } from '../../../../core/installation/schema';
import { sayRefusal } from '../../../../core/words/refusals';
import * as beginning from '../../../../usecases/installation/begin';
import type { ActionResult } from '../../../../ui/shared/actionResult';
import { inWords } from '../../../lib/answering';
import { readForm } from '../../../lib/form';
import { hasRoom } from '../../../lib/limits';
import { clientAddress, firstContext } from '../../../lib/session';
import { signIn } from '../../sign-in/actions';

/** Begins the installation and signs whoever did in. Tries are limited: the address is a secret. */
export async function begin(input: First): Promise<ActionResult> {
  return inWords('The server did not answer. What you typed is still here.', async () => {
    const form = readForm(firstSchema, input);
    if (!form.ok) return form;
    if (!(await hasRoom('one-time', await clientAddress())))
      return { ok: false, message: sayRefusal({ code: 'too-many' }) };
    const result = await beginning.begin(await firstContext(), form.value);
    if (!result.ok)
      return {
        ok: false,
        message: sayRefusal(result.refusal),
        ...(result.refusal.code === 'settings-wrong' ? { fields: result.refusal.problems } : {}),
      };
    return signIn({ email: result.value.email, password: form.value.password });
  });
}
