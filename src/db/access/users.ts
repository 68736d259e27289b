import type { UserId } from '../../core/shared/ids';
import type { OwnView } from '../../core/access/ownView';
import type { Role } from '../../core/access/roles';
import type { Handle } from '../shared/handle';

export interface UserRow {
  id: UserId;
  email: string;
  name: string;
  password_hash: string;
  roles: Role[];
  active: boolean;
  created_at: string;
  own_view: Partial<OwnView>;
  /** When they chose their password; null: invited, and not in yet. */
  joined_at: string | null;
}

/** Whoever is not said to be invited is in from the moment they were made. */
export async function insertUser(
  h: Handle,
  row: Omit<UserRow, 'own_view' | 'joined_at'> & Partial<Pick<UserRow, 'joined_at'>>,
): Promise<void> {
  await h
    .trx('users')
    .insert({ joined_at: row.created_at, ...row })
    .onConflict('email')
    .ignore();
}

export async function userByEmail(h: Handle, email: string): Promise<UserRow | undefined> {
  return h.trx('users').where({ email: email.trim().toLowerCase() }).first();
}

export async function userById(h: Handle, id: string): Promise<UserRow | undefined> {
  return h.trx('users').where({ id }).first();
}

export async function listUsers(h: Handle): Promise<UserRow[]> {
  return h.trx('users').orderBy('name').limit(500);
}

export async function userNames(h: Handle): Promise<Map<string, string>> {
  const rows = (await h.trx('users').select('id', 'name').limit(2000)) as { id: string; name: string }[];
  return new Map(rows.map(({ id, name }) => [id, name]));
}

export async function setUser(
  h: Handle,
  id: string,
  change: Partial<Pick<UserRow, 'roles' | 'active' | 'password_hash' | 'joined_at'>>,
): Promise<void> {
  await h.trx('users').where({ id }).update(change);
}

export async function insertSession(
  h: Handle,
  row: { token_hash: Buffer; user_id: UserId; created_at: string; expires_at: string },
): Promise<void> {
  await h.trx('sessions').insert(row);
}

export async function userOfSession(h: Handle, tokenHash: Buffer, now: string): Promise<UserRow | undefined> {
  return h
    .trx('sessions')
    .join('users', 'users.id', 'sessions.user_id')
    .select('users.*')
    .where('token_hash', tokenHash)
    .whereNull('revoked_at')
    .where('expires_at', '>', now)
    .where('active', true)
    .first();
}

export async function revokeSessions(
  h: Handle,
  where: { token_hash: Buffer } | { user_id: UserId },
  now: string,
): Promise<void> {
  await h.trx('sessions').where(where).whereNull('revoked_at').update({ revoked_at: now });
}

export async function countUsers(h: Handle): Promise<number> {
  const row = (await h.trx('users').count('* as n').first()) as unknown as { n: string };
  return Number(row.n);
}

/** Active colleagues who may do this, other than one. */
export async function countOthersWith(h: Handle, role: Role, id: string): Promise<number> {
  const row = (await h
    .trx('users')
    .where({ active: true })
    .whereNot({ id })
    .whereNotNull('joined_at')
    .whereRaw('? = any(roles)', [role])
    .count('* as n')
    .first()) as unknown as { n: string };
  return Number(row.n);
}

/** @param why given, the row is held until it is changed: of two changes none is lost */
export async function ownViewOf(h: Handle, id: UserId, why?: 'to change it'): Promise<Partial<OwnView>> {
  const query = h.trx('users').where({ id }).first('own_view');
  const row = (await (why ? query.forUpdate() : query)) as Pick<UserRow, 'own_view'> | undefined;
  return row?.own_view ?? {};
}

export async function setOwnView(h: Handle, id: UserId, view: OwnView): Promise<void> {
  await h
    .trx('users')
    .where({ id })
    .update({ own_view: JSON.stringify(view) });
}
