import { createHash } from 'node:crypto';
import { StringDecoder } from 'node:string_decoder';
import { PassThrough, Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import yazl from 'yazl';
import { tracesIn, type Redaction } from '../../core/detect/redaction';
import { heldByField, heldWords, sayHeld } from '../../core/detect/neverDisclose';
import type { Holds } from '../../core/identity/fieldHolds';
import { confirmedFields } from '../../db/systems/fields';
import { regimeById } from '../../core/clock/regimes';
import { coverLetter, coverWordsOf } from '../../core/letters/cover';
import { sayDayIn } from '../../core/letters/frame';
import { languageOf } from '../../core/letters/mailings';
import { contextOf, toNode } from '../../core/requests/linkedData';
import { sayName } from '../../core/identity/compare';
import { csvLine } from '../../core/shared/csv';
import { groupBy } from '../../core/shared/groupBy';
import { localDay } from '../../core/shared/days';
import { ok, refuse } from '../../core/shared/result';
import { insertPack, packById, setPack } from '../../db/packs/packs';
import { requestById, setRequest } from '../../db/requests/requests';
import { listSystems, registerEntries } from '../../db/systems/systems';
import { inPieces, matchesOf, sealedRecords, type MatchHead } from '../../db/trace/matches';
import { lastTrace } from '../../db/trace/traces';
import type { FoundFile, FoundRecord } from '../../ports/connector';
import { dataKeys } from '../../db/access/dataKeys';
import { insertRegisterGaps } from '../../db/systems/registerGaps';
import { lawTable } from '../../db/clock/laws';
import type { RequestRow } from '../../db/requests/requests';
import type { Handle } from '../../db/handle';
import type { RegisterEntry } from '../../core/letters/cover';
import { sayFacts } from '../../core/systems/register';
import { OWN_SYSTEM } from '../erasure/ownPart';
import type { Context } from '../context';
import { personOfRequest } from '../requests/personOfRequest';
import { refreshRequest } from '../requests/refreshRequest';
import { workOnRequest } from '../requests/workOnRequest';
import { redactionsOf } from '../../db/trace/redactions';
import { asWrapped, vaultOf } from '../shared/vault';
import { notSearched } from '../trace/notSearched';
import { recordTrail } from '../trail/recordTrail';
import { documentFile } from './documentFile';
import { letterPdf } from './pdf';
import { redactRecord } from './redactRecord';
import { registerGapsOf, type RegisterGap } from './registerGapsOf';
import { reportPdf } from './report';

export type StartPackRefusal = { code: 'not-decided' } | { code: 'pack-building' } | { code: 'no-pack-for-right'; right: string } | { code: 'register-incomplete'; missing: string[] };

/**
 * Asks for the pack of a decided request; built by the worker. Where the register lacks what the answer has to say, it is refused, or the
 * answer says that it is missing and whoever answers for the system is asked.
 */
export async function startPack(ctx: Context, input: { ref: string; sayMissing?: boolean }) {
  return workOnRequest<{ packId: string }, StartPackRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.right !== 'access' && request.right !== 'portability') return refuse({ code: 'no-pack-for-right', right: request.right });
    if (request.decision !== 'fulfil') return refuse({ code: 'not-decided' });
    if (request.pack === 'building') return refuse({ code: 'pack-building' });
    const gaps = await registerGapsOf(h, request.id);
    if (gaps.length > 0 && !input.sayMissing) return refuse({ code: 'register-incomplete', missing: await sayGaps(h, gaps) });
    await insertRegisterGaps(h, gaps.map(({ system, collection, facts }) => ({ system_id: system, collection, request_ref: request.ref, facts, asked_at: ctx.clock.now() })));
    const packId = ctx.keys.id('pck');
    await insertPack(h, { id: packId, request_id: request.id, created_at: ctx.clock.now() });
    await setRequest(h, request.id, { pack: 'building', carried_out: false });
    await ctx.jobs.enqueue(h.trx, 'build-pack', { packId });
    await recordTrail(ctx, h, 'pack-asked', request.ref);
    return ok({ packId });
  });
}

interface Content {
  requestId: string;
  cover: Buffer;
  report: (open: Open) => Promise<Buffer>;
  /** Context of the linked data of a portable copy; null: it is none. */
  linked: Record<string, string> | null;
  collections: { name: string; matches: MatchHead[] }[];
  messages: MatchHead[];
  /** Records that are documents of their own. */
  documents: MatchHead[];
  withheld: { place: string; title: string; why: string }[];
  redactions: ReadonlyMap<string, readonly Redaction[]>;
  /** What was removed, and must stand in no file. */
  removed: readonly string[];
  /** Kinds of values that the law lets nobody hand over: only that they are held. */
  neverDisclose: readonly string[];
  /** What people have confirmed of fields, by `system/collection`. */
  meanings: ReadonlyMap<string, Readonly<Record<string, Holds | null>>>;
}

/**
 * Writes the pack as a ZIP, streamed and sealed to disk: cover letter, JSON and CSV per collection, messages,
 * what was withheld and why, and a manifest with the SHA-256 of every file. Records are opened one at a time.
 */
export async function buildPack(ctx: Context, { packId }: { packId: string }): Promise<void> {
  await ctx.exclusively(`pack:${packId}`, async () => {
    const pack = await ctx.transaction((h) => packById(h, packId));
    if (!pack || pack.state !== 'building') return;
    const content = await gather(ctx, pack.request_id);
    const unfinished = `pack-${packId}.part`;
    const written = await writeZip(ctx, content, unfinished).catch(async (error: Error) => {
      if (!(error instanceof RedactionLeak)) throw error;
      await ctx.storage.remove(unfinished);
      await ctx.transaction(async (h) => {
        await setPack(h, packId, { state: 'failed', error: `A redacted passage stands in ${error.path} as well. Redact it there, or withhold that record; nothing was handed over.`, finished_at: ctx.clock.now() });
        await setRequest(h, pack.request_id, { pack: 'none' });
        await refreshRequest(ctx, h, pack.request_id);
      });
      return null;
    });
    if (!written) return;
    const { sha256, bytes, files } = written;
    await ctx.storage.rename(unfinished, `pack-${packId}`);
    await ctx.transaction(async (h) => {
      await setPack(h, packId, { state: 'ready', path: `pack-${packId}`, sha256, bytes, files, withheld: content.withheld.length, finished_at: ctx.clock.now() });
      await setRequest(h, pack.request_id, { pack: 'ready', carried_out: true });
      const request = await refreshRequest(ctx, h, pack.request_id);
      await recordTrail(ctx, h, 'pack-built', request.ref, `${files} files`);
    });
  });
}

/** What is missing, place by place, in words. */
export async function sayGaps(h: Handle, gaps: readonly RegisterGap[]): Promise<string[]> {
  const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
  return gaps.map(({ system, collection, facts }) => `${names.get(system) ?? system} · ${collection}: ${sayFacts(facts)}`);
}

async function gather(ctx: Context, requestId: string): Promise<Content> {
  return ctx.transaction(async (h) => {
    const request = (await requestById(h, requestId))!;
    const trace = (await lastTrace(h, requestId, 'find'))!;
    const vault = vaultOf(ctx, h);
    const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const entries = await registerEntries(h);
    const all = (await matchesOf(h, trace.id)).filter(({ verdict, is_outside }) => verdict === 'theirs' && !is_outside);
    const isPortable = request.right === 'portability';
    const given = new Set(entries.filter(({ isGiven }) => isGiven).map(({ system, collection }) => `${system}/${collection}`));
    // What a person did not give themselves is no part of a portable copy (GDPR art. 20(1)).
    const theirs = isPortable ? all.filter(({ system_id, collection }) => given.has(`${system_id}/${collection}`)) : all;
    const redactions = new Map<string, Redaction[]>();
    for (const [id, row] of await redactionsOf(h, trace.id)) {
      const passages = await vault.unseal(request.data_key_id, row.passages_sealed, `redaction:${id}`);
      if (passages) redactions.set(id, JSON.parse(passages) as Redaction[]);
    }
    const shared = theirs.filter(({ id, is_shared }) => is_shared && !redactions.has(id));
    const handed = theirs.filter(({ id, is_shared }) => !is_shared || redactions.has(id));
    const collections = [...groupBy(handed, (match) => `${match.system_id}/${match.collection}`)].map(([name, matches]) => ({ name, matches }));
    const withheld = [];
    for (const match of shared) withheld.push({ place: `${names.get(match.system_id)} · ${match.collection}`, title: (await vault.unseal(request.data_key_id, match.title_sealed, `title:${match.id}`)) ?? '', why: 'Other people’s data stands in it (GDPR art. 15(4)).' });
    const neverDisclose = await neverDisclosed(ctx, h, request);
    const removed = new Set<string>();
    const documents: MatchHead[] = [];
    for await (const [match, sealed] of sealedRecords(h, handed.filter(({ collection }) => collection !== 'messages'))) {
      const text = await vault.unseal(request.data_key_id, sealed, `record:${match.id}`);
      if ((JSON.parse(text!) as FoundRecord).files.length > 0) documents.push(match);
    }
    for await (const [match, sealed] of sealedRecords(h, handed.filter(({ id }) => redactions.has(id)))) {
      const text = await vault.unseal(request.data_key_id, sealed, `record:${match.id}`);
      const { record, removed: strings, dropped } = redactRecord(JSON.parse(text!) as FoundRecord, redactions.get(match.id)!);
      for (const one of strings) removed.add(one);
      for (const name of dropped) withheld.push({ place: `${names.get(match.system_id)} · ${match.collection}`, title: `${record.title}: ${name}`, why: 'Attached to a message that is handed over without other people’s words (GDPR art. 15(4)).' });
    }
    if (neverDisclose.length > 0) for await (const [match, sealed] of sealedRecords(h, handed)) {
      const text = await vault.unseal(request.data_key_id, sealed, `record:${match.id}`);
      for (const { name } of redactions.has(match.id) ? [] : (JSON.parse(text!) as FoundRecord).files) withheld.push({ place: `${names.get(match.system_id)} · ${match.collection}`, title: name, why: 'Attached files may hold what the law lets nobody hand over (11 CCR 7024(d)); ask us for it.' });
    }
    const known = entries.filter((entry) => theirs.some((match) => match.system_id === entry.system && match.collection === entry.collection));
    // A place of which the register says nothing at all stands in the letter with all of it missing.
    const unknown = [...new Set(theirs.map(({ system_id, collection }) => `${system_id}/${collection}`))].filter((place) => !known.some((entry) => `${entry.system}/${entry.collection}` === place));
    const register = [...known, ...unknown.map((place): RegisterEntry => ({ system: place.split('/')[0]!, collection: place.slice(place.indexOf('/') + 1), title: place.split('/')[0] === OWN_SYSTEM ? 'Bookend' : `${names.get(place.split('/')[0]!) ?? place} · ${place.slice(place.indexOf('/') + 1)}`, purposes: [], categories: [], recipients: [], retention: '', source: '', transfers: null, automatedDecisions: null, isGiven: false, nothing: [] }))];
    const titles = new Map(register.map((entry) => [`${entry.system}/${entry.collection}`, entry.title]));
    const madeOn = localDay(ctx.clock.now(), ctx.organisation.zone);
    const sayPlace = (name: string) => titles.get(name) ?? `${names.get(name.split('/')[0]!)} · ${name.split('/')[1]}`;
    const letter = coverLetter({ ref: request.ref, language: request.language, regime: request.regime, right: request.right, notGiven: all.length - theirs.length, name: sayName(await personOfRequest(ctx, h, { ...request, person_id: null })), organisation: ctx.organisation, foundOn: localDay(trace.finished_at ?? trace.started_at, ctx.organisation.zone), register, counts: collections.map(({ name, matches }) => ({ place: sayPlace(name), count: matches.length })), withheld: withheld.length, notSearched: await notSearched(h, trace, request.language) });
    const [lang, words] = [languageOf(request.language), coverWordsOf(request.language, request.regime)];
    const date = sayDayIn(lang, madeOn);
    const cover = await letterPdf(letter, { organisation: ctx.organisation.name, address: ctx.organisation.address, date, lang });
    const report = (open: Open) => reportPdf({ title: words.report, rest: words.restInData }, { organisation: ctx.organisation.name, date, lang }, collections.map(({ name, matches }) => ({ title: sayPlace(name), count: matches.length, records: () => open(matches) })));
    return { requestId, cover, report, linked: isPortable ? contextOf(ctx.organisation.name) : null, collections, messages: handed.filter((match) => match.collection === 'messages'), documents, withheld, redactions, removed: [...removed], neverDisclose, meanings: neverDisclose.length > 0 ? await meaningsOf(h, handed) : new Map() };
  });
}

async function writeZip(ctx: Context, content: Content, name: string): Promise<{ sha256: string; bytes: number; files: number }> {
  const zip = new yazl.ZipFile();
  // A record that cannot be read ends the writing, not the worker.
  (zip as unknown as NodeJS.EventEmitter).on('error', (error: Error) => void (zip.outputStream as unknown as Readable).destroy(error));
  const leaks = new Set<string>();
  const sums: { path: string; bytes: number; sha256: string }[] = [];
  const add = (path: string, make: () => Readable) => zip.addReadStreamLazy(path, { mtime: new Date(ctx.clock.now()) }, (give) => give(null, counted(path, make(), sums, content.removed, leaks)));
  const open = opener(ctx, content);
  /** What is packed inside of a file is not seen in its bytes: its words are read back before it is added. */
  const addFile = async (path: string, { name: fileName, base64 }: FoundFile) => {
    const bytes = Buffer.from(base64, 'base64');
    if (content.removed.length > 0 && tracesIn(await ctx.fileReader.words(fileName, bytes), content.removed).length > 0) leaks.add(path);
    add(path, () => Readable.from([bytes]));
  };

  add('cover-letter.pdf', () => Readable.from([content.cover]));
  await addFile('report.pdf', { name: 'report.pdf', mediaType: 'application/pdf', base64: (await content.report(open)).toString('base64') });
  if (content.linked) add('data.jsonld', () => Readable.from(linkedOf(content, open)));
  for (const { name: place, matches } of content.collections) {
    add(`data/${safeName(place)}.json`, () => Readable.from(jsonOf(matches, open)));
    add(`data/${safeName(place)}.csv`, () => Readable.from(csvOf(matches, open)));
  }
  for (const [i, match] of content.messages.entries()) {
    const record = await one(open, match);
    const folder = `messages/${String(i + 1).padStart(3, '0')}-${safeName(record.title).slice(0, 60)}`;
    add(`${folder}/message.txt`, () => Readable.from([messageText(record)]));
    for (const [n, file] of record.files.entries()) await addFile(`${folder}/${n + 1}-${safeName(file.name)}`, file);
  }
  for (const [i, match] of content.documents.entries()) {
    // The passages are offsets into the text as it was found, not into what is left of it.
    const record = await one(open, match, true);
    const document = content.neverDisclose.length > 0 ? null : await documentFile(ctx, record, content.redactions.get(match.id));
    if (document) await addFile(`documents/${String(i + 1).padStart(3, '0')}-${safeName(document.name)}`, document);
  }
  add('withheld.csv', () => Readable.from([csvLine(['where', 'what', 'why']), ...content.withheld.map((line) => csvLine([line.place, line.title, line.why]))]));
  zip.addReadStreamLazy('manifest.json', { mtime: new Date(ctx.clock.now()) }, (give) => give(null, Readable.from([JSON.stringify({ schema: 'bookend-pack-1', files: sums }, null, 2)])));
  zip.end();

  const key = asWrapped(await ctx.transaction(async (h) => (await dataKeys(h, [(await requestById(h, content.requestId))!.data_key_id])).values().next().value));
  if (!key) throw new Error('the request’s key is destroyed');
  const whole = createHash('sha256');
  let bytes = 0;
  const count = new PassThrough();
  count.on('data', (part: Buffer) => {
    whole.update(part);
    bytes += part.length;
  });
  await pipeline(zip.outputStream as unknown as Readable, count, ctx.keys.sealStream(key), ctx.storage.write(name));
  const [leak] = leaks;
  if (leak) throw new RedactionLeak(leak);
  return { sha256: whole.digest('hex'), bytes, files: sums.length + 1 };
}

/** What was removed stands in a file all the same: the pack is not finished. */
export class RedactionLeak extends Error {
  constructor(readonly path: string) {
    super('a redacted passage stands in a file of the pack');
  }
}

/** Sums up a file as it is written, and reads every one of its words for what was removed. */
function counted(path: string, source: Readable, sums: { path: string; bytes: number; sha256: string }[], removed: readonly string[], leaks: Set<string>): Readable {
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

/** Records as they are handed over, or as they were found; in order, a few at a time. */
type Open = (matches: readonly MatchHead[], asFound?: boolean) => AsyncGenerator<FoundRecord>;

/** What no law that binds the request lets be handed over. */
async function neverDisclosed(ctx: Context, h: Handle, request: RequestRow): Promise<string[]> {
  const [laws, on] = [await lawTable(h), localDay(request.received_at, ctx.organisation.zone)];
  return [...new Set(request.regimes.flatMap((id) => regimeById(id, on, laws)?.neverDisclose ?? []))];
}

async function meaningsOf(h: Handle, matches: readonly MatchHead[]): Promise<Content['meanings']> {
  const meanings = new Map<string, Readonly<Record<string, Holds | null>>>();
  for (const system of new Set(matches.map(({ system_id }) => system_id))) {
    for (const [collection, fields] of Object.entries(await confirmedFields(h, system))) meanings.set(`${system}/${collection}`, fields);
  }
  return meanings;
}

function opener(ctx: Context, { requestId, redactions, neverDisclose, meanings }: Content): Open {
  return async function* (matches, asFound = false) {
    for (const piece of inPieces(matches)) {
      const records = await ctx.transaction(async (h) => {
        const request = (await requestById(h, requestId))!;
        const vault = vaultOf(ctx, h);
        const found: FoundRecord[] = [];
        for await (const [match, sealed] of sealedRecords(h, piece)) {
          const record = JSON.parse((await vault.unseal(request.data_key_id, sealed, `record:${match.id}`))!) as FoundRecord;
          const passages = redactions.get(match.id);
          found.push(asFound ? record : onlyHeld(passages ? redactRecord(record, passages).record : record, neverDisclose, meanings.get(`${match.system_id}/${match.collection}`) ?? {}));
        }
        return found;
      });
      yield* records;
    }
  };
}

async function one(open: Open, match: MatchHead, asFound = false): Promise<FoundRecord> {
  for await (const record of open([match], asFound)) return record;
  throw new Error(`the record of ${match.id} is gone`);
}

/** A record in which forbidden values are only said to be held; what is attached stays out then, because it is not looked into. */
function onlyHeld(record: FoundRecord, kinds: readonly string[], meanings: Readonly<Record<string, Holds | null>>): FoundRecord {
  if (kinds.length === 0) return record;
  const say = (name: string, value: string) => {
    // What a person confirmed of the field comes first, then its name; only then what the value looks like.
    const kind = heldByField(name, meanings[name] ?? null, kinds);
    if (kind) return value.trim() ? heldWords(kind) : value;
    // A value alone has no words around it; the name of its field tells what it is.
    return sayHeld(`${name}: ${value}`, kinds).text.slice(name.length + 2);
  };
  return { ...record, title: sayHeld(record.title, kinds).text, fields: Object.fromEntries(Object.entries(record.fields).map(([name, value]) => [name, value === null ? null : say(name, value)])), text: record.text === null ? null : sayHeld(record.text, kinds).text, files: [] };
}

async function* linkedOf({ linked, collections }: Content, open: Open): AsyncGenerator<string> {
  yield `{"@context":${JSON.stringify(linked)},"@graph":[\n`;
  let isFirst = true;
  for (const { name, matches } of collections) {
    for await (const record of open(matches)) {
      yield `${isFirst ? '' : ',\n'}${JSON.stringify(toNode(name, record))}`;
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

function messageText(record: FoundRecord): string {
  const head = ['date', 'from', 'to', 'subject'].map((field) => `${field}: ${record.fields[field] ?? ''}`).join('\n');
  return `${head}\n\n${record.text ?? ''}\n`;
}

/** A name that is a plain file name everywhere: no path, no control characters. */
function safeName(name: string): string {
  return name.normalize('NFC').replace(/[^\p{L}\p{N}._-]+/gu, '-').replace(/^[.-]+|[.-]+$/g, '') || 'file';
}
