'use server';

import { cookies } from 'next/headers';
import { sayRefusal } from '../../../ui/messages/refusals';
import type { ActionResult } from '../../../ui/parts/actionResult';
import { signIn } from '../../../usecases/access/signIn';
import { hasRoom } from '../../lib/limits';
import { clientAddress, publicContext, SESSION_COOKIE } from '../../lib/session';

export async function signInNow(email: string, password: string): Promise<ActionResult> {
  if (!(await hasRoom('sign-in', await clientAddress()))) return { ok: false, message: sayRefusal({ code: 'too-many' }) };
  const ctx = await publicContext();
  const result = await signIn(ctx, { email: email.slice(0, 320), password: password.slice(0, 500) });
  if (!result.ok) return { ok: false, message: sayRefusal(result.refusal) };
  (await cookies()).set(SESSION_COOKIE, result.value.token, { httpOnly: true, sameSite: 'lax', secure: ctx.baseUrl.startsWith('https:'), path: '/', maxAge: 10 * 3600 });
  return { ok: true, value: null };
}
