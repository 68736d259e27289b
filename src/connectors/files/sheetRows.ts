import { posix } from 'node:path';
import { FileProblem, type FileLimits, type Unpacked } from './limits';
import { marks, marksOf } from './marks';
import { openZip, streamEntry, type Archive } from './zip';

export interface SheetRow {
  sheet: string;
  /** As a person counts, from 1. */
  number: number;
  /** Up to the last one that is filled. */
  cells: (string | null)[];
}

/** Bytes of the parts that the reader must hold whole: texts that cells share, styles, the list of sheets. */
const MOST_HELD = 128 * 1024 * 1024;

/**
 * The rows of every sheet of an XLSX workbook (ISO/IEC 29500), hidden ones too, read as a stream: what is held in
 * memory is the packed file, the texts that its cells share, and one piece. Formulas are read as the values that stand
 * in them, days as days.
 *
 * @throws FileProblem where it is damaged, unpacks to too much, or holds more cells than allowed
 */
export async function* sheetRows(bytes: Buffer, limits: FileLimits, unpacked: Unpacked): AsyncGenerator<SheetRow> {
  const archive = await openZip(bytes, unpacked, limits.mostEntries);
  try {
    const book = await readBook(archive);
    let left = limits.mostCells;
    for (const { name, part } of book.sheets) {
      for await (const row of rowsOf(streamEntry(archive, part), name, book)) {
        left -= row.cells.length;
        if (left < 0)
          throw new FileProblem('too-many', `Only the first ${limits.mostCells.toLocaleString('en')} cells were read.`);
        yield row;
      }
    }
  } catch (cause) {
    if (cause instanceof FileProblem) throw cause;
    throw new FileProblem('damaged', 'The workbook could not be read.', { cause });
  } finally {
    archive.close();
  }
}

interface Book {
  sheets: { name: string; part: string }[];
  texts: string[];
  /** Whether a cell of this style shows a day or a time. */
  isDate: boolean[];
  /** Days between the first day that is counted and 1970-01-01. */
  epoch: number;
}

/** 1899-12-30 and 1904-01-01, in days before 1970. */
const EPOCHS = { usual: 25_569, from1904: 24_107 };

async function readBook(archive: Archive): Promise<Book> {
  const parts = new Map<string, string>();
  const byKind = new Map<string, string>();
  await marks(streamEntry(archive, 'xl/_rels/workbook.xml.rels'), {
    open: (name, of) => {
      if (name !== 'Relationship' || of('TargetMode') === 'External') return;
      const part = posix
        .join('/xl', of('Target')!.startsWith('/') ? posix.relative('/xl', of('Target')!) : of('Target')!)
        .slice(1);
      parts.set(of('Id')!, part);
      byKind.set(of('Type')!.split('/').at(-1)!, part);
    },
  });
  const book: Book = { sheets: [], texts: [], isDate: [], epoch: EPOCHS.usual };
  await marks(streamEntry(archive, 'xl/workbook.xml'), {
    open: (name, of) => {
      if (name === 'workbookPr' && /^(1|true)$/.test(of('date1904') ?? '')) book.epoch = EPOCHS.from1904;
      const part = name === 'sheet' ? parts.get(of('id')!) : undefined;
      // A sheet that is a chart has no rows.
      if (part?.includes('worksheets/')) book.sheets.push({ name: of('name')!, part });
    },
  });
  const held = (kind: string) =>
    byKind.has(kind) && archive.entries.some(({ name }) => name === byKind.get(kind))
      ? within(streamEntry(archive, byKind.get(kind)!))
      : null;
  const texts = held('sharedStrings');
  if (texts) book.texts = await readTexts(texts);
  const styles = held('styles');
  if (styles) book.isDate = await readStyles(styles);
  return book;
}

async function* within(content: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  let size = 0;
  for await (const piece of content) {
    size += piece.length;
    if (size > MOST_HELD) throw new FileProblem('bomb', `Its texts unpack to more than ${MOST_HELD / 1_048_576} MB.`);
    yield piece;
  }
}

async function readTexts(content: AsyncIterable<Buffer>): Promise<string[]> {
  const texts: string[] = [];
  const words = new Words();
  await marks(content, {
    open: (name) => (name === 'si' ? words.begin() : words.open(name)),
    text: (text) => words.text(text),
    close: (name) => (name === 'si' ? void texts.push(words.end()) : words.close(name)),
  });
  return texts;
}

/**
 * The words of one text, in however many runs of letters it is written; how Japanese is pronounced is not among them.
 */
class Words {
  private said = '';
  private isOn = false;
  private isSound = false;
  begin(): void {
    [this.said, this.isOn, this.isSound] = ['', false, false];
  }
  open(name: string): void {
    if (name === 'rPh') this.isSound = true;
    if (name === 't') this.isOn = !this.isSound;
  }
  text(words: string): void {
    if (this.isOn) this.said += words;
  }
  close(name: string): void {
    if (name === 'rPh') this.isSound = false;
    if (name === 't') this.isOn = false;
  }
  end(): string {
    return unescaped(this.said);
  }
}

/** Letters that XML does not have are written as `_x000D_`. */
const unescaped = (text: string): string =>
  text.replace(/_x([0-9A-Fa-f]{4})_/g, (_, code: string) => String.fromCharCode(Number.parseInt(code, 16)));

/** Formats of numbers that every workbook has and that show days or times. */
const isBuiltInDate = (id: number): boolean =>
  (id >= 14 && id <= 22) || (id >= 27 && id <= 36) || (id >= 45 && id <= 47) || (id >= 50 && id <= 58);

async function readStyles(content: AsyncIterable<Buffer>): Promise<boolean[]> {
  const dates = new Map<number, boolean>();
  const isDate: boolean[] = [];
  let isCells = false;
  await marks(content, {
    open: (name, of) => {
      if (name === 'numFmt')
        dates.set(
          Number(of('numFmtId')),
          /[dmyhs]/i.test((of('formatCode') ?? '').replace(/"[^"]*"|\[[^\]]*\]|\\.|_./g, '').replace(/general/gi, '')),
        );
      if (name === 'cellXfs') isCells = true;
      const format = Number(of('numFmtId') ?? 0);
      if (name === 'xf' && isCells) isDate.push(dates.get(format) ?? isBuiltInDate(format));
    },
    close: (name) => {
      if (name === 'cellXfs') isCells = false;
    },
  });
  return isDate;
}

async function* rowsOf(content: AsyncIterable<Buffer>, sheet: string, book: Book): AsyncGenerator<SheetRow> {
  const ready: SheetRow[] = [];
  const words = new Words();
  let [number, column, kind, style, value, isValue] = [0, 0, 'n', 0, null as string | null, false];
  let cells: (string | null)[] = [];
  const feed = marksOf({
    open: (name, of) => {
      if (name === 'row') {
        // Where a row or a cell does not say where it is, it follows the one before.
        [number, column, cells] = [Number(of('r') ?? number + 1), 0, []];
      } else if (name === 'c') {
        column = columnOf(of('r')) ?? column + 1;
        [kind, style, value] = [of('t') ?? 'n', Number(of('s') ?? 0), null];
        words.begin();
      } else if (name === 'v') [isValue, value] = [true, ''];
      else words.open(name);
    },
    text: (text) => {
      if (isValue) value += text;
      else words.text(text);
    },
    close: (name) => {
      if (name === 'v') isValue = false;
      else if (name === 'c') {
        const said = kind === 'inlineStr' ? words.end() : value === null ? null : sayCell(kind, style, value, book);
        if (said === null || said === '') return;
        while (cells.length < column - 1) cells.push(null);
        cells[column - 1] = said;
      } else if (name === 'row') ready.push({ sheet, number, cells });
      else words.close(name);
    },
  });
  for await (const piece of content) {
    feed.write(piece);
    yield* ready.splice(0);
  }
  feed.end();
}

const MOST_COLUMNS = 16_384;

/** @example columnOf('AB12') // 28 */
function columnOf(place: string | undefined): number | null {
  const letters = /^([A-Z]{1,3})\d*$/i.exec(place ?? '')?.[1];
  if (!letters) return null;
  const column = [...letters.toUpperCase()].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0);
  return column <= MOST_COLUMNS ? column : null;
}

function sayCell(kind: string, style: number, value: string, book: Book): string | null {
  if (kind === 's') return book.texts[Number(value)] ?? null;
  if (kind === 'b') return value === '1' ? 'true' : 'false';
  if (kind !== 'n') return unescaped(value);
  const number = Number(value);
  if (value.trim() === '' || Number.isNaN(number)) return value;
  if (!book.isDate[style]) return String(number);
  const at = new Date(Math.round((number - book.epoch) * 86_400_000));
  return Number.isNaN(at.getTime()) ? value : at.toISOString().replace('T00:00:00.000Z', '');
}
