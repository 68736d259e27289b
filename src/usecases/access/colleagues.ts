import type { AccessRefusal, ChangeColleagueRefusal, InviteRefusal, SetRolesRefusal } from '../../core/access/refusals';
import type { Role } from '../../core/access/roles';
import type { Invite } from '../../core/access/schema';
import type { Colleague, Invited } from '../../core/access/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { dropAccountLinks, openInvitations } from '../../db/access/accountLinks';
import {
  countOthersWith,
  insertUser,
  listUsers,
  revokeSessions,
  setUser,
  userByEmail,
  userById,
  type UserRow,
} from '../../db/access/users';
import type { Handle } from '../../db/shared/handle';
import { settingsOf } from '../../db/installation/settings';
import { queueMail } from '../letters/queueMail';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { newAccountLink } from './accountLink';
import { hashPassword } from './passwords';

/** Used by the demo and by whoever runs the server. */
export async function addUser(
  ctx: Context,
  input: { id: string; email: string; name: string; roles: Role[]; password: string },
): Promise<void> {
  const password_hash = await hashPassword(input.password);
  await ctx.transaction((h) =>
    insertUser(h, {
      id: input.id,
      email: input.email.toLowerCase(),
      name: input.name,
      roles: input.roles,
      password_hash,
      active: true,
      created_at: ctx.clock.now(),
      joined_at: ctx.clock.now(),
    }),
  );
}

export async function readColleagues(ctx: Context): Promise<Result<Colleague[], AccessRefusal>> {
  if (!reach(ctx, 'people.see')) return refuse({ code: 'not-allowed', act: 'people.see' });
  return ctx.transaction(async (h) => {
    const invitations = await openInvitations(h, ctx.clock.real());
    return ok(
      (await listUsers(h)).map(({ id, name, email, roles, active, joined_at }) => ({
        id,
        name,
        email,
        roles,
        active,
        isInvited: joined_at === null,
        invitedUntil: invitations.get(id) ?? null,
      })),
    );
  });
}

/** Asks a colleague in. They choose their password themselves; until mail goes out, the way in is handed over by hand. */
export async function inviteColleague(ctx: Context, input: Invite): Promise<Result<Invited, InviteRefusal>> {
  if (!reach(ctx, 'people.change')) return refuse({ code: 'not-allowed', act: 'people.change' });
  // Nobody knows it: until they have chosen one, no password opens the account.
  const password_hash = await hashPassword(ctx.keys.random(32).toString('base64url'));
  return ctx.transaction(async (h) => {
    if (await userByEmail(h, input.email)) return refuse({ code: 'email-known' });
    const id = ctx.keys.id('usr');
    await insertUser(h, {
      id,
      email: input.email,
      name: input.name,
      roles: [...new Set(input.roles)],
      password_hash,
      active: true,
      created_at: ctx.clock.now(),
      joined_at: null,
    });
    const user = (await userById(h, id))!;
    await recordTrail(ctx, h, 'colleague-invited', id, input.roles.join(', '));
    return ok(await sendInvitation(ctx, h, user));
  });
}

/** Another way in for somebody who has not come in yet; the one before leads nowhere any more. */
export async function inviteAgain(ctx: Context, { id }: { id: string }): Promise<Result<Invited, AccessRefusal>> {
  if (!reach(ctx, 'people.change')) return refuse({ code: 'not-allowed', act: 'people.change' });
  return ctx.transaction(async (h) => {
    const user = await userById(h, id);
    if (!user || user.joined_at !== null || !user.active) return refuse({ code: 'not-found' });
    await recordTrail(ctx, h, 'colleague-invited', id, 'once more');
    return ok(await sendInvitation(ctx, h, user));
  });
}

/** A way in for somebody by their address, told to whoever sits at the server. */
export async function makeWayIn(ctx: Context, { email }: { email: string }): Promise<Result<string, AccessRefusal>> {
  // Nobody reaches it over a page: only the program at the server acts as the worker.
  if (ctx.actor.kind !== 'worker') return refuse({ code: 'not-allowed', act: 'people.change' });
  return ctx.transaction(async (h) => {
    const user = await userByEmail(h, email);
    if (!user?.active) return refuse({ code: 'not-found' });
    const link = await newAccountLink(ctx, h, user.joined_at ? 'reset' : 'invite', user.id);
    await recordTrail(ctx, h, 'password-forgotten', user.id, 'a way in was made at the server');
    return ok(link);
  });
}

/** Other roles; whoever has them now is signed out everywhere, so that nothing goes on with the old ones. */
export async function setColleagueRoles(
  ctx: Context,
  input: { id: string; roles: Role[] },
): Promise<Result<null, SetRolesRefusal>> {
  if (!reach(ctx, 'people.change')) return refuse({ code: 'not-allowed', act: 'people.change' });
  if (input.id === ctx.actor.id) return refuse({ code: 'own-roles' });
  return ctx.transaction(async (h) => {
    const user = await userById(h, input.id);
    if (!user) return refuse({ code: 'not-found' });
    if (await wouldLockOut(h, user, input.roles.includes('administrator')))
      return refuse({ code: 'last-administrator' });
    await setUser(h, user.id, { roles: [...new Set(input.roles)] });
    await revokeSessions(h, { user_id: user.id }, ctx.clock.real());
    await recordTrail(ctx, h, 'roles-changed', user.id, `${user.roles.join(', ')} → ${input.roles.join(', ')}`);
    return ok(null);
  });
}

/** Signs a colleague out everywhere and keeps them out, or lets them in again. */
export async function setColleagueActive(
  ctx: Context,
  input: { id: string; active: boolean },
): Promise<Result<null, ChangeColleagueRefusal>> {
  if (!reach(ctx, 'people.change')) return refuse({ code: 'not-allowed', act: 'people.change' });
  if (input.id === ctx.actor.id) return refuse({ code: 'cannot-lock-yourself-out' });
  return ctx.transaction(async (h) => {
    const user = await userById(h, input.id);
    if (!user) return refuse({ code: 'not-found' });
    await setUser(h, input.id, { active: input.active });
    if (!input.active) {
      await revokeSessions(h, { user_id: input.id }, ctx.clock.real());
      await dropAccountLinks(h, user.id);
    }
    await recordTrail(ctx, h, 'user-changed', input.id, input.active ? 'let in' : 'kept out');
    return ok(null);
  });
}

/** Somebody who can let others in has to be left. */
async function wouldLockOut(h: Handle, user: UserRow, staysAdministrator: boolean): Promise<boolean> {
  if (staysAdministrator || !user.roles.includes('administrator')) return false;
  return (await countOthersWith(h, 'administrator', user.id)) === 0;
}

async function sendInvitation(ctx: Context, h: Handle, user: UserRow): Promise<Invited> {
  const link = await newAccountLink(ctx, h, 'invite', user.id);
  const mail = await settingsOf(h, 'mail');
  // Where mail was never seen to arrive, an invitation that is lost would be waited for in vain.
  if (!mail?.proven_at && ctx.layers.given.smtpUrl === undefined && ctx.layers.fallback.smtpUrl === undefined)
    return { isMailed: false, link };
  await queueMail(ctx, h, user.email, {
    template: 'invitation',
    subject: `${ctx.organisation.name} invites you to Bookend`,
    text: [
      `Hello ${user.name},`,
      `you are asked to work in ${ctx.organisation.name}’s Bookend, where the consent choices of customers are kept and ` +
        'their requests answered. Choose your password here; the address works once, and for a week:',
      link,
      `Afterwards you sign in as ${user.email} at ${ctx.baseUrl}.`,
    ].join('\n\n'),
  });
  return { isMailed: true, link: null };
}
