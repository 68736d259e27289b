import { isNamed } from '../../core/access/password';
import type { FirstRefusal } from '../../core/installation/refusals';
import type { First } from '../../core/installation/schema';
import { ok, refuse, type Result } from '../../core/shared/result';
import { openAccountLink, useAccountLink } from '../../db/access/accountLinks';
import { countUsers, insertUser, userById } from '../../db/access/users';
import { actAs, type Context } from '../shared/context';
import { newAccountLink } from '../access/accountLink';
import { hashPassword } from '../access/passwords';
import { recordTrail } from '../trail/recordTrail';
import { checkSection, keepSection } from './settings';

/** The address at which the first administrator begins; null where somebody works here already. */
export async function makeFirstAddress(ctx: Context): Promise<string | null> {
  return ctx.transaction(async (h) => ((await countUsers(h)) > 0 ? null : newAccountLink(ctx, h, 'first', null)));
}

export type FirstState = 'open' | 'taken' | 'unknown';

export async function readFirst(ctx: Context, token: string): Promise<FirstState> {
  return ctx.reading(async (h) => {
    if ((await countUsers(h)) > 0) return 'taken';
    const link = await openAccountLink(h, ctx.keys.hash(Buffer.from(token)), ctx.clock.real());
    return link?.kind === 'first' ? 'open' : 'unknown';
  });
}

/** Whoever opens the first address becomes the first administrator and says whose installation it is, in one step. */
export async function begin(ctx: Context, input: First): Promise<Result<{ email: string }, FirstRefusal>> {
  const tokenHash = ctx.keys.hash(Buffer.from(input.token));
  const own = { name: input.yourName, email: input.yourEmail };
  if (isNamed(input.password, own))
    return refuse({ code: 'settings-wrong', problems: { password: 'Your name is no password.' } });
  const { name, address, contact, country, zone } = input;
  const checked = checkSection(ctx, 'organisation', { name, address, contact, country, zone });
  if (!checked.ok)
    return checked.refusal.code === 'settings-wrong'
      ? refuse(checked.refusal)
      : refuse({ code: 'settings-wrong', problems: { name: 'Whoever started Bookend said this already.' } });
  const password_hash = await hashPassword(input.password);
  return ctx.transaction(async (h) => {
    const now = ctx.clock.real();
    const link = await openAccountLink(h, tokenHash, now);
    if ((await countUsers(h)) > 0) return refuse({ code: 'first-taken' });
    if (link?.kind !== 'first') return refuse({ code: 'first-unknown' });
    // Of two who open it at the same moment one waits here, and finds it used.
    if (!(await useAccountLink(h, tokenHash, now))) return refuse({ code: 'first-taken' });
    const id = ctx.keys.id('usr');
    await insertUser(h, {
      id,
      ...own,
      roles: ['administrator'],
      password_hash,
      active: true,
      created_at: ctx.clock.now(),
      joined_at: ctx.clock.now(),
    });
    const user = (await userById(h, id))!;
    const first = actAs(ctx, { kind: 'user', id, name: user.name, roles: user.roles });
    const kept = await keepSection(first, h, 'organisation', checked.value);
    if (!kept.ok) throw new Error(`the organisation could not be kept: ${kept.refusal.code}`);
    await recordTrail(first, h, 'installation-begun', id);
    return ok({ email: own.email });
  });
}
