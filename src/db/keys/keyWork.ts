import type { Handle } from '../shared/handle';

/** Data keys that are still under an older master key, some at a time; held until the transaction ends. */
export async function keysUnderOlder(
  h: Handle,
  version: number,
  limit: number,
): Promise<{ id: string; wrapped: Buffer; master_version: number }[]> {
  return h
    .trx('data_keys')
    .select('id', 'wrapped', 'master_version')
    .where('master_version', '<', version)
    .whereNotNull('wrapped')
    .limit(limit)
    .forUpdate()
    .skipLocked();
}

export async function countKeysByVersion(h: Handle): Promise<{ version: number; keys: number; destroyed: number }[]> {
  const { rows }: { rows: { version: number; keys: number; destroyed: number }[] } = await h.trx.raw(
    `select master_version as version, count(wrapped)::int as keys, (count(*) - count(wrapped))::int as destroyed
  from data_keys group by 1 order by 1`,
  );
  return rows;
}

export async function replaceWrapped(
  h: Handle,
  rows: readonly { id: string; wrapped: Buffer; master_version: number }[],
): Promise<void> {
  await h.trx.raw(
    `update data_keys k set wrapped = n.wrapped, master_version = n.version
  from unnest(?::text[], ?::bytea[], ?::int[]) as n(id, wrapped, version)
  where k.id = n.id and k.wrapped is not null`,
    [rows.map(({ id }) => id), rows.map(({ wrapped }) => wrapped), rows.map(({ master_version }) => master_version)],
  );
}

export interface KeyExportRow {
  id: string;
  reason_sealed: Buffer;
  asked_by: string;
  asked_at: string;
  approved_by: string | null;
  approved_at: string | null;
  fetched_at: string | null;
}

export async function insertKeyExport(
  h: Handle,
  row: Pick<KeyExportRow, 'id' | 'reason_sealed' | 'asked_by' | 'asked_at'>,
): Promise<void> {
  await h.trx('key_exports').insert(row);
}

export async function lockKeyExport(h: Handle, id: string): Promise<KeyExportRow | undefined> {
  return h.trx('key_exports').where({ id }).forUpdate().first();
}

export async function openKeyExports(h: Handle): Promise<KeyExportRow[]> {
  return h.trx('key_exports').whereNull('fetched_at').orderBy('asked_at', 'desc').limit(20);
}

export async function setKeyExport(
  h: Handle,
  id: string,
  change: Partial<Pick<KeyExportRow, 'approved_by' | 'approved_at' | 'fetched_at'>>,
): Promise<void> {
  await h.trx('key_exports').where({ id }).update(change);
}
