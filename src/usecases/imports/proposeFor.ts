import { wordCounter } from '../../core/imports/fileWords';
import { proposeMapping } from '../../core/imports/mapping';
import type { ImportView } from '../../core/imports/views';
import { purposesInForce } from '../../core/purposes/purposes';
import { allPurposes, type PurposeWithWords } from '../../db/purposes/purposes';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import type { ImportFile } from './fileOf';
import { linesOf } from './readFile';
import { importKey } from './sealed';
import { columnsOf } from './uploadImport';

/** Lines that are looked through for the words of a file: who maps it waits for that. */
const LOOKED_THROUGH = 20_000;

/** What is proposed for a file nobody has mapped yet: from the names of its columns and from what stands in them. */
export async function proposeFor(ctx: Context, file: ImportFile): Promise<NonNullable<ImportView['toMap']>> {
  const columns = columnsOf(file);
  const counter = wordCounter(columns, file.format, file.delimiter);
  const key = await ctx.transaction((h) => importKey(h, file.row));
  let lines = 0;
  for await (const { raw } of linesOf(ctx, file.row.file_path, file, key)) {
    // The first line of a table names its columns.
    if (lines++ > 0 || file.format === 'ndjson') counter.add(raw);
    if (lines > LOOKED_THROUGH) break;
  }
  return {
    columns,
    mapping: proposeMapping(columns, counter),
    sample: file.sample,
    words: counter.words(),
    purposes: await ctx.transaction((h) => purposesNow(ctx, h)),
  };
}

async function purposesNow(ctx: Context, h: Handle): Promise<{ id: string; title: string }[]> {
  const now = ctx.clock.now();
  const inForce = purposesInForce(await allPurposes(h), now, now) as PurposeWithWords[];
  return inForce.map(({ id, title }) => ({ id, title }));
}
