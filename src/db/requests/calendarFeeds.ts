import type { UserId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';
import type { UserRow } from '../access/users';

/** A feed's address is its secret; making a new one ends the old. */
export async function setCalendarFeed(
  h: Handle,
  row: { user_id: UserId; token_hash: Buffer; made_at: string },
): Promise<void> {
  await h.trx('calendar_feeds').insert(row).onConflict('user_id').merge();
}

export async function userOfCalendarFeed(h: Handle, tokenHash: Buffer): Promise<UserRow | undefined> {
  return h
    .trx('calendar_feeds')
    .join('users', 'users.id', 'calendar_feeds.user_id')
    .select('users.*')
    .where({ token_hash: tokenHash, active: true })
    .first();
}

/** True where this colleague has had no digest on this day; the row then says that they have. */
export async function claimDigest(h: Handle, userId: UserId, day: string): Promise<boolean> {
  const rows = (await h
    .trx('digests')
    .insert({ user_id: userId, day })
    .onConflict(['user_id', 'day'])
    .ignore()
    .returning('user_id')) as unknown[];
  return rows.length > 0;
}
