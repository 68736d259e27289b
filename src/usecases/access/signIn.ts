import type { SignInRefusal } from '../../core/access/refusals';
import { ok, refuse, type Result } from '../../core/shared/result';
import { insertSession, revokeSessions, userByEmail, userOfSession, type UserRow } from '../../db/access/users';
import type { Actor } from '../../ports/actor';
import { actAs, type Context } from '../shared/context';
import { recordTrail } from '../trail/recordTrail';
import { hashPassword, verifyPassword } from './passwords';

// A hash of nothing anybody types: checking it takes as long as checking a real one.
let decoy: Promise<string> | null = null;

/** Takes the same time whether or not the address is known. The token is returned once; only its hash is kept. */
export async function signIn(
  ctx: Context,
  input: { email: string; password: string },
): Promise<Result<{ token: string }, SignInRefusal>> {
  decoy ??= hashPassword(ctx.keys.random(16).toString('hex'));
  const user = await ctx.transaction((h) => userByEmail(h, input.email));
  const isRight = await verifyPassword(user?.password_hash ?? (await decoy), input.password).catch(() => false);
  if (!user || !user.active || !isRight) {
    await ctx.transaction((h) => recordTrail(ctx, h, 'sign-in-failed', null));
    return refuse({ code: 'sign-in-wrong' });
  }
  const token = ctx.keys.random(32).toString('base64url');
  const own = actAs(ctx, actorOf(user));
  await own.transaction(async (h) => {
    const now = ctx.clock.real();
    await insertSession(h, {
      token_hash: ctx.keys.hash(Buffer.from(token)),
      user_id: user.id,
      created_at: now,
      expires_at: new Date(Date.parse(now) + ctx.terms.sessionHours * 3_600_000).toISOString(),
    });
    await recordTrail(own, h, 'signed-in', null);
  });
  return ok({ token });
}

export async function actorOfSession(ctx: Context, token: string): Promise<Actor | null> {
  const user = await ctx.reading((h) => userOfSession(h, ctx.keys.hash(Buffer.from(token)), ctx.clock.real()));
  return user ? actorOf(user) : null;
}

export async function signOut(ctx: Context, token: string): Promise<void> {
  await ctx.transaction(async (h) => {
    await revokeSessions(h, { token_hash: ctx.keys.hash(Buffer.from(token)) }, ctx.clock.real());
    await recordTrail(ctx, h, 'signed-out', null);
  });
}

function actorOf(user: UserRow): Actor {
  return { kind: 'user', id: user.id, name: user.name, roles: user.roles };
}
