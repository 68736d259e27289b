import type { PackId, RequestId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface PackRow {
  id: PackId;
  request_id: RequestId;
  state: 'building' | 'ready' | 'failed' | 'gone';
  path: string | null;
  sha256: string | null;
  bytes: number | null;
  files: number | null;
  withheld: number | null;
  error: string | null;
  created_at: string;
  finished_at: string | null;
}

export interface LinkRow {
  id: string;
  pack_id: PackId;
  token_hash: Buffer;
  secret_hash: Buffer;
  expires_at: string;
  tries: number;
  opened_at: string | null;
  released_at: string | null;
  ticket_hash: Buffer | null;
  confirmed_at: string | null;
}

export async function insertPack(h: Handle, row: Pick<PackRow, 'id' | 'request_id' | 'created_at'>): Promise<void> {
  await h.trx('packs').insert({ ...row, state: 'building' });
}

export async function packById(h: Handle, id: string): Promise<PackRow | undefined> {
  return h.trx('packs').where({ id }).first();
}

export async function lastPack(h: Handle, requestId: RequestId): Promise<PackRow | undefined> {
  return h.trx('packs').where({ request_id: requestId }).orderBy('created_at', 'desc').first();
}

export async function packsOfRequests(h: Handle, requestIds: readonly RequestId[]): Promise<PackRow[]> {
  return h.trx('packs').whereRaw('request_id = any(?)', [requestIds as string[]]);
}

export async function setPack(h: Handle, id: string, change: Partial<PackRow>): Promise<void> {
  await h.trx('packs').where({ id }).update(change);
}

export async function insertLink(h: Handle, row: LinkRow): Promise<void> {
  await h.trx('one_time_links').insert(row);
}

export async function lockLink(
  h: Handle,
  where: { token_hash: Buffer } | { ticket_hash: Buffer },
): Promise<LinkRow | undefined> {
  return h.trx('one_time_links').where(where).forUpdate().first();
}

export async function linkOfPack(h: Handle, packId: PackId): Promise<LinkRow | undefined> {
  return h.trx('one_time_links').where({ pack_id: packId }).orderBy('expires_at', 'desc').first();
}

export async function setLink(h: Handle, id: string, change: Partial<LinkRow>): Promise<void> {
  await h.trx('one_time_links').where({ id }).update(change);
}
