'use server';

import { createHash } from 'node:crypto';
import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { signInInput } from '../../../core/access/schema';
import { sayRefusal } from '../../../core/words/refusals';
import type { ActionResult } from '../../../ui/shared/actionResult';
import type { Posted } from '../../../ui/shared/posted';
import * as colleagues from '../../../usecases/access/signIn';
import { inWords } from '../../lib/answering';
import { readForm } from '../../lib/form';
import { giveBack, hasRoom } from '../../lib/limits';
import { answered, fieldOf } from '../../lib/posted';
import { clientAddress, publicContext, SESSION_COOKIE } from '../../lib/session';
import { ownPath } from './ownPath';

/** Tries are limited by where they come from and by the account they are for; being right gives the account's back. */
export async function signIn(input: { email: string; password: string }): Promise<ActionResult> {
  return inWords('The server did not answer. Try again.', async () => {
    const form = readForm(signInInput, input);
    if (!form.ok) return { ok: false, message: sayRefusal({ code: 'sign-in-wrong' }) };
    const account = createHash('sha256').update(form.value.email.toLowerCase()).digest('hex');
    if (!(await hasRoom('sign-in', await clientAddress())) || !(await hasRoom('sign-in-account', account)))
      return { ok: false, message: sayRefusal({ code: 'too-many' }) };
    const ctx = await publicContext();
    const result = await colleagues.signIn(ctx, form.value);
    if (!result.ok) return { ok: false, message: sayRefusal(result.refusal) };
    await giveBack('sign-in-account', account);
    (await cookies()).set(SESSION_COOKIE, result.value.token, {
      httpOnly: true,
      sameSite: 'lax',
      secure: ctx.baseUrl.startsWith('https:'),
      path: '/',
      maxAge: 10 * 3600,
    });
    return { ok: true, value: null };
  });
}

/** The same form without scripts: a password never stands in an address. */
export async function signInPosted(_before: Posted, form: FormData): Promise<Posted> {
  const result = await signIn({ email: fieldOf(form, 'email'), password: fieldOf(form, 'password') });
  if (result.ok) redirect(ownPath(fieldOf(form, 'to')));
  return answered(result, form, ['email', 'to']);
}
