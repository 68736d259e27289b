import { finished } from 'node:stream';
import { parse } from 'csv-parse';
import { delimiterOf } from '../../core/imports/mapping';
import { FileProblem, type FileLimits, type Unpacked } from './limits';
import { marksOf } from './marks';
import { sheetRows } from './sheetRows';
import { asLines } from './textOf';
import { sayMixed } from './mixed';
import type { Reading } from './unit';

/** Bytes that are read at once; what follows a broken line is read again. */
const PIECE = 256 * 1024;
const BREAK = 10;
/** Lines whose quotation marks do not pair, from which on marks have no meaning in the whole rest. */
const MOST_BROKEN = 1000;

/**
 * Comma, semicolon or tab; a line that does not parse is read without the meaning of its quotation marks, said, and the
 * rest goes on.
 */
export async function* readDelimited(bytes: Buffer, limits: FileLimits): AsyncGenerator<Reading> {
  const { bytes: content, guessed } = asLines(bytes);
  yield* sayMixed(guessed);
  const delimiter = delimiterOf(content.toString('utf8', 0, endOfLine(content, 0)));
  const header = new Header('', limits);
  let [at, number, broken] = [0, 0, 0];
  while (at < content.length && !header.isFull) {
    let good = at;
    try {
      const quote = broken > MOST_BROKEN ? null : '"';
      for await (const { record, end } of recordsOf(content.subarray(at), {
        delimiter,
        quote,
        max_record_size: limits.mostRow,
      })) {
        good = at + end;
        yield* header.read(record, ++number);
        if (header.isFull) return;
      }
      return;
    } catch {
      if (broken++ === 0)
        yield {
          trouble: {
            place: '',
            trouble: 'damaged',
            message: 'Its quotation marks do not pair; lines of that kind were read without them.',
          },
        };
      while (content[good] === BREAK || content[good] === BREAK + 3) good++;
      at = endOfLine(content, good) + 1;
      const line = content.toString('utf8', good, Math.min(at, good + limits.mostRow)).replace(/\r?\n?$/, '');
      if (line !== '') yield* header.read(line.split(delimiter), ++number);
    }
  }
}

/** Records with where each ends, in bytes; then, where one cannot be read, it throws. */
async function* recordsOf(
  content: Buffer,
  options: { delimiter: string; quote: string | null; max_record_size: number },
): AsyncGenerator<{ record: string[]; end: number }> {
  const ready: { record: string[]; end: number }[] = [];
  // Taken as they are found: what the stream still held when a later one fails would be lost with it.
  const parser = parse({
    ...options,
    relax_column_count: true,
    skip_empty_lines: true,
    on_record: (record: string[], { bytes }) => void ready.push({ record, end: bytes }),
  });
  parser.on('error', () => {});
  parser.resume();
  const outcome = (work: (said: (error?: Error | null) => void) => void) =>
    new Promise<Error | null>((resolve) => work((error) => resolve(error ?? null)));
  for (let at = 0, isOver = false; !isOver; at += PIECE) {
    isOver = at >= content.length;
    const failure = await outcome((said) =>
      isOver ? finished(parser.end(), said) : parser.write(content.subarray(at, at + PIECE), said),
    );
    yield* ready.splice(0);
    if (failure) throw failure;
  }
}

function endOfLine(content: Buffer, from: number): number {
  const end = content.indexOf(BREAK, from);
  return end < 0 ? content.length : end;
}

/** Values that no column is called by: an address, a number of a telephone or an account, a day, an amount. */
const NO_NAME =
  /^[^\s@]+@[^\s@]+\.[a-z]{2,}$|^\+?\d[\d ()/.-]{6,}$|^\d{1,4}[-./]\d{1,2}[-./]\d{1,4}([ T].*)?$|^-?\d+[.,]\d+$/i;

/** Whether a first row is somebody's record and not the names of columns. */
const isRecord = (row: readonly (string | null)[]): boolean =>
  row.some((cell) => cell !== null && NO_NAME.test(cell.trim()));

/** Every column has a name of its own, or one of two would hide the other. */
function namesOf(row: readonly (string | null)[]): string[] {
  const seen = new Map<string, number>();
  return row.map((cell, i) => {
    const name = cell?.trim() || `column ${i + 1}`;
    const times = (seen.get(name) ?? 0) + 1;
    seen.set(name, times);
    return times === 1 ? name : `${name} ${times}`;
  });
}

/**
 * The first row that is not blank names the fields of all that follow, unless it is a record itself: then columns go by
 * their number.
 */
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
      const isNamed = !isRecord(row);
      this.names = isNamed ? namesOf(row) : [];
      if (isNamed) return;
    }
    if (number > this.limits.mostRows) {
      this.isFull = true;
      yield {
        trouble: {
          place: this.sheet,
          trouble: 'too-many',
          message: `Only the first ${this.limits.mostRows.toLocaleString('en')} rows were read.`,
        },
      };
      return;
    }
    const place = this.sheet ? `${this.sheet}!${number}` : `row ${number}`;
    const fields: Record<string, string | null> = {};
    for (const [i, cell] of row.entries()) {
      if (cell === null || cell === '') continue;
      if (cell.length > this.limits.mostField)
        yield {
          trouble: {
            place,
            trouble: 'field-cut',
            message: `A field of ${cell.length.toLocaleString('en')} characters was cut.`,
          },
        };
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
/** What stands for blanks in OpenDocument text. */
const BLANKS = ['line-break', 'tab', 's'];

/**
 * Every sheet of an OpenDocument spreadsheet, read as a stream: what is held in memory is a piece and its rows. Cells
 * and rows that are said once and repeated are given as often; blank ones are only counted.
 */
export async function* readOds(content: AsyncIterable<Buffer>, limits: FileLimits): AsyncGenerator<Reading> {
  const ready: Reading[] = [];
  let header = new Header('', limits);
  let [number, left, blanks, rowRepeats] = [0, limits.mostCells, 0, 1];
  let cells: (string | null)[] = [];
  let cell: { words: string; date: string | null; repeats: number } | null = null;
  const say = (text: string) => {
    if (cell && cell.words.length <= limits.mostField) cell.words += text;
  };
  const keep = ({ words, date, repeats }: NonNullable<typeof cell>) => {
    const value = date ?? (words.trim() || null);
    if (value === null) {
      blanks += repeats;
      return;
    }
    // A blank cell counts only where something follows it: a sheet ends in thousands of them.
    const added = [
      ...Array<null>(Math.min(blanks, CELL_REPEATS)).fill(null),
      ...Array<string>(Math.min(repeats, CELL_REPEATS)).fill(value),
    ];
    left -= added.length;
    if (left < 0)
      throw new FileProblem('too-many', `Only the first ${limits.mostCells.toLocaleString('en')} cells were read.`);
    cells.push(...added);
    blanks = 0;
  };
  const feed = marksOf({
    open: (name, of) => {
      if (name === 'table') [header, number] = [new Header(of('name') ?? '', limits), 0];
      else if (name === 'table-row') [cells, blanks, rowRepeats] = [[], 0, Number(of('number-rows-repeated') ?? 1)];
      else if (isCell(name))
        cell = { words: '', date: of('date-value') ?? null, repeats: Number(of('number-columns-repeated') ?? 1) };
      else if (BLANKS.includes(name)) say(' '.repeat(Math.min(Number(of('c') ?? 1), CELL_REPEATS)));
    },
    text: say,
    close: (name) => {
      if (name === 'p' || name === 'h') say('\n');
      else if (isCell(name) && cell) {
        keep(cell);
        cell = null;
      } else if (name === 'table-row') {
        const times = cells.length > 0 ? Math.min(rowRepeats, CELL_REPEATS) : 0;
        for (let n = 1; n <= times; n++) ready.push(...header.read(cells, number + n));
        number += rowRepeats;
      }
    },
  });
  try {
    for await (const piece of content) {
      feed.write(piece);
      yield* ready.splice(0);
    }
    feed.end();
  } catch (cause) {
    if (cause instanceof FileProblem) throw cause;
    throw new FileProblem('damaged', 'The table could not be read.', { cause });
  }
}

const isCell = (name: string): boolean => name === 'table-cell' || name === 'covered-table-cell';
