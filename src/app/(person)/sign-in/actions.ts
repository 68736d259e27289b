'use server';

import { createHash } from 'node:crypto';
import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { sayRefusal } from '../../../core/words/refusals';
import type { ActionResult } from '../../../ui/shared/actionResult';
import type { Posted } from '../../../ui/shared/posted';
import { signIn } from '../../../usecases/access/signIn';
import { inWords } from '../../lib/answering';
import { giveBack, hasRoom } from '../../lib/limits';
import { answered, fieldOf } from '../../lib/posted';
import { clientAddress, publicContext, SESSION_COOKIE } from '../../lib/session';
import { ownPath } from './ownPath';

/** Tries are limited by where they come from and by the account they are for; being right gives the account's back. */
export async function signInNow(email: string, password: string): Promise<ActionResult> {
  return inWords('The server did not answer. Try again.', async () => {
    const account = createHash('sha256').update(String(email).trim().toLowerCase()).digest('hex');
    if (!(await hasRoom('sign-in', await clientAddress())) || !(await hasRoom('sign-in-account', account)))
      return { ok: false, message: sayRefusal({ code: 'too-many' }) };
    const ctx = await publicContext();
    const result = await signIn(ctx, { email: String(email).slice(0, 320), password: String(password).slice(0, 500) });
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
  const result = await signInNow(fieldOf(form, 'email'), fieldOf(form, 'password'));
  if (result.ok) redirect(ownPath(fieldOf(form, 'to')));
  return answered(result, form, ['email', 'to']);
}
