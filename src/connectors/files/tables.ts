import { parse } from 'csv-parse/sync';
import { delimiterOf } from '../../core/imports/mapping';
import type { FileLimits, Unpacked } from './limits';
import { sheetRows } from './sheetRows';
import { textOf, unescapeXml } from './textOf';
import type { Reading } from './unit';
import { readEntry, type Archive } from './zip';

/** Comma, semicolon or tab; a line that does not parse is said and the rest goes on. */
export function* readDelimited(bytes: Buffer, limits: FileLimits): Generator<Reading> {
  const text = textOf(bytes).replace(/^\uFEFF/, '');
  const firstLine = text.slice(0, text.search(/\r?\n|$/));
  let rows: string[][];
  const options = { delimiter: delimiterOf(firstLine), bom: true, relax_column_count: true, skip_empty_lines: true, max_record_size: 0 };
  try {
    rows = parse(text, { ...options, relax_quotes: false }) as string[][];
  } catch {
    // A broken quotation mark: read again without their meaning, so that nothing of the file is lost.
    rows = parse(text, { ...options, quote: null }) as string[][];
    yield { trouble: { place: '', trouble: 'damaged', message: 'Its quotation marks do not pair; it was read without them.' } };
  }
  yield* rowsOf(rows, '', limits);
}

/** Rows under their header; a row is named by its number as a person counts. */
export function* rowsOf(rows: Iterable<readonly (string | null)[]>, sheet: string, limits: FileLimits): Generator<Reading> {
  const header = new Header(sheet, limits);
  let number = 0;
  for (const row of rows) {
    yield* header.read(row, ++number);
    if (header.isFull) return;
  }
}

/** The first row that is not blank names the fields of all that follow. */
class Header {
  isFull = false;
  private names: string[] | null = null;
  constructor(
    private readonly sheet: string,
    private readonly limits: FileLimits,
  ) {}

  *read(row: readonly (string | null)[], number: number): Generator<Reading> {
    if (this.isFull || row.every((cell) => cell === null || cell.trim() === '')) return;
    if (!this.names) {
      this.names = row.map((cell, i) => cell?.trim() || `column ${i + 1}`);
      return;
    }
    if (number > this.limits.mostEntries) {
      this.isFull = true;
      yield { trouble: { place: this.sheet, trouble: 'too-many', message: `Only the first ${this.limits.mostEntries.toLocaleString('en')} rows were read.` } };
      return;
    }
    const place = this.sheet ? `${this.sheet}!${number}` : `row ${number}`;
    const fields: Record<string, string | null> = {};
    for (const [i, cell] of row.entries()) {
      if (cell === null || cell === '') continue;
      if (cell.length > this.limits.mostField) yield { trouble: { place, trouble: 'field-cut', message: `A field of ${cell.length.toLocaleString('en')} characters was cut.` } };
      fields[this.names[i] ?? `column ${i + 1}`] = cell.slice(0, this.limits.mostField);
    }
    yield { unit: { place, fields, text: null } };
  }
}

/** Every sheet of an XLSX workbook. */
export async function* readXlsx(bytes: Buffer, limits: FileLimits, unpacked: Unpacked): AsyncGenerator<Reading> {
  let sheetBefore: string | null = null;
  let header = new Header('', limits);
  for await (const { sheet, number, cells } of sheetRows(bytes, limits, unpacked)) {
    if (sheet !== sheetBefore) header = new Header(sheet, limits);
    sheetBefore = sheet;
    yield* header.read(cells, number);
  }
}

const CELL_REPEATS = 2000;

/** Every sheet of an OpenDocument spreadsheet. */
export async function* readOds(archive: Archive, limits: FileLimits): AsyncGenerator<Reading> {
  const content = textOf(await readEntry(archive, 'content.xml'));
  for (const [, name, body] of content.matchAll(/<table:table\b[^>]*?table:name="([^"]*)"[^>]*>([\s\S]*?)<\/table:table>/g)) {
    const rows: (string | null)[][] = [];
    for (const [, attributes, inner] of body!.matchAll(/<table:table-row\b([^>]*?)(?:\/>|>([\s\S]*?)<\/table:table-row>)/g)) {
      const cells: (string | null)[] = [];
      for (const [, own, text] of (inner ?? '').matchAll(/<table:(?:covered-)?table-cell\b([^>]*?)(?:\/>|>([\s\S]*?)<\/table:(?:covered-)?table-cell>)/g)) {
        const value = /office:date-value="([^"]+)"/.exec(own!)?.[1] ?? (text ? odfText(text) : null);
        const repeats = Math.min(Number(/number-columns-repeated="(\d+)"/.exec(own!)?.[1] ?? 1), value === null ? 1 : CELL_REPEATS);
        for (let n = 0; n < repeats; n++) cells.push(value);
      }
      const times = Math.min(Number(/number-rows-repeated="(\d+)"/.exec(attributes!)?.[1] ?? 1), cells.some((cell) => cell !== null) ? CELL_REPEATS : 1);
      for (let n = 0; n < times; n++) rows.push(cells);
    }
    yield* rowsOf(rows, unescapeXml(name!), limits);
  }
}

/** Paragraphs of OpenDocument content, one a line. */
export function odfText(xml: string): string {
  return unescapeXml(xml.replace(/<text:(?:line-break|tab)\/>/g, ' ').replace(/<text:s(?: text:c="\d+")?\/>/g, ' ').replace(/<\/text:(?:p|h)>/g, '\n').replace(/<[^>]+>/g, '')).trim();
}
