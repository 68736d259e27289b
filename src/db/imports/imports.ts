import type { ChoiceId, DataKeyId, ImportId, SystemId } from '../../core/shared/ids';
import type { ImportFormat, Mapping } from '../../core/imports/mapping';
import type { Reason } from '../../core/words/reasons';
import type { RecordStatus } from '../../core/ledger/schema';
import type { Handle } from '../shared/handle';
import { insertRows } from '../shared/insertRows';

export interface ImportRow {
  id: ImportId;
  system_id: SystemId;
  file_sha256: Buffer;
  file_path: string;
  file_name_sealed: Buffer;
  encoding: string;
  /** `unmapped` waits for somebody to say which column is what; `checking` is the dry run. */
  state: 'unmapped' | 'checking' | 'checked' | 'running' | 'finished' | 'failed';
  format: ImportFormat;
  /** Its own key; null: from before imports had one. */
  data_key_id: DataKeyId | null;
  /** Of imports from before their own key: the names of the columns as the file has them. */
  header: string | null;
  /** The same, sealed: where a file has no header it is a person. Empty for NDJSON. */
  header_sealed: Buffer | null;
  delimiter: string;
  mapping: Mapping | null;
  bytes: number;
  way: 'page' | 'api' | 'folder';
  total: number;
  recorded: number;
  duplicate: number;
  conflict: number;
  suppressed: number;
  quarantined: number;
  created_by: string;
  created_at: string;
  finished_at: string | null;
  /** What the dry run found: counts in the clear, lines sealed. */
  preview: { counts: Record<RecordStatus, number>; held: string | null; isPartial: boolean } | null;
  error: string | null;
}

export interface ImportLineRow {
  import_id: ImportId;
  line: number;
  status: RecordStatus;
  reasons: Reason[];
  choice_id: ChoiceId | null;
  raw_sealed: Buffer | null;
  identifier_hashes: Buffer[];
}

export async function insertImport(h: Handle, row: ImportRow): Promise<void> {
  await h.trx('imports').insert({
    ...row,
    mapping: row.mapping && JSON.stringify(row.mapping),
    preview: row.preview && JSON.stringify(row.preview),
  });
}

export async function importById(h: Handle, id: string): Promise<ImportRow | undefined> {
  return h.trx('imports').where({ id }).first();
}

export async function lockImport(h: Handle, id: string): Promise<ImportRow | undefined> {
  return h.trx('imports').where({ id }).forUpdate().first();
}

/** @param systems of these only; null: of all */
export async function listImports(
  h: Handle,
  limit: number,
  systems: ReadonlySet<string> | null = null,
): Promise<ImportRow[]> {
  const query = h.trx('imports').orderBy('created_at', 'desc').limit(limit);
  return systems ? query.whereIn('system_id', [...systems]) : query;
}

export async function importOfFile(
  h: Handle,
  systemId: SystemId,
  sha256: Buffer,
  way: ImportRow['way'],
): Promise<ImportRow | undefined> {
  return h.trx('imports').where({ system_id: systemId, file_sha256: sha256, way }).first();
}

export async function setImport(h: Handle, id: string, change: Partial<ImportRow>): Promise<void> {
  await h
    .trx('imports')
    .where({ id })
    .update({
      ...change,
      ...(change.mapping ? { mapping: JSON.stringify(change.mapping) } : {}),
      ...(change.preview ? { preview: JSON.stringify(change.preview) } : {}),
    });
}

/** Writes what became of some lines and adds them to the counts, in one transaction with their choices. */
export async function addImportLines(h: Handle, importId: ImportId, lines: readonly ImportLineRow[]): Promise<void> {
  // What simply went in is in the ledger; only the rest needs a line of its own.
  const kept = lines
    .filter(({ status }) => status !== 'recorded')
    .map((line) => ({
      ...line,
      reasons: JSON.stringify(line.reasons),
      identifier_hashes: hashArray(line.identifier_hashes),
    }));
  await insertRows(
    h,
    'import_lines',
    ['import_id', 'line', 'status', 'reasons', 'choice_id', 'raw_sealed', 'identifier_hashes'],
    kept,
  );
  const count = (status: RecordStatus) => lines.filter((line) => line.status === status).length;
  await h
    .trx('imports')
    .where({ id: importId })
    .update({
      recorded: h.trx.raw('recorded + ?', [count('recorded')]),
      duplicate: h.trx.raw('duplicate + ?', [count('duplicate')]),
      conflict: h.trx.raw('conflict + ?', [count('conflict')]),
      suppressed: h.trx.raw('suppressed + ?', [count('suppressed')]),
      quarantined: h.trx.raw('quarantined + ?', [count('quarantined')]),
    });
}

function hashArray(hashes: readonly Buffer[]): string {
  return `{${hashes.map((hash) => `"\\\\x${hash.toString('hex')}"`).join(',')}}`;
}

/** Lines that did not simply go in, in order; keyset-paged by line. */
export async function heldLines(
  h: Handle,
  importId: ImportId,
  after: number,
  limit: number,
  status: RecordStatus | null = null,
): Promise<ImportLineRow[]> {
  const query = h
    .trx('import_lines')
    .where({ import_id: importId })
    .whereNot('status', 'recorded')
    .where('line', '>', after)
    .orderBy('line')
    .limit(limit);
  if (status) query.where({ status });
  return query;
}

export async function lockHeldLine(h: Handle, importId: ImportId, line: number): Promise<ImportLineRow | undefined> {
  return h.trx('import_lines').where({ import_id: importId, line, status: 'quarantined' }).forUpdate().first();
}

/** A line that was corrected and run again: its new end, and the counts moved with it. */
export async function moveLine(
  h: Handle,
  row: ImportLineRow,
  change: Omit<ImportLineRow, 'import_id' | 'line'> & { corrected_at: string; corrected_by: string },
): Promise<void> {
  await h
    .trx('import_lines')
    .where({ import_id: row.import_id, line: row.line })
    .update({ ...change, reasons: JSON.stringify(change.reasons) });
  if (change.status === row.status) return;
  await h
    .trx('imports')
    .where({ id: row.import_id })
    .update({ [row.status]: h.trx.raw('?? - 1', [row.status]), [change.status]: h.trx.raw('?? + 1', [change.status]) });
}

export interface HeldAnywhere {
  import_id: ImportId;
  line: number;
  raw_sealed: Buffer;
  data_key_id: DataKeyId | null;
}

/** Lines that were held back, of every import, in order. */
export async function heldLinesAnywhere(
  h: Handle,
  after: { import_id: ImportId; line: number } | null,
  limit: number,
): Promise<HeldAnywhere[]> {
  const query = h
    .trx('import_lines as l')
    .join('imports as i', 'i.id', 'l.import_id')
    .whereNotNull('l.raw_sealed')
    .select('l.import_id', 'l.line', 'l.raw_sealed', 'i.data_key_id')
    .orderBy(['l.import_id', 'l.line'])
    .limit(limit);
  if (after) query.whereRaw('(l.import_id, l.line) > (?, ?)', [after.import_id, after.line]);
  return query;
}

export async function clearHeldLine(
  h: Handle,
  { import_id, line }: Pick<HeldAnywhere, 'import_id' | 'line'>,
): Promise<void> {
  await h.trx('import_lines').where({ import_id, line }).update({ raw_sealed: null, identifier_hashes: '{}' });
}

/** Held lines of imports whose key is gone can be read by nobody: they go too. */
export async function forgetEndedImports(h: Handle): Promise<void> {
  await h.trx.raw(
    `update import_lines l set raw_sealed = null, identifier_hashes = '{}' from imports i
  join data_keys k on k.id = i.data_key_id where i.id = l.import_id and k.wrapped is null
  and l.raw_sealed is not null`,
  );
}

/** Files that were handed in before an instant and never taken in. @returns their files */
export async function takeUnusedImports(h: Handle, before: string): Promise<string[]> {
  const rows = (await h
    .trx('imports')
    .where('created_at', '<', before)
    .whereIn('state', ['unmapped', 'checked', 'failed'])
    .whereNot('file_path', '')
    .limit(100)) as ImportRow[];
  await h
    .trx('imports')
    .whereIn(
      'id',
      rows.map(({ id }) => id),
    )
    .update({ state: 'failed', error: 'never-used', file_path: '', preview: null, header: null });
  return rows.map(({ file_path }) => file_path);
}
