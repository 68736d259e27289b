import { delimiterOf } from '../../core/imports/mapping';
import { importById, type ImportRow } from '../../db/imports/imports';
import type { Context } from '../shared/context';
import { linesOf, type FileFacts } from './readFile';
import { importKey } from './sealed';

export interface ImportFile extends Pick<FileFacts, 'format' | 'encoding' | 'header' | 'delimiter' | 'sample'> {
  row: ImportRow;
}

const SAMPLE = 5;

/** An import's file as it lies in storage, with its first lines; null where there is none (any more). */
export async function fileOf(ctx: Context, importId: string): Promise<ImportFile | null> {
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
