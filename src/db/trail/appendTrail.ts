import type { DataKeyId } from '../../core/shared/ids';
import { lock, type Handle } from '../shared/handle';

export interface TrailRow {
  tree: number;
  seq: number;
  id: string;
  month: string;
  at: string;
  actor: string;
  act: string;
  subject: string | null;
  details_sealed: Buffer | null;
  details_hash: string | null;
  /** The key the details are sealed under; null: the installation's own, for what names nobody. */
  data_key_id: DataKeyId | null;
  hash: Buffer;
}

/** Takes the lock of a tree's month and gives the hash the next entry links to; 32 zero bytes begin a month. */
export async function lastTrailHash(h: Handle, tree: number, month: string): Promise<Buffer> {
  await lock(h, `trail:${tree}:${month}`);
  const row = (await h.trx('trail').select('hash').where({ tree, month }).orderBy('seq', 'desc').first()) as
    { hash: Buffer } | undefined;
  return row?.hash ?? Buffer.alloc(32);
}

export async function insertTrail(h: Handle, row: Omit<TrailRow, 'seq'>): Promise<void> {
  await h.trx('trail').insert(row);
}
