import type { UserId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export type AccountLinkKind = 'first' | 'invite' | 'reset';

export interface AccountLinkRow {
  token_hash: Buffer;
  kind: AccountLinkKind;
  /** Whose; null: the first administrator's, who is nobody yet. */
  user_id: UserId | null;
  made_by: string;
  created_at: string;
  expires_at: string;
  used_at: string | null;
}

/** Makes a way in; those of the same kind that were made before for the same person lead nowhere any more. */
export async function insertAccountLink(h: Handle, row: AccountLinkRow): Promise<void> {
  await h
    .trx('account_links')
    .where({ kind: row.kind })
    .whereRaw('user_id is not distinct from ?', [row.user_id])
    .whereNull('used_at')
    .delete();
  await h.trx('account_links').insert(row);
}

export async function openAccountLink(h: Handle, tokenHash: Buffer, now: string): Promise<AccountLinkRow | undefined> {
  return h
    .trx('account_links')
    .where({ token_hash: tokenHash })
    .whereNull('used_at')
    .where('expires_at', '>', now)
    .first();
}

/** @returns false where another one used it first */
export async function useAccountLink(h: Handle, tokenHash: Buffer, now: string): Promise<boolean> {
  return (
    (await h.trx('account_links').where({ token_hash: tokenHash }).whereNull('used_at').update({ used_at: now })) === 1
  );
}

/** What was not used leads nowhere any more. */
export async function dropAccountLinks(h: Handle, userId: UserId): Promise<void> {
  await h.trx('account_links').where({ user_id: userId }).whereNull('used_at').delete();
}

/** When the last way in of a colleague runs out, by colleague; only of those who have one that is open. */
export async function openInvitations(h: Handle, now: string): Promise<Map<string, string>> {
  const rows = (await h
    .trx('account_links')
    .where({ kind: 'invite' })
    .whereNull('used_at')
    .where('expires_at', '>', now)
    .select('user_id')
    .max('expires_at as at')
    .groupBy('user_id')) as unknown as { user_id: string; at: string }[];
  return new Map(rows.map(({ user_id, at }) => [user_id, at]));
}
