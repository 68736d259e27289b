import type { DataKeyId, ImportId } from '../../core/shared/ids';
import { keptReason } from '../../core/words/reasons';
import type { ImportRow } from '../../db/imports/imports';
import { dataKeys } from '../../db/keys/dataKeys';
import type { HeldLine } from '../../core/imports/views';
import type { Handle } from '../../db/shared/handle';
import type { WrappedKey } from '../../ports/keys';
import type { Context } from '../shared/context';
import { shapes, sealedAs, sealedText } from '../keys/sealedValue';
import { asWrapped, vaultOf } from '../keys/vault';

// What an import holds of people: its file's name, its first line, lines that were held back, and its file. All of it
// is sealed under the import's own key and opened here alone. Imports from before that key existed are under the
// installation's.

type Owner = Pick<ImportRow, 'id' | 'data_key_id'>;

export const importFileName = sealedText('imports.file_name_sealed', (importId: ImportId) => importId);
export const importHeader = sealedText('imports.header_sealed', (importId: ImportId) => `header:${importId}`);
export const rawLine = sealedText(
  'import_lines.raw_sealed',
  (importId: ImportId, line: number) => `${importId}:${line}`,
);
/** Their reasons were kept in words. */
const linesOfOld = (value: unknown): readonly HeldLine[] =>
  (value as HeldLine[]).map((line) => ({ ...line, reasons: line.reasons.map(keptReason) }));

/** A part of the preview beside its figures, in Base64. */
const heldLines = sealedAs(
  shapes<readonly HeldLine[]>(linesOfOld, linesOfOld, (value) => value as HeldLine[]),
  'imports.preview',
  (importId: ImportId) => `preview:${importId}`,
);

export const openFileName = async (ctx: Context, h: Handle, row: ImportRow) =>
  (await importFileName.open(vaultOf(ctx, h), row.data_key_id, row.file_name_sealed, row.id)) ?? '(gone)';

/** Imports of old have their first line in the open. */
export const openHeader = async (ctx: Context, h: Handle, row: ImportRow) =>
  row.header ?? (await importHeader.open(vaultOf(ctx, h), row.data_key_id, row.header_sealed, row.id)) ?? '';

/** Sealing of many lines: the key is asked for once. */
export async function rawSealer(ctx: Context, h: Handle, row: Owner): Promise<(line: number, raw: string) => Buffer> {
  const key = await importKey(h, row);
  return (line, raw) => rawLine.closeUnder(ctx.keys, key, raw, row.id, line);
}

export const openRaw = (
  ctx: Context,
  h: Handle,
  row: { import_id: ImportId; data_key_id: DataKeyId | null },
  line: { line: number; raw_sealed: Buffer | null },
) => rawLine.open(vaultOf(ctx, h), row.data_key_id, line.raw_sealed, row.import_id, line.line);

export const sealPreview = async (ctx: Context, h: Handle, row: Owner, held: readonly HeldLine[]) =>
  (await heldLines.close(vaultOf(ctx, h), row.data_key_id, held, row.id)).toString('base64');

export async function openPreview(ctx: Context, h: Handle, row: ImportRow): Promise<readonly HeldLine[]> {
  const sealed = row.preview?.held ? Buffer.from(row.preview.held, 'base64') : null;
  return (await heldLines.open(vaultOf(ctx, h), row.data_key_id, sealed, row.id)) ?? [];
}

/** The key of its file as a stream; null: the installation's own. @throws where it was destroyed */
export async function importKey(h: Handle, row: Pick<ImportRow, 'data_key_id'>): Promise<WrappedKey | null> {
  if (!row.data_key_id) return null;
  const key = asWrapped((await dataKeys(h, [row.data_key_id])).get(row.data_key_id));
  if (!key) throw Object.assign(new Error('the key of this import is destroyed'), { code: 'ENOENT' });
  return key;
}
