import { to as copyTo } from 'pg-copy-streams';
import type { Handle } from './handle';
import { connectionOf } from './insertRows';

/** Bytes of a column that is never null. `time` is a timestamptz. */
export type Width = 'int2' | 'int4' | 'int8' | 'time';

const BYTES: Record<Width, number> = { int2: 2, int4: 4, int8: 8, time: 8 };
const HEADER = 19;
/** PostgreSQL counts microseconds from 2000-01-01. */
const EPOCH_2000 = Date.UTC(2000, 0, 1);

/**
 * Reads millions of rows of small numbers: `COPY … TO STDOUT (FORMAT binary)`, of which every row has the same length,
 * so that each value lies at a known place. No object is made per row.
 *
 * @param query a select of columns that are never null, with values already in it (numbers and dates of ours, never a
 *   person's words)
 * @param take gets the values of one row in an array that is used again for the next; a `time` in epoch milliseconds
 * @returns how many rows there were
 */
export async function readNumbers(
  h: Handle,
  query: string,
  widths: readonly Width[],
  take: (row: Float64Array) => void,
): Promise<number> {
  const row = new Float64Array(widths.length);
  const offsets: number[] = [];
  let size = 2;
  for (const width of widths) {
    offsets.push(size + 4);
    size += 4 + BYTES[width];
  }
  return eachRow(h, query, (bytes, at) => {
    if (at + size > bytes.length) return null;
    for (let c = 0; c < widths.length; c++) row[c] = read(bytes, at + offsets[c]!, widths[c]!);
    take(row);
    return at + size;
  });
}

export type Column = Width | 'text' | 'bytes' | 'bool';
export type Value = string | number | boolean | Buffer | null;

/**
 * Reads many rows of any columns by binary COPY, without the driver's objects: several times quicker where a row has
 * many columns. A `time` is text as `Date` writes it; what PostgreSQL holds below a millisecond is kept, so that
 * nothing altered is rounded away.
 *
 * @param query a select with values already in it (numbers and dates of ours, never a person's words)
 * @param take gets the values of one row, in an array that is used again for the next; bytes are a view of what was
 *   received
 */
export async function readRows(
  h: Handle,
  query: string,
  columns: readonly Column[],
  take: (row: readonly Value[]) => void,
): Promise<number> {
  const row: Value[] = columns.map(() => null);
  return eachRow(h, query, (bytes, start) => {
    let at = start + 2;
    for (let c = 0; c < columns.length; c++) {
      if (at + 4 > bytes.length) return null;
      const length = bytes.readInt32BE(at);
      at += 4;
      if (length < 0) {
        row[c] = null;
        continue;
      }
      if (at + length > bytes.length) return null;
      row[c] = valueOf(bytes, at, length, columns[c]!);
      at += length;
    }
    take(row);
    return at;
  });
}

function valueOf(bytes: Buffer, at: number, length: number, column: Column): Value {
  if (column === 'text') return bytes.toString('utf8', at, at + length);
  if (column === 'bytes') return bytes.subarray(at, at + length);
  if (column === 'bool') return bytes[at] === 1;
  if (column !== 'time') return read(bytes, at, column);
  return instantOf(read(bytes, at, 'int8'));
}

const INSTANTS_KEPT = 4096;
/** Instants as text: those of one delivery, and days, come again and again. */
const instants = new Map<number, string>();

function instantOf(micros: number): string {
  const known = instants.get(micros);
  if (known !== undefined) return known;
  const millis = Math.floor(micros / 1000);
  const plain = new Date(millis + EPOCH_2000).toISOString();
  const text =
    micros === millis * 1000 ? plain : `${plain.slice(0, -1)}${String(micros - millis * 1000).padStart(3, '0')}Z`;
  if (instants.size >= INSTANTS_KEPT) instants.clear();
  instants.set(micros, text);
  return text;
}

/**
 * Streams a COPY; `parse` takes the row that begins at an offset and says where the next begins, or null where the
 * chunk ends within it.
 */
async function eachRow(h: Handle, query: string, parse: (bytes: Buffer, at: number) => number | null): Promise<number> {
  const stream = (await connectionOf(h)).query(copyTo(`copy (${query}) to stdout (format binary)`));
  let left: Buffer = Buffer.alloc(0);
  let isBegun = false;
  let count = 0;
  for await (const chunk of stream as AsyncIterable<Buffer>) {
    const bytes = left.length > 0 ? Buffer.concat([left, chunk]) : chunk;
    let at = 0;
    if (!isBegun) {
      if (bytes.length < HEADER) {
        left = bytes;
        continue;
      }
      at = HEADER;
      isBegun = true;
    }
    // The end is a row of −1 columns: two bytes.
    while (at + 2 <= bytes.length && bytes.readInt16BE(at) >= 0) {
      const next = parse(bytes, at);
      if (next === null) break;
      count++;
      at = next;
    }
    left = bytes.subarray(at);
  }
  return count;
}

function read(bytes: Buffer, at: number, width: Width): number {
  if (width === 'int4') return bytes.readInt32BE(at);
  if (width === 'int2') return bytes.readInt16BE(at);
  const value = bytes.readInt32BE(at) * 0x1_0000_0000 + bytes.readUInt32BE(at + 4);
  return width === 'int8' ? value : Math.floor(value / 1000) + EPOCH_2000;
}
