import type { DataKeyId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';
import { insertRows } from '../shared/insertRows';

export interface DataKeyRow {
  id: DataKeyId;
  wrapped: Buffer | null;
  master_version: number;
  created_at: string;
}

export async function insertDataKeys(h: Handle, rows: readonly DataKeyRow[]): Promise<void> {
  await insertRows(h, 'data_keys', ['id', 'wrapped', 'master_version', 'created_at'], rows);
}

export async function dataKeys(h: Handle, ids: readonly string[]): Promise<Map<string, DataKeyRow>> {
  const rows = (await h
    .trx('data_keys')
    .select('id', 'wrapped', 'master_version', 'created_at')
    .whereIn('id', [...new Set(ids)])) as DataKeyRow[];
  return new Map(rows.map((row) => [row.id, row]));
}

/** Key destruction: the wrapped key is overwritten with nothing; the row stays as proof that it was. */
export async function destroyDataKeys(h: Handle, ids: readonly string[], now: string): Promise<number> {
  return h
    .trx('data_keys')
    .whereIn('id', [...ids])
    .whereNotNull('wrapped')
    .update({ wrapped: null, destroyed_at: now });
}

/** How many of these keys are there still. */
export async function keysAlive(h: Handle, ids: readonly string[]): Promise<number> {
  const row = (await h
    .trx('data_keys')
    .whereIn('id', [...ids])
    .whereNotNull('wrapped')
    .count('* as n')
    .first()) as unknown as { n: number };
  return Number(row.n);
}
