import { hash, verify } from '@node-rs/argon2';
import type { AccountLinkRefusal, ChangePasswordRefusal } from '../../core/access/refusals';
import { isNamed } from '../../core/access/password';
import type { ChangePassword, PasswordByLink } from '../../core/access/schema';
import { ok, refuse, type Result } from '../../core/shared/result';
import { openAccountLink, useAccountLink } from '../../db/access/accountLinks';
import { revokeSessions, setUser, userByEmail, userById, type UserRow } from '../../db/access/users';
import { actAs, type Context } from '../shared/context';
import { queueMail } from '../letters/queueMail';
import { recordTrail } from '../trail/recordTrail';
import { newAccountLink } from './accountLink';

export const hashPassword = (password: string): Promise<string> => hash(password);
export const verifyPassword = (kept: string, password: string): Promise<boolean> => verify(kept, password);

/** Whom a way in is for, so that the page can greet them; null where it leads nowhere. */
export async function readAccountLink(
  ctx: Context,
  token: string,
): Promise<{ name: string; email: string; kind: 'invite' | 'reset' } | null> {
  return ctx.reading(async (h) => {
    const link = await openAccountLink(h, ctx.keys.hash(Buffer.from(token)), ctx.clock.real());
    const user = link?.user_id ? await userById(h, link.user_id) : null;
    return link && user?.active && link.kind !== 'first'
      ? { name: user.name, email: user.email, kind: link.kind }
      : null;
  });
}

/** Whoever was invited, or has forgotten theirs, chooses a password; they are signed out everywhere else. */
export async function choosePassword(
  ctx: Context,
  { token, password }: PasswordByLink,
): Promise<Result<{ email: string }, AccountLinkRefusal>> {
  const tokenHash = ctx.keys.hash(Buffer.from(token));
  const kept = await hashPassword(password);
  const now = ctx.clock.real();
  return ctx.transaction(async (h) => {
    const link = await openAccountLink(h, tokenHash, now);
    const user = link?.user_id ? await userById(h, link.user_id) : null;
    if (!link || !user?.active) return refuse({ code: 'account-link-gone' });
    if (isNamed(password, user)) return refuse({ code: 'password-named' });
    if (!(await useAccountLink(h, tokenHash, now))) return refuse({ code: 'account-link-gone' });
    await setUser(h, user.id, { password_hash: kept, joined_at: user.joined_at ?? ctx.clock.now() });
    await revokeSessions(h, { user_id: user.id }, now);
    await recordTrail(asUser(ctx, user), h, 'password-chosen', user.id);
    return ok({ email: user.email });
  });
}

/** One's own password; whoever is signed in elsewhere with the old one is signed out. */
export async function changePassword(
  ctx: Context,
  { before, password }: ChangePassword,
): Promise<Result<{ email: string }, ChangePasswordRefusal>> {
  const user = await ctx.reading((h) => userById(h, ctx.actor.id));
  if (!user) return refuse({ code: 'not-allowed', act: 'desk.see' });
  if (!(await verifyPassword(user.password_hash, before).catch(() => false)))
    return refuse({ code: 'password-before-wrong' });
  if (isNamed(password, user)) return refuse({ code: 'password-named' });
  const kept = await hashPassword(password);
  return ctx.transaction(async (h) => {
    await setUser(h, user.id, { password_hash: kept });
    await revokeSessions(h, { user_id: user.id }, ctx.clock.real());
    await recordTrail(ctx, h, 'password-chosen', user.id);
    return ok({ email: user.email });
  });
}

/** Mails a way to choose another one. The answer is the same whether or not the address is known. */
export async function forgotPassword(ctx: Context, { email }: { email: string }): Promise<Result<null, never>> {
  await ctx.transaction(async (h) => {
    const user = await userByEmail(h, email);
    if (!user?.active) return;
    const link = await newAccountLink(ctx, h, 'reset', user.id);
    await queueMail(ctx, h, user.email, {
      template: 'password-reset',
      subject: `Choose another password for ${ctx.organisation.name}’s Bookend`,
      text: [
        `Hello ${user.name},`,
        'somebody, probably you, asked for a way to choose another password. It works once, and for two hours:',
        link,
        'If it was not you, you need not do anything: your password stays what it is.',
      ].join('\n\n'),
    });
    await recordTrail(ctx, h, 'password-forgotten', user.id);
  });
  return ok(null);
}

function asUser(ctx: Context, user: UserRow): Context {
  return actAs(ctx, { kind: 'user', id: user.id, name: user.name, roles: user.roles });
}
