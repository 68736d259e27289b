import type { SystemId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface ApiKeyRow {
  id: string;
  system_id: SystemId;
  scopes: string[];
  secret_hash: Buffer;
  name: string;
  made_by: string | null;
  created_at: string;
  revoked_at: string | null;
  last_used_at: string | null;
}

export async function apiKeyBySecret(
  h: Handle,
  secretHash: Buffer,
): Promise<Pick<ApiKeyRow, 'id' | 'system_id' | 'scopes' | 'last_used_at'> | undefined> {
  return h
    .trx('api_keys')
    .select('id', 'system_id', 'scopes', 'last_used_at')
    .where({ secret_hash: secretHash })
    .whereNull('revoked_at')
    .first();
}

export async function insertApiKey(h: Handle, row: Omit<ApiKeyRow, 'revoked_at' | 'last_used_at'>): Promise<void> {
  await h.trx('api_keys').insert(row).onConflict('secret_hash').ignore();
}

export async function listApiKeys(h: Handle): Promise<ApiKeyRow[]> {
  return h.trx('api_keys').orderBy('created_at').limit(500);
}

/** @param why given, the row is held until it is changed */
export async function apiKeyById(h: Handle, id: string, why?: 'to change it'): Promise<ApiKeyRow | undefined> {
  const query = h.trx('api_keys').where({ id }).first();
  return why ? query.forUpdate() : query;
}

export async function setApiKey(
  h: Handle,
  id: string,
  change: Partial<Pick<ApiKeyRow, 'secret_hash' | 'revoked_at' | 'last_used_at'>>,
): Promise<void> {
  await h.trx('api_keys').where({ id }).update(change);
}
