import type { RequestId, SystemId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface ShopProofRow {
  state_hash: Buffer;
  request_id: RequestId;
  system_id: SystemId;
  expires_at: string;
  used_at: string | null;
}

export async function insertShopProof(h: Handle, row: Omit<ShopProofRow, 'used_at'>): Promise<void> {
  await h.trx('shop_proofs').where('expires_at', '<', h.trx.raw("now() - interval '1 day'")).delete();
  await h.trx('shop_proofs').insert(row);
}

export async function lockShopProof(h: Handle, stateHash: Buffer): Promise<ShopProofRow | undefined> {
  return h.trx('shop_proofs').where({ state_hash: stateHash }).forUpdate().first();
}

export async function useShopProof(h: Handle, stateHash: Buffer, at: string): Promise<void> {
  await h.trx('shop_proofs').where({ state_hash: stateHash }).update({ used_at: at });
}
