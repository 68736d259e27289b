import { PACK_WORDS } from '../../core/words/sections';
import type { PackWords } from '../../core/words/words';
import { createHash } from 'node:crypto';
import { StringDecoder } from 'node:string_decoder';
import { PassThrough, Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import yazl from 'yazl';
import { tracesIn } from '../../core/trace/redaction';
import { safeName } from '../../core/packs/names';
import { fieldTitle } from '../../core/packs/fieldTitles';

import { sayFields } from '../../core/packs/sayValue';
import { toNode } from '../../core/packs/linkedData';
import { csvLine } from '../../core/shared/csv';
import { dataKeys } from '../../db/keys/dataKeys';
import { requestById } from '../../db/requests/requests';
import type { MatchHead } from '../../db/trace/matches';
import type { FoundFile, FoundRecord } from '../../ports/connector';
import type { Context } from '../shared/context';
import { asWrapped } from '../keys/vault';
import { documentFile } from './documentFile';
import type { PackContent } from './gatherPack';
import { openOne, opener, type Open } from './openRecords';
import { letterPdf } from '../letters/pdf';
import { messageHead, reportOf } from './reportOf';

interface FileSum {
  path: string;
  bytes: number;
  sha256: string;
}

/** A ZIP in the making: what goes in is counted, and searched for what was removed. */
class PackZip {
  readonly #zip = new yazl.ZipFile();
  readonly sums: FileSum[] = [];
  /** Files in which something stands that was removed. */
  readonly leaks = new Set<string>();
  readonly #mtime: Date;

  constructor(
    private readonly ctx: Context,
    private readonly removed: readonly string[],
  ) {
    this.#mtime = new Date(ctx.clock.now());
    // A record that cannot be read ends the writing, not the worker.
    (this.#zip as unknown as NodeJS.EventEmitter).on('error', (error: Error) => void this.output.destroy(error));
  }

  get output(): Readable {
    return this.#zip.outputStream as unknown as Readable;
  }

  add(path: string, make: () => Readable): void {
    this.#zip.addReadStreamLazy(path, { mtime: this.#mtime }, (give) =>
      give(null, counted(path, make(), this.sums, this.removed, this.leaks)),
    );
  }

  /** What is packed inside of a file is not seen in its bytes: its words are read back before it is added. */
  async addFile(path: string, { name, base64 }: Pick<FoundFile, 'name' | 'base64'>): Promise<void> {
    const bytes = Buffer.from(base64, 'base64');
    if (this.removed.length > 0 && tracesIn(await this.ctx.fileReader.words(name, bytes), this.removed).length > 0)
      this.leaks.add(path);
    this.add(path, () => Readable.from([bytes]));
  }

  /** The sums of all files, made when all of them are written. */
  end(): void {
    const manifest = () => JSON.stringify({ schema: 'bookend-pack-1', files: this.sums }, null, 2);
    this.#zip.addReadStreamLazy('manifest.json', { mtime: this.#mtime }, (give) =>
      give(null, Readable.from([manifest()])),
    );
    this.#zip.end();
  }
}

/**
 * Writes the pack as a ZIP, streamed and sealed to disk: the letter, the report, JSON and CSV per collection,
 * messages, what was withheld and why, a page that says what each file is, and a manifest with the SHA-256 of every
 * file. Records are opened one at a time.
 *
 * @throws RedactionLeak where something that was removed stands in a file all the same
 */
export async function writePack(
  ctx: Context,
  content: PackContent,
  name: string,
): Promise<{ sha256: string; bytes: number; files: number }> {
  const zip = new PackZip(ctx, content.removed);
  await fillPack(ctx, content, zip);
  zip.end();
  const key = asWrapped(
    await ctx.transaction(
      async (h) => (await dataKeys(h, [(await requestById(h, content.requestId))!.data_key_id])).values().next().value,
    ),
  );
  if (!key) throw new Error('the request’s key is destroyed');
  const whole = createHash('sha256');
  let bytes = 0;
  const count = new PassThrough();
  count.on('data', (part: Buffer) => {
    whole.update(part);
    bytes += part.length;
  });
  await pipeline(zip.output, count, ctx.keys.sealStream(key), ctx.storage.write(name));
  const [leak] = zip.leaks;
  if (leak) throw new RedactionLeak(leak);
  return { sha256: whole.digest('hex'), bytes, files: zip.sums.length + 1 };
}

/** Characters of a message's title that stand in the name of its folder. */
const MOST_TITLE = 60;

const numbered = (folder: string, i: number, title: string): string =>
  `${folder}/${String(i + 1).padStart(3, '0')}-${title}`;

async function fillPack(ctx: Context, content: PackContent, zip: PackZip): Promise<void> {
  const open = opener(ctx, content);
  const words = PACK_WORDS[content.language];
  const { names } = words;
  zip.add(names.readme, () => Readable.from([readmeOf(content, words)]));
  const cover = await letterPdf(content.letter, {
    organisation: ctx.organisation,
    date: content.date,
    lang: content.language,
  });
  zip.add(names.cover, () => Readable.from([cover]));
  await zip.addFile(names.report, { name: names.report, base64: (await reportOf(content, open)).toString('base64') });
  if (content.linked) zip.add('data.jsonld', () => Readable.from(linkedOf(content, open)));
  for (const { path, matches } of content.collections) {
    zip.add(`${path}.json`, () => Readable.from(jsonOf(matches, open)));
    zip.add(`${path}.csv`, () => Readable.from(csvOf(matches, open)));
  }
  for (const [i, match] of content.messages.entries()) {
    const record = await openOne(open, match);
    const folder = numbered(names.messages, i, safeName(record.title).slice(0, MOST_TITLE));
    zip.add(`${folder}/${names.message}`, () => Readable.from([messageText(record, content)]));
    for (const [n, file] of record.files.entries())
      await zip.addFile(`${folder}/${n + 1}-${safeName(file.name)}`, file);
  }
  for (const [i, match] of content.neverDisclose.length > 0 ? [] : content.documents.entries()) {
    // The passages are offsets into the text as it was found, not into what is left of it.
    const record = await openOne(open, match, true);
    const document = await documentFile(ctx, record, content.redactions.get(match.id), content.language);
    if (document) await zip.addFile(numbered(names.documents, i, safeName(document.name)), document);
  }
  zip.add(names.withheld, () =>
    Readable.from([
      csvLine([...words.withheldHead]),
      ...content.withheld.map((line) => csvLine([line.place, line.title, line.why])),
    ]),
  );
}

/** What each file is, in the reader's language: only what is there. */
function readmeOf(content: PackContent, { names, readme }: PackWords): string {
  const line = (path: string, what: string) => `  ${path}\n      ${what}\n`;
  const tables = content.collections.map(({ path, title, matches }) =>
    line(`${path}.csv, .json`, readme.table(title, matches.length)),
  );
  return [
    `${readme.title(content.organisation, content.ref)}\n`,
    `${readme.begin}\n`,
    line(names.cover, readme.cover),
    line(names.report, readme.report),
    ...tables,
    ...(content.linked ? [line('data.jsonld', readme.linked)] : []),
    ...(content.messages.length > 0 ? [line(`${names.messages}/`, readme.messages)] : []),
    ...(content.documents.length > 0 ? [line(`${names.documents}/`, readme.documents)] : []),
    line(names.withheld, readme.withheld),
    line('manifest.json', readme.manifest),
    `${readme.machine}\n`,
  ].join('\n');
}

/** What was removed stands in a file all the same: the pack is not finished. */
export class RedactionLeak extends Error {
  constructor(readonly path: string) {
    super('a redacted passage stands in a file of the pack');
  }
}

/** Sums up a file as it is written, and reads every one of its words for what was removed. */
function counted(
  path: string,
  source: Readable,
  sums: FileSum[],
  removed: readonly string[],
  leaks: Set<string>,
): Readable {
  const hash = createHash('sha256');
  let bytes = 0;
  const through = new PassThrough();
  const longest = Math.max(0, ...removed.map(({ length }) => length)) * 2;
  const decoder = new StringDecoder('utf8');
  let tail = '';
  source.on('error', (error) => through.destroy(error));
  through.on('data', (part: Buffer) => {
    hash.update(part);
    bytes += part.length;
    if (removed.length === 0) return;
    tail += decoder.write(part);
    // As JSON and CSV write a quotation mark.
    if (tracesIn(tail.replace(/\\"|""/g, '"'), removed).length > 0) leaks.add(path);
    tail = tail.slice(-longest);
  });
  through.on('end', () => sums.push({ path, bytes, sha256: hash.digest('hex') }));
  return source.pipe(through);
}

async function* linkedOf({ linked, collections }: PackContent, open: Open): AsyncGenerator<string> {
  yield `{"@context":${JSON.stringify(linked)},"@graph":[\n`;
  let isFirst = true;
  for (const { place, matches } of collections) {
    for await (const record of open(matches)) {
      yield `${isFirst ? '' : ',\n'}${JSON.stringify(toNode(place, record))}`;
      isFirst = false;
    }
  }
  yield '\n]}\n';
}

async function* jsonOf(matches: readonly MatchHead[], open: Open): AsyncGenerator<string> {
  yield '[\n';
  let isFirst = true;
  for await (const { collection, key, fields, text } of open(matches)) {
    yield `${isFirst ? '' : ',\n'}${JSON.stringify({ collection, key, ...fields, ...(text === null ? {} : { text }) })}`;
    isFirst = false;
  }
  yield '\n]\n';
}

async function* csvOf(matches: readonly MatchHead[], open: Open): AsyncGenerator<string> {
  let columns: string[] | null = null;
  for await (const { fields, text } of open(matches)) {
    const row: Record<string, string | null> = { ...fields, ...(text === null ? {} : { text }) };
    if (!columns) {
      columns = Object.keys(row);
      yield csvLine(columns);
    }
    yield csvLine(columns.map((column) => row[column]));
  }
}

/** A message as it is read: who, to whom, when, about what, and its words. */
function messageText(record: FoundRecord, content: PackContent): string {
  const head = sayFields(
    messageHead(record),
    (field) => fieldTitle(field, content.language, null, content.say),
    content,
  );
  return `${head.map(({ title, value }) => `${title}: ${value}`).join('\n')}\n\n${record.text ?? ''}\n`;
}
