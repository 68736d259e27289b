import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ClientBase } from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import type { Handle } from './handle';

/** Below this a plain INSERT is quicker than opening a COPY. */
const COPY_FROM_ROWS = 40;
const LINES_A_CHUNK = 500;

type Cell = string | number | boolean | null | Buffer | readonly string[];

/** The transaction's own connection, for what the query builder has no words for. */
export async function connectionOf(h: Handle): Promise<ClientBase> {
  return (h.trx.client as { acquireConnection(): Promise<ClientBase> }).acquireConnection();
}

/** Writes rows of one table: many of them by COPY, in the same transaction as everything else. */
export async function insertRows<R extends object>(
  h: Handle,
  table: string,
  columns: readonly (keyof R & string)[],
  rows: readonly R[],
): Promise<void> {
  if (rows.length === 0) return;
  if (rows.length < COPY_FROM_ROWS) {
    await h.trx(table).insert(rows.map((row) => Object.fromEntries(columns.map((column) => [column, row[column]]))));
    return;
  }
  const sink = (await connectionOf(h)).query(
    copyFrom(`copy ${table} (${columns.map((column) => `"${column}"`).join(', ')}) from stdin`),
  );
  await pipeline(Readable.from(chunks(columns, rows)), sink);
}

function* chunks<R extends object>(columns: readonly (keyof R)[], rows: readonly R[]): Generator<Buffer> {
  let text = '';
  for (let i = 0; i < rows.length; i++) {
    const row = rows[i]!;
    for (let c = 0; c < columns.length; c++) text += (c === 0 ? '' : '\t') + cell(row[columns[c]!] as Cell);
    text += '\n';
    if (i % LINES_A_CHUNK === LINES_A_CHUNK - 1) {
      yield Buffer.from(text, 'utf8');
      text = '';
    }
  }
  if (text) yield Buffer.from(text, 'utf8');
}

const SPECIAL = /[\\\t\n\r]/g;
const ESCAPED: Readonly<Record<string, string>> = { '\\': '\\\\', '\t': '\\t', '\n': '\\n', '\r': '\\r' };

/** One value in COPY's text format. */
function cell(value: Cell): string {
  if (value === null || value === undefined) return '\\N';
  if (Buffer.isBuffer(value)) return `\\\\x${value.toString('hex')}`;
  if (typeof value === 'string') return value.replace(SPECIAL, (sign) => ESCAPED[sign]!);
  if (Array.isArray(value))
    return cell(`{${value.map((one) => `"${String(one).replace(/["\\]/g, '\\$&')}"`).join(',')}}`);
  return String(value);
}
