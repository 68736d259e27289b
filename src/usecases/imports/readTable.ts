import { parse } from 'csv-parse/sync';
import iconv from 'iconv-lite';
import { delimiterOf } from '../../core/imports/mapping';
import type { Context } from '../shared/context';
import { FileDamaged, formatOf, guessEncoding } from './readFile';

export interface Table {
  columns: string[];
  /** Rows with their number as a person counts; each has a cell for every column. */
  rows: { number: number; cells: string[] }[];
}

/**
 * A small table that is looked at as a whole: CSV, with line breaks in its cells too, or the first sheet of a workbook.
 *
 * @throws FileDamaged
 */
export async function readTable(ctx: Context, content: Buffer): Promise<Table> {
  const all = formatOf(content) === 'xlsx' ? await sheetRows(ctx, content) : csvRows(content);
  const filled = all.filter(({ cells }) => cells.some((cell) => cell !== ''));
  const columns = filled[0]?.cells ?? [];
  return {
    columns,
    rows: filled.slice(1).map(({ number, cells }) => ({ number, cells: columns.map((_, i) => cells[i] ?? '') })),
  };
}

function csvRows(content: Buffer): Table['rows'] {
  const text = textOf(content);
  try {
    const rows = parse(text, {
      delimiter: delimiterOf(text.split(/\r?\n/, 1)[0] ?? ''),
      relax_column_count: true,
      trim: true,
      info: true,
    }) as unknown as { record: string[]; info: { lines: number } }[];
    return rows.map(({ record, info }) => ({ number: info.lines, cells: record }));
  } catch (cause) {
    throw new FileDamaged('its quotes do not close', { cause });
  }
}

function textOf(content: Buffer): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(content).replace(/^\uFEFF/, '');
  } catch {
    return iconv.decode(content, guessEncoding(content));
  }
}

async function sheetRows(ctx: Context, content: Buffer): Promise<Table['rows']> {
  const rows: Table['rows'] = [];
  try {
    for await (const { number, cells } of ctx.fileReader.sheetRows(content))
      rows.push({ number, cells: cells.map((cell) => (cell ?? '').trim()) });
  } catch (cause) {
    throw new FileDamaged('the workbook cannot be read', { cause });
  }
  return rows;
}
