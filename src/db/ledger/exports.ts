import type { DataKeyId } from '../../core/shared/ids';
import type { RunRow } from '../runs/runs';
import type { Handle } from '../shared/handle';

export const EXPORT_FORMATS = ['csv', 'ndjson', 'jsonld'] as const;
export type ExportFormat = (typeof EXPORT_FORMATS)[number];

interface ExportFile {
  id: string;
  format: ExportFormat;
  filter_sealed: Buffer;
  path: string | null;
  data_key_id: DataKeyId | null;
}

/** A run of the kind `export-ledger`, counted in choices, with its file. */
export type ExportRow = RunRow & ExportFile;

export async function insertExport(h: Handle, row: Omit<ExportFile, 'path'>): Promise<void> {
  await h.trx('ledger_exports').insert(row);
}

export async function exportById(h: Handle, id: string): Promise<ExportRow | undefined> {
  return h.trx('ledger_exports').join('runs', 'runs.id', 'ledger_exports.id').where('runs.id', id).first();
}

export async function listExports(h: Handle, limit: number): Promise<ExportRow[]> {
  return h.trx('ledger_exports').join('runs', 'runs.id', 'ledger_exports.id').orderBy('no', 'desc').limit(limit);
}

export async function setExportPath(h: Handle, id: string, path: string): Promise<void> {
  await h.trx('ledger_exports').where({ id }).update({ path });
}

/** Files of exports made before an instant go; that there was one stays. @returns the files */
export async function takeOldExports(h: Handle, before: string): Promise<string[]> {
  const rows = (await h
    .trx('ledger_exports')
    .join('runs', 'runs.id', 'ledger_exports.id')
    .where('started_at', '<', before)
    .whereNotNull('path')
    .select('ledger_exports.id', 'path')
    .limit(100)) as Pick<ExportRow, 'id' | 'path'>[];
  await h
    .trx('ledger_exports')
    .whereIn(
      'id',
      rows.map(({ id }) => id),
    )
    .update({ path: null });
  return rows.map(({ path }) => path!);
}
