import type { Handle } from '../shared/handle';

export const EXPORT_FORMATS = ['csv', 'ndjson', 'jsonld'] as const;
export type ExportFormat = (typeof EXPORT_FORMATS)[number];

export interface ExportRow {
  id: string;
  format: ExportFormat;
  filter_sealed: Buffer;
  state: 'running' | 'finished' | 'failed';
  rows: number;
  path: string | null;
  error: string | null;
  made_by: string;
  made_at: string;
  finished_at: string | null;
  data_key_id: string | null;
}

export async function insertExport(
  h: Handle,
  row: Pick<ExportRow, 'id' | 'format' | 'filter_sealed' | 'made_by' | 'made_at' | 'data_key_id'>,
): Promise<void> {
  await h.trx('ledger_exports').insert({ ...row, state: 'running' });
}

export async function exportById(h: Handle, id: string): Promise<ExportRow | undefined> {
  return h.trx('ledger_exports').where({ id }).first();
}

export async function listExports(h: Handle, limit: number): Promise<ExportRow[]> {
  return h.trx('ledger_exports').orderBy('made_at', 'desc').limit(limit);
}

export async function exportsRunning(h: Handle): Promise<ExportRow[]> {
  return h.trx('ledger_exports').where({ state: 'running' }).limit(50);
}

export async function setExport(
  h: Handle,
  id: string,
  change: Partial<Pick<ExportRow, 'state' | 'rows' | 'path' | 'error' | 'finished_at'>>,
): Promise<void> {
  await h.trx('ledger_exports').where({ id }).update(change);
}

/** Files of exports made before an instant go; that there was one stays. @returns the files */
export async function takeOldExports(h: Handle, before: string): Promise<string[]> {
  const rows = (await h
    .trx('ledger_exports')
    .where('made_at', '<', before)
    .whereNotNull('path')
    .limit(100)) as ExportRow[];
  await h
    .trx('ledger_exports')
    .whereIn(
      'id',
      rows.map(({ id }) => id),
    )
    .update({ path: null });
  return rows.map(({ path }) => path!);
}
