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
 * Reads millions of rows of small numbers: `COPY … TO STDOUT (FORMAT binary)`, of which every row has the same length, so that
 * each value lies at a known place. No object is made per row.
 *
 * @param query a select of columns that are never null, with values already in it (numbers and dates of ours, never a person's words)
 * @param take gets the values of one row in an array that is used again for the next; a `time` in epoch milliseconds
 * @returns how many rows there were
 */
export async function readNumbers(h: Handle, query: string, widths: readonly Width[], take: (row: Float64Array) => void): Promise<number> {
  const row = new Float64Array(widths.length);
  const offsets: number[] = [];
  let size = 2;
  for (const width of widths) {
    offsets.push(size + 4);
    size += 4 + BYTES[width];
  }
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
    // The end is a row of −1 columns, two bytes: shorter than any row.
    while (at + size <= bytes.length) {
      for (let c = 0; c < widths.length; c++) row[c] = read(bytes, at + offsets[c]!, widths[c]!);
      take(row);
      count++;
      at += size;
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
