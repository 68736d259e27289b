import type { RequestId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface IdentityCheckRow {
  id: string;
  request_id: RequestId;
  address_sealed: Buffer;
  token_hash: Buffer;
  code_hash: Buffer;
  sent_at: string;
  expires_at: string;
  tries: number;
  state: 'open' | 'proven' | 'failed' | 'replaced';
}

export async function insertIdentityCheck(h: Handle, row: IdentityCheckRow): Promise<void> {
  await h.trx('identity_checks').where({ request_id: row.request_id, state: 'open' }).update({ state: 'replaced' });
  await h.trx('identity_checks').insert(row);
}

export async function lockIdentityCheck(h: Handle, tokenHash: Buffer): Promise<IdentityCheckRow | undefined> {
  return h.trx('identity_checks').where({ token_hash: tokenHash }).forUpdate().first();
}

export async function setIdentityCheck(
  h: Handle,
  id: string,
  change: Partial<Pick<IdentityCheckRow, 'tries' | 'state'>>,
): Promise<void> {
  await h.trx('identity_checks').where({ id }).update(change);
}

export async function lastIdentityCheck(h: Handle, requestId: RequestId): Promise<IdentityCheckRow | undefined> {
  return h.trx('identity_checks').where({ request_id: requestId }).orderBy('sent_at', 'desc').first();
}
