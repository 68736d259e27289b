import type { Reason } from '../../core/shared/reason';
import type { RecordStatus } from '../../core/consent/schema';
import type { Handle } from '../handle';

export interface ImportRow {
  id: string;
  system_id: string;
  file_sha256: Buffer;
  file_path: string;
  file_name_sealed: Buffer;
  encoding: string;
  state: 'checked' | 'running' | 'finished' | 'failed';
  total: number;
  recorded: number;
  duplicate: number;
  conflict: number;
  suppressed: number;
  quarantined: number;
  created_by: string;
  created_at: string;
  finished_at: string | null;
  done_lines: number;
  error: string | null;
}

export interface ImportLineRow {
  import_id: string;
  line: number;
  status: RecordStatus;
  reasons: Reason[];
  choice_id: string | null;
  raw_sealed: Buffer | null;
  identifier_hashes: Buffer[];
}

export async function insertImport(h: Handle, row: ImportRow): Promise<void> {
  await h.trx('imports').insert(row);
}

export async function importById(h: Handle, id: string): Promise<ImportRow | undefined> {
  return h.trx('imports').where({ id }).first();
}

export async function lockImport(h: Handle, id: string): Promise<ImportRow | undefined> {
  return h.trx('imports').where({ id }).forUpdate().first();
}

export async function listImports(h: Handle, limit: number): Promise<ImportRow[]> {
  return h.trx('imports').orderBy('created_at', 'desc').limit(limit);
}

export async function importsInState(h: Handle, state: ImportRow['state']): Promise<ImportRow[]> {
  return h.trx('imports').where({ state }).limit(100);
}

export async function setImport(h: Handle, id: string, change: Partial<ImportRow>): Promise<void> {
  await h.trx('imports').where({ id }).update(change);
}

/** Writes what became of some lines and adds them to the counts, in one transaction with their choices. */
export async function addImportLines(h: Handle, importId: string, lines: readonly ImportLineRow[], doneLines: number): Promise<void> {
  await h.trx.batchInsert('import_lines', lines.map((line) => ({ ...line, reasons: JSON.stringify(line.reasons) })), 1000);
  const count = (status: RecordStatus) => lines.filter((line) => line.status === status).length;
  await h.trx('imports').where({ id: importId }).update({
    done_lines: doneLines,
    recorded: h.trx.raw('recorded + ?', [count('recorded')]),
    duplicate: h.trx.raw('duplicate + ?', [count('duplicate')]),
    conflict: h.trx.raw('conflict + ?', [count('conflict')]),
    suppressed: h.trx.raw('suppressed + ?', [count('suppressed')]),
    quarantined: h.trx.raw('quarantined + ?', [count('quarantined')]),
  });
}

/** Lines that did not simply go in, in order; keyset-paged by line. */
export async function heldLines(h: Handle, importId: string, after: number, limit: number): Promise<ImportLineRow[]> {
  return h.trx('import_lines').where({ import_id: importId }).whereNot('status', 'recorded').where('line', '>', after).orderBy('line').limit(limit) as unknown as Promise<ImportLineRow[]>;
}

export async function quarantineCount(h: Handle): Promise<number> {
  const row = (await h.trx('imports').sum('quarantined as n').first()) as { n: string | null };
  return Number(row.n ?? 0);
}
