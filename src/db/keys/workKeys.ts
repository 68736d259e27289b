import type { DataKeyId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface WorkKeyRow {
  data_key_id: DataKeyId;
  kind: 'search' | 'import' | 'audience' | 'export' | 'mail';
  /** The id of the piece of work. */
  subject: string;
  hashes: Buffer[];
  name_terms: Buffer[];
  made_at: string;
  ends_at: string;
}

export async function insertWorkKey(h: Handle, row: WorkKeyRow): Promise<void> {
  const array = (hashes: readonly Buffer[]) => `{${hashes.map((hash) => `"\\\\x${hash.toString('hex')}"`).join(',')}}`;
  await h.trx('work_keys').insert({ ...row, hashes: array(row.hashes), name_terms: array(row.name_terms) });
}

/** Pieces of work that name one of the identifiers, or are about a name all of whose words are the person's. */
export async function workNaming(
  h: Handle,
  hashes: readonly Buffer[],
  nameTerms: readonly Buffer[],
): Promise<WorkKeyRow[]> {
  return h
    .trx('work_keys')
    .whereRaw("hashes && ?::bytea[] or (name_terms <> '{}' and name_terms <@ ?::bytea[])", [
      hashes as Buffer[],
      nameTerms as Buffer[],
    ]);
}

export async function workOver(h: Handle, now: string, most: number): Promise<WorkKeyRow[]> {
  return h.trx('work_keys').where('ends_at', '<', now).orderBy('ends_at').limit(most);
}

export async function workKeyOf(h: Handle, kind: WorkKeyRow['kind'], subject: string): Promise<string | null> {
  const row: { data_key_id: DataKeyId } | undefined = await h
    .trx('work_keys')
    .where({ kind, subject })
    .first('data_key_id');
  return row?.data_key_id ?? null;
}

export async function deleteWorkKeys(h: Handle, ids: readonly string[]): Promise<void> {
  if (ids.length > 0)
    await h
      .trx('work_keys')
      .whereIn('data_key_id', [...ids])
      .delete();
}
