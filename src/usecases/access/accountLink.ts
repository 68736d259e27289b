import type { UserId } from '../../core/shared/ids';
import { insertAccountLink, type AccountLinkKind } from '../../db/access/accountLinks';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';

const HOURS: Readonly<Record<AccountLinkKind, number>> = { first: 72, invite: 24 * 7, reset: 2 };

/** Makes a way in that works once, and returns where it leads; only its hash is kept. */
export async function newAccountLink(
  ctx: Context,
  h: Handle,
  kind: AccountLinkKind,
  userId: UserId | null,
): Promise<string> {
  const token = ctx.keys.random(24).toString('base64url');
  const now = ctx.clock.real();
  await insertAccountLink(h, {
    token_hash: ctx.keys.hash(Buffer.from(token)),
    kind,
    user_id: userId,
    made_by: ctx.actor.id,
    created_at: now,
    expires_at: new Date(Date.parse(now) + HOURS[kind] * 3_600_000).toISOString(),
    used_at: null,
  });
  return `${ctx.baseUrl}/${kind === 'first' ? 'first' : 'welcome'}/${token}`;
}
