import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { Transform, type Readable, type TransformCallback } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import chardet from 'chardet';
import iconv from 'iconv-lite';
import type { ImportFormat } from '../../core/imports/mapping';
import { delimiterOf } from '../../core/imports/mapping';
import type { WrappedKey } from '../../ports/keys';
import type { Context } from '../shared/context';

/** How a file lies in storage and how it is to be read. */
export interface FileFacts {
  format: ImportFormat;
  encoding: string;
  bytes: number;
  sha256: Buffer;
  /** The first line: a header for CSV and XLSX. */
  header: string;
  delimiter: string;
  /** A few lines after it. */
  sample: string[];
}

const HEAD_BYTES = 256 * 1024;
const SAMPLE_LINES = 5;
const MOST_LINE = 1024 * 1024;

export class FileTooLarge extends Error {
  constructor(readonly most: number) {
    super('the file is larger than allowed');
  }
}

/** A workbook is read from its end, so its packed bytes are held in memory: a larger one is to be saved as CSV. */
const MOST_WORKBOOK = 64 * 1024 * 1024;

export class FileDamaged extends Error {}

/** Looks at a file as it flows by: its length, its sum, whether it is UTF-8, its beginning. */
class Observer extends Transform {
  bytes = 0;
  isUtf8 = true;
  head = Buffer.alloc(0);
  private readonly sum = createHash('sha256');
  private readonly utf8 = new TextDecoder('utf-8', { fatal: true });
  constructor(private readonly most: number) {
    super();
  }
  override _transform(chunk: Buffer, _: BufferEncoding, done: TransformCallback): void {
    this.bytes += chunk.length;
    const most =
      formatOf(this.head.length > 0 ? this.head : chunk) === 'xlsx' ? Math.min(this.most, MOST_WORKBOOK) : this.most;
    if (this.bytes > most) return done(new FileTooLarge(most));
    this.sum.update(chunk);
    if (this.head.length < HEAD_BYTES)
      this.head = Buffer.concat([this.head, chunk.subarray(0, HEAD_BYTES - this.head.length)]);
    if (this.isUtf8) this.decode(chunk, true);
    done(null, chunk);
  }
  override _flush(done: TransformCallback): void {
    if (this.isUtf8) this.decode(new Uint8Array(), false);
    done();
  }
  digest(): Buffer {
    return this.sum.digest();
  }
  private decode(chunk: Uint8Array, stream: boolean): void {
    try {
      this.utf8.decode(chunk, { stream });
    } catch {
      this.isUtf8 = false;
    }
  }
}

/** Takes a file into storage, sealed; a table of text is never held in memory. @throws FileTooLarge, FileDamaged */
export async function storeFile(
  ctx: Context,
  name: string,
  source: Readable,
  most: number,
  key: WrappedKey | null,
): Promise<FileFacts> {
  const observer = new Observer(most);
  await pipeline(source, observer, ctx.keys.sealStream(key), ctx.storage.write(name));
  const format = formatOf(observer.head);
  const encoding = format === 'xlsx' ? 'XLSX' : observer.isUtf8 ? 'UTF-8' : guessEncoding(observer.head);
  const facts = { format, encoding, bytes: observer.bytes, sha256: observer.digest() };
  const first: string[] = [];
  try {
    for await (const { raw } of linesOf(ctx, name, { ...facts, delimiter: ';' }, key)) {
      first.push(raw);
      if (first.length > SAMPLE_LINES) break;
    }
  } catch (cause) {
    if (format === 'xlsx') throw new FileDamaged('the workbook cannot be read', { cause });
    throw cause;
  }
  return {
    ...facts,
    header: first[0] ?? '',
    delimiter: format === 'xlsx' ? ';' : delimiterOf(first[0] ?? ''),
    sample: first.slice(1),
  };
}

export function formatOf(head: Buffer): ImportFormat {
  if (head.subarray(0, 4).equals(Buffer.from('PK\u0003\u0004', 'latin1'))) return 'xlsx';
  return /^\s*\{/.test(head.toString('latin1', 0, 200).replace(/^\u00ef\u00bb\u00bf/, '')) ? 'ndjson' : 'csv';
}

export function guessEncoding(head: Buffer): string {
  const found = chardet.detect(head);
  return found && found !== 'UTF-8' && iconv.encodingExists(found) ? found : 'windows-1252';
}

/** Every line that is not blank, with its number in the file; the header is the first. */
export async function* linesOf(
  ctx: Context,
  name: string,
  file: Pick<FileFacts, 'format' | 'encoding' | 'delimiter'>,
  key: WrappedKey | null,
): AsyncGenerator<{ line: number; raw: string }> {
  const sealed = ctx.storage.read(name);
  // Whether it is there shows only when it is opened. From then on nobody takes it away from under us.
  await once(sealed, 'readable');
  const plain = ctx.keys.unsealStream(key);
  const decoded = file.format === 'xlsx' || file.encoding === 'UTF-8' ? null : iconv.decodeStream(file.encoding);
  // What goes wrong in one of them ends them all, and is thrown where they are read.
  (decoded ? pipeline(sealed, plain, decoded) : pipeline(sealed, plain)).catch(() => {});
  try {
    if (file.format === 'xlsx') yield* sheetLines(ctx, plain);
    else yield* textLines((decoded ?? plain.setEncoding('utf8')) as AsyncIterable<string>);
  } finally {
    sealed.destroy();
    plain.destroy();
  }
}

async function* textLines(stream: AsyncIterable<string>): AsyncGenerator<{ line: number; raw: string }> {
  let left = '';
  let line = 0;
  let isFirst = true;
  for await (const chunk of stream) {
    const text = left + (isFirst ? chunk.replace(/^\uFEFF/, '') : chunk);
    isFirst = false;
    // A line break of two characters may be cut in the middle: the last character waits for the next chunk.
    const keep = text.endsWith('\r') ? 1 : 0;
    const parts = text.slice(0, text.length - keep).split(/\r\n|\n|\r/);
    left = parts.pop()! + (keep ? '\r' : '');
    for (const raw of parts) {
      line++;
      if (raw.trim() !== '') yield { line, raw: raw.slice(0, MOST_LINE) };
    }
    // A line without an end would fill the memory; it is given as far as it goes, and will not fit the header.
    if (left.length > MOST_LINE * 2) left = left.slice(0, MOST_LINE);
  }
  if (left.trim() !== '') yield { line: line + 1, raw: left.replace(/\r$/, '').slice(0, MOST_LINE) };
}

/** The rows of a workbook’s first sheet, each as a line of cells separated by semicolons. */
async function* sheetLines(ctx: Context, stream: Readable): AsyncGenerator<{ line: number; raw: string }> {
  const parts: Buffer[] = [];
  for await (const part of stream as AsyncIterable<Buffer>) parts.push(part);
  let width = 0;
  for await (const { number, cells } of ctx.fileReader.sheetRows(Buffer.concat(parts))) {
    width = Math.max(width, cells.length);
    const texts = Array.from({ length: width }, (_, i) => quoted(cells[i] ?? ''));
    if (texts.some((text) => text !== '')) yield { line: number, raw: texts.join(';').slice(0, MOST_LINE) };
  }
}

function quoted(cell: string): string {
  const flat = cell.replace(/[\r\n]+/g, ' ');
  return /[";]/.test(flat) ? `"${flat.replaceAll('"', '""')}"` : flat;
}
