import { createGunzip } from 'node:zlib';
import { Readable } from 'node:stream';
import { MOST_ENCLOSED, readMessage, sayPeople } from '../mailbox/readMessage';
import { pdfContent } from './documents';
import { FileProblem, LIMITS, Unpacked, type FileLimits } from './limits';
import { eachLine } from './lineSearch';
import { beside, odfText, ooxmlText } from './officeText';
import { readDelimited, readOds, readXlsx } from './tables';
import { sayMixed } from './mixed';
import { asLines, isWide, textOf, textOfHtml } from './textOf';
import type { Reading, Unit } from './unit';
import { openZip, readEntry, streamEntry } from './zip';

interface Layer {
  depth: number;
  unpacked: Unpacked;
  limits: FileLimits;
}

/**
 * Whatever a file holds, as rows and texts. What it is, is told by its bytes first and its name second. What cannot be read is
 * yielded as trouble with its place; nothing is thrown for the content of a file.
 */
export async function* readFileUnits(
  name: string,
  bytes: Buffer,
  limits: FileLimits = LIMITS,
): AsyncGenerator<Reading> {
  if (bytes.length > limits.mostBytes) {
    yield {
      trouble: {
        place: '',
        trouble: 'too-large',
        message: `It is larger than ${Math.round(limits.mostBytes / 1_048_576)} MB.`,
      },
    };
    return;
  }
  yield* guarded('', () => unitsOf(name, bytes, { depth: 0, unpacked: new Unpacked(bytes.length, limits), limits }));
}

async function* guarded(place: string, work: () => AsyncGenerator<Reading>): AsyncGenerator<Reading> {
  try {
    yield* work();
  } catch (error) {
    const known =
      error instanceof FileProblem ? error : new FileProblem('unreadable', 'It could not be read.', { cause: error });
    yield { trouble: { place, trouble: known.trouble, message: known.message } };
  }
}

export const isPdf = (bytes: Buffer): boolean => bytes.subarray(0, 5).toString('latin1') === '%PDF-';

const starts = (bytes: Buffer, ...signs: number[]) => signs.every((sign, i) => bytes[i] === sign);

async function* unitsOf(name: string, bytes: Buffer, layer: Layer): AsyncGenerator<Reading> {
  const ending = /\.([a-z0-9]{1,8})$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  if (bytes.length === 0) return;
  if (starts(bytes, 0x1f, 0x8b))
    return yield* deeper(layer, async function* (next) {
      yield* unitsOf(name.replace(/\.gz$/i, ''), await gunzip(bytes, next.unpacked), next);
    });
  if (starts(bytes, 0x50, 0x4b, 0x03, 0x04) || starts(bytes, 0x50, 0x4b, 0x05, 0x06))
    return yield* zipped(ending, bytes, layer);
  if (isPdf(bytes)) return yield* pdf(bytes, layer);
  if (starts(bytes, 0xd0, 0xcf, 0x11, 0xe0))
    throw new FileProblem('encrypted', 'An office file in an old or an encrypted form.');
  if (ending === 'csv' || ending === 'tsv') return yield* readDelimited(bytes, layer.limits);
  if (ending === 'json') return yield* json(wholeText(bytes, layer.limits), layer.limits);
  if (ending === 'ndjson' || ending === 'jsonl' || ending === 'log') return yield* lines(bytes, layer.limits);
  if (ending === 'html' || ending === 'htm' || ending === 'xml')
    return yield* text(textOfHtml(wholeText(bytes, layer.limits)), null);
  if (ending === 'eml') return yield* message(bytes, layer);
  const isText =
    ending === 'txt' || ending === 'md' || ending === '' || !bytes.subarray(0, 4096).includes(0) || isWide(bytes);
  // What is too long for one text is lines.
  if (isText) return yield* bytes.length > layer.limits.mostWhole ? lines(bytes, layer.limits) : plain(bytes);
  throw new FileProblem('unknown-kind', 'Bookend does not read files of this kind.');
}

function* plain(bytes: Buffer): Generator<Reading> {
  const { bytes: content, guessed } = asLines(bytes);
  yield* sayMixed(guessed);
  yield* text(content.toString('utf8').trim(), null);
}

async function* deeper(layer: Layer, work: (next: Layer) => AsyncGenerator<Reading>): AsyncGenerator<Reading> {
  if (layer.depth >= layer.limits.mostDepth)
    throw new FileProblem('too-deep', `Archives within archives are opened ${layer.limits.mostDepth} deep.`);
  yield* work({ ...layer, depth: layer.depth + 1 });
}

async function gunzip(bytes: Buffer, unpacked: Unpacked): Promise<Buffer> {
  const parts: Buffer[] = [];
  try {
    for await (const part of Readable.from([bytes]).pipe(createGunzip()) as AsyncIterable<Buffer>) {
      unpacked.add(part.length);
      parts.push(part);
    }
  } catch (cause) {
    if (cause instanceof FileProblem) throw cause;
    throw new FileProblem('damaged', 'The archive is damaged or cut off.', { cause });
  }
  return Buffer.concat(parts);
}

async function* zipped(ending: string, bytes: Buffer, layer: Layer): AsyncGenerator<Reading> {
  const archive = await openZip(bytes, layer.unpacked, layer.limits.mostEntries);
  try {
    const has = (entry: string) => archive.entries.some(({ name }) => name === entry);
    if (has('xl/workbook.xml')) {
      yield* readXlsx(bytes, layer.limits, layer.unpacked);
      for (const { place, text: words } of await beside(archive))
        yield { unit: { place, fields: { [place.split(' ')[0]!]: words }, text: null } };
      return;
    }
    if (has('word/document.xml') || has('ppt/presentation.xml'))
      return yield* whole(await ooxmlText(archive), layer.limits);
    const kind = has('mimetype') ? (await readEntry(archive, 'mimetype')).toString('latin1') : '';
    if (kind.includes('opendocument.spreadsheet'))
      return yield* readOds(streamEntry(archive, 'content.xml'), layer.limits);
    if (/opendocument\.(text|presentation|graphics)/.test(kind))
      return yield* whole(await odfText(archive), layer.limits);
    if (
      ending === 'docx' ||
      ending === 'xlsx' ||
      ending === 'ods' ||
      ending === 'odt' ||
      ending === 'pptx' ||
      ending === 'odp'
    )
      throw new FileProblem('damaged', 'It is not what its name says.');
    yield* deeper(layer, async function* (next) {
      const named = placesOf(archive.entries.map(({ name }) => name));
      for (const [i, entry] of archive.entries.entries()) {
        const place = named[i]!;
        for await (const reading of guarded(place, async function* () {
          if (entry.isEncrypted) throw new FileProblem('encrypted', 'It is protected by a password.');
          yield* unitsOf(entry.name, await entry.open(), next);
        }))
          yield within(place, reading);
      }
    });
  } finally {
    archive.close();
  }
}

/** An archive may hold two files of one name: each has a place of its own. */
function placesOf(names: readonly string[]): string[] {
  const seen = new Map<string, number>();
  return names.map((name) => {
    const times = (seen.get(name) ?? 0) + 1;
    seen.set(name, times);
    return times === 1 ? name : `${name} (${times})`;
  });
}

/** The words of a PDF; what is packed into it is read like files of an archive. */
async function* pdf(bytes: Buffer, layer: Layer): AsyncGenerator<Reading> {
  const { text: words, attached } = await pdfContent(bytes);
  yield* text(words, 'The PDF holds pictures of text, which are not searched.');
  if (attached.length > 0) yield* packed(attached, layer);
}

async function* packed(files: readonly { name: string; bytes: Buffer }[], layer: Layer): AsyncGenerator<Reading> {
  const named = placesOf(files.map(({ name }) => name));
  yield* deeper(layer, async function* (next) {
    for (const [i, file] of files.entries()) {
      next.unpacked.add(file.bytes.length);
      for await (const reading of guarded(named[i]!, () => unitsOf(file.name, file.bytes, next)))
        yield within(named[i]!, reading);
    }
  });
}

/** The words of a document that is handed on as one record. */
function* whole(words: string, limits: FileLimits): Generator<Reading> {
  if (words.length > limits.mostWhole)
    throw new FileProblem(
      'too-large',
      `It is read as a whole, and larger than ${Math.round(limits.mostWhole / 1_048_576)} MB.`,
    );
  yield* text(words, null);
}

function within(entry: string, reading: Reading): Reading {
  if ('unit' in reading)
    return { unit: { ...reading.unit, place: reading.unit.place ? `${entry} ${reading.unit.place}` : entry } };
  return reading.trouble.place.startsWith(entry)
    ? reading
    : { trouble: { ...reading.trouble, place: reading.trouble.place ? `${entry} ${reading.trouble.place}` : entry } };
}

/** @throws FileProblem where it is larger than what can be held as a whole */
function wholeText(bytes: Buffer, limits: FileLimits): string {
  return textOf(asWhole(bytes, limits));
}

function asWhole(bytes: Buffer, limits: FileLimits): Buffer {
  if (bytes.length > limits.mostWhole)
    throw new FileProblem(
      'too-large',
      `It is read as a whole, and larger than ${Math.round(limits.mostWhole / 1_048_576)} MB.`,
    );
  return bytes;
}

function* text(words: string, whenEmpty: string | null): Generator<Reading> {
  if (words) yield { unit: { place: '', fields: null, text: words } };
  else if (whenEmpty) yield { trouble: { place: '', trouble: 'unreadable', message: whenEmpty } };
}

/** An array of objects is a table; anything else is one record with its leaves as fields. */
function* json(source: string, limits: FileLimits): Generator<Reading> {
  let value: unknown;
  try {
    value = JSON.parse(source.replace(/^\uFEFF/, ''));
  } catch (cause) {
    throw new FileProblem('damaged', 'It is no JSON, or cut off.', { cause });
  }
  const items = Array.isArray(value) ? value : [value];
  for (const [i, item] of items.slice(0, limits.mostRows).entries())
    yield { unit: { place: items.length > 1 ? `item ${i + 1}` : '', fields: leavesOf(item, limits), text: null } };
  if (items.length > limits.mostRows)
    yield {
      trouble: {
        place: '',
        trouble: 'too-many',
        message: `Only the first ${limits.mostRows.toLocaleString('en')} items were read.`,
      },
    };
}

/** One JSON object a line; a line that is none is a text of its own. */
function* lines(bytes: Buffer, limits: FileLimits): Generator<Reading> {
  const { bytes: content, guessed } = asLines(bytes);
  yield* sayMixed(guessed);
  for (const { number, text: line } of eachLine(content)) {
    if (line.trim() === '') continue;
    if (number > limits.mostRows)
      return yield {
        trouble: {
          place: '',
          trouble: 'too-many',
          message: `Only the first ${limits.mostRows.toLocaleString('en')} lines were read.`,
        },
      };
    const unit = lineUnit(number, line, limits);
    if (unit.text !== null && unit.text.length < line.length)
      yield {
        trouble: {
          place: unit.place,
          trouble: 'field-cut',
          message: `A line of ${line.length.toLocaleString('en')} characters was cut.`,
        },
      };
    yield { unit };
  }
}

/** One line as a record: the leaves of its JSON, or its words where it is none. */
export function lineUnit(number: number, line: string, limits: FileLimits = LIMITS): Unit {
  const place = `line ${number}`;
  try {
    const value: unknown = JSON.parse(line);
    return { place, fields: leavesOf(value, limits), text: null };
  } catch {
    return { place, fields: null, text: line.slice(0, limits.mostField) };
  }
}

/** Whether a file is lines, each a record of its own. */
export function isLines(name: string, bytes: Buffer): boolean {
  return /\.(ndjson|jsonl|log)$/i.test(name) && !starts(bytes, 0x1f, 0x8b) && !starts(bytes, 0x50, 0x4b);
}

const MOST_LEAVES = 500;

function leavesOf(value: unknown, limits: FileLimits): Record<string, string | null> {
  const fields: Record<string, string | null> = Object.create(null) as Record<string, string | null>;
  let count = 0;
  const walk = (at: unknown, path: string, depth: number): void => {
    if (count >= MOST_LEAVES || depth > 12) return;
    if (at !== null && typeof at === 'object') {
      for (const [key, inner] of Object.entries(at)) walk(inner, path ? `${path}.${key}` : key, depth + 1);
      return;
    }
    count++;
    fields[path || 'value'] = at === null || at === undefined ? null : String(at).slice(0, limits.mostField);
  };
  walk(value, '', 0);
  return { ...fields };
}

/** A message is one record with the messages it encloses; what is attached to it is read like files of an archive. */
async function* message(bytes: Buffer, layer: Layer): AsyncGenerator<Reading> {
  const read = await readMessage(bytes);
  yield {
    unit: {
      place: '',
      fields: { from: sayPeople(read.from), to: sayPeople(read.to), date: read.date, subject: read.subject },
      text: read.text,
    },
  };
  if (read.isTooDeep)
    yield {
      trouble: {
        place: '',
        trouble: 'too-deep',
        message: `Messages within messages are opened ${MOST_ENCLOSED} deep.`,
      },
    };
  const attached = read.files.filter(({ mediaType }) => mediaType !== 'message/rfc822');
  if (attached.length === 0) return;
  yield* packed(
    attached.map(({ name, base64 }) => ({ name, bytes: Buffer.from(base64, 'base64') })),
    layer,
  );
}
