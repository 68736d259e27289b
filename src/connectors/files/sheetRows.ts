import { Readable } from 'node:stream';
import ExcelJS from 'exceljs';
import yauzl from 'yauzl';
import { FileProblem, type FileLimits, type Unpacked } from './limits';

export interface SheetRow {
  sheet: string;
  /** As a person counts, from 1. */
  number: number;
  /** Up to the last one that is filled. */
  cells: (string | null)[];
}

/** The parts that the reader must hold whole: texts that cells share, styles, the list of sheets. */
const MOST_HELD = 128 * 1024 * 1024;

/**
 * The rows of every sheet of an XLSX workbook, read as a stream: what is held in memory is the packed file, the texts that its cells share, and
 * one row. What it unpacks to is counted first, without keeping it. Formulas are read as the values that stand in them.
 *
 * @throws FileProblem where it is damaged, unpacks to too much, or holds more cells than allowed
 */
export async function* sheetRows(bytes: Buffer, limits: FileLimits, unpacked: Unpacked): AsyncGenerator<SheetRow> {
  await countUnpacked(bytes, unpacked);
  const reader = new ExcelJS.stream.xlsx.WorkbookReader(Readable.from([bytes], { objectMode: false }), { sharedStrings: 'cache', styles: 'cache', worksheets: 'emit', hyperlinks: 'ignore', entries: 'ignore' });
  let left = limits.mostCells;
  try {
    for await (const sheet of reader) {
      for await (const row of sheet) {
        const values = (row.values as ExcelJS.CellValue[]).slice(1);
        left -= values.length;
        if (left < 0) throw new FileProblem('too-many', `Only the first ${limits.mostCells.toLocaleString('en')} cells were read.`);
        yield { sheet: (sheet as unknown as { name: string }).name, number: row.number, cells: Array.from(values, sayCell) };
      }
    }
  } catch (cause) {
    if (cause instanceof FileProblem) throw cause;
    throw new FileProblem('damaged', 'The workbook could not be read.', { cause });
  }
}

function countUnpacked(bytes: Buffer, unpacked: Unpacked): Promise<void> {
  return new Promise((resolve, reject) => {
    const fail = (cause: unknown) => reject(cause instanceof FileProblem ? cause : new FileProblem('damaged', 'The workbook could not be read.', { cause }));
    yauzl.fromBuffer(bytes, { lazyEntries: true, validateEntrySizes: true }, (error, zip) => {
      if (error) return fail(error);
      zip.on('end', resolve);
      zip.on('error', fail);
      zip.on('entry', (entry: yauzl.Entry) => {
        zip.openReadStream(entry, (problem, stream) => {
          if (problem) return fail(problem);
          let size = 0;
          stream.on('data', (part: Buffer) => {
            try {
              unpacked.add(part.length);
              size += part.length;
              if (size > MOST_HELD && !entry.fileName.startsWith('xl/worksheets/')) throw new FileProblem('bomb', `Its texts unpack to more than ${MOST_HELD / 1_048_576} MB.`);
            } catch (bomb) {
              stream.destroy();
              fail(bomb);
            }
          });
          stream.on('end', () => zip.readEntry());
          stream.on('error', fail);
        });
      });
      zip.readEntry();
    });
  });
}

function sayCell(value: ExcelJS.CellValue | undefined): string | null {
  if (value === null || value === undefined) return null;
  if (value instanceof Date) return value.toISOString().replace('T00:00:00.000Z', '');
  if (typeof value !== 'object') return String(value);
  if ('richText' in value) return value.richText.map(({ text }) => text).join('');
  if ('text' in value) return String(value.text);
  if ('result' in value) return sayCell(value.result as ExcelJS.CellValue);
  return 'error' in value ? String(value.error) : null;
}
