import type { ImportId } from '../../core/shared/ids';
import { delimiterOf } from '../../core/imports/mapping';
import { importById, type ImportRow } from '../../db/imports/imports';
import { RunFailed } from '../runs/workOnRun';
import type { Context } from '../shared/context';
import { linesOf, type FileFacts } from './readFile';
import { importKey } from './sealed';

export interface ImportFile extends Pick<FileFacts, 'format' | 'encoding' | 'header' | 'delimiter' | 'sample'> {
  row: ImportRow;
}

const SAMPLE = 5;

/**
 * The file of an import that is under way, for whoever works on it. One that is not there just now may come back with the storage: only an
 * import that has ended meanwhile is given up.
 *
 * @throws RunFailed where the import has ended; ENOENT where its file cannot be read
 */
export async function fileInWork(ctx: Context, importId: ImportId, state: 'checking' | 'running'): Promise<ImportFile> {
  const row = await ctx.transaction((h) => importById(h, importId));
  if (row?.state !== state) throw new RunFailed('gone');
  const file = await fileOf(ctx, importId);
  if (!file) throw Object.assign(new Error('the file of this import is not there'), { code: 'ENOENT' });
  return file;
}

/** An import's file as it lies in storage, with its first lines; null where there is none (any more). */
export async function fileOf(ctx: Context, importId: ImportId): Promise<ImportFile | null> {
  const row = await ctx.transaction((h) => importById(h, importId));
  if (!row || row.state === 'finished') return null;
  const first = await firstLines(ctx, row).catch((error: NodeJS.ErrnoException) => {
    // It was finished, and its file let go of, between the look at its row and the look at the file.
    if (error.code === 'ENOENT') return null;
    throw error;
  });
  if (first === null) return null;
  const header = first[0] ?? '';
  return {
    row,
    format: row.format,
    encoding: row.encoding,
    header,
    delimiter: row.format === 'xlsx' ? ';' : delimiterOf(header),
    sample: first.slice(1),
  };
}

async function firstLines(ctx: Context, row: ImportRow): Promise<string[]> {
  const first: string[] = [];
  for await (const { raw } of linesOf(
    ctx,
    row.file_path,
    { format: row.format, encoding: row.encoding, delimiter: ';' },
    await ctx.transaction((h) => importKey(h, row)),
  )) {
    first.push(raw);
    if (first.length > SAMPLE) break;
  }
  return first;
}
