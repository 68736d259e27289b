import { dataKeys } from '../../db/keys/dataKeys';
import type { ImportRow } from '../../db/imports/imports';
import type { HeldLine } from '../../core/ledger/views';
import type { Handle } from '../../db/shared/handle';
import type { WrappedKey } from '../../ports/keys';
import type { Context } from '../shared/context';
import { asWrapped, vaultOf } from '../keys/vault';

// What an import holds of people: its file's name, its first line, lines that were held back, and its file. All of it is sealed under the
// import's own key and opened here alone. Imports from before that key existed are under the installation's.

type Owner = Pick<ImportRow, 'id' | 'data_key_id'>;

const seal = async (ctx: Context, h: Handle, row: Owner, text: string, about: string): Promise<Buffer> =>
  row.data_key_id ? vaultOf(ctx, h).seal(row.data_key_id, text, about) : ctx.keys.sealOwn(text, about);
const open = async (
  ctx: Context,
  h: Handle,
  row: Owner,
  sealed: Buffer | null,
  about: string,
): Promise<string | null> => {
  if (!sealed) return null;
  return row.data_key_id ? vaultOf(ctx, h).unseal(row.data_key_id, sealed, about) : ctx.keys.unsealOwn(sealed, about);
};

export const sealFileName = (ctx: Context, h: Handle, row: Owner, name: string) => seal(ctx, h, row, name, row.id);
export const openFileName = async (ctx: Context, h: Handle, row: ImportRow) =>
  (await open(ctx, h, row, row.file_name_sealed, row.id)) ?? '(gone)';

export const sealHeader = (ctx: Context, h: Handle, row: Owner, header: string) =>
  seal(ctx, h, row, header, `header:${row.id}`);
export const openHeader = async (ctx: Context, h: Handle, row: ImportRow) =>
  row.header ?? (await open(ctx, h, row, row.header_sealed, `header:${row.id}`)) ?? '';

/** Sealing of many lines: the key is asked for once. */
export async function rawSealer(ctx: Context, h: Handle, row: Owner): Promise<(line: number, raw: string) => Buffer> {
  const key = row.data_key_id ? await importKey(h, row) : null;
  return (line, raw) =>
    key ? ctx.keys.seal(key, raw, `${row.id}:${line}`) : ctx.keys.sealOwn(raw, `${row.id}:${line}`);
}
export const openRaw = (
  ctx: Context,
  h: Handle,
  row: { import_id: string; data_key_id: string | null },
  line: { line: number; raw_sealed: Buffer | null },
) =>
  open(ctx, h, { id: row.import_id, data_key_id: row.data_key_id }, line.raw_sealed, `${row.import_id}:${line.line}`);

export const sealPreview = async (ctx: Context, h: Handle, row: Owner, held: readonly HeldLine[]) =>
  (await seal(ctx, h, row, JSON.stringify(held), `preview:${row.id}`)).toString('base64');
export async function openPreview(ctx: Context, h: Handle, row: ImportRow): Promise<HeldLine[]> {
  const text = row.preview?.held
    ? await open(ctx, h, row, Buffer.from(row.preview.held, 'base64'), `preview:${row.id}`)
    : null;
  return text ? (JSON.parse(text) as HeldLine[]) : [];
}

/** The key of its file as a stream; null: the installation's own. @throws where it was destroyed */
export async function importKey(h: Handle, row: Pick<ImportRow, 'data_key_id'>): Promise<WrappedKey | null> {
  if (!row.data_key_id) return null;
  const key = asWrapped((await dataKeys(h, [row.data_key_id])).get(row.data_key_id));
  if (!key) throw Object.assign(new Error('the key of this import is destroyed'), { code: 'ENOENT' });
  return key;
}
