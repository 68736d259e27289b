import type { RequestId, RequestRef, TraceId } from '../../core/shared/ids';
import { WITHHELD } from '../../core/words/sections';
import type { WithheldReason } from '../../core/words/words';
import type { Redaction } from '../../core/trace/redaction';
import { regimeById } from '../../core/clock/regimes';
import type { Holds } from '../../core/systems/fieldHolds';
import { sayName } from '../../core/matching/compare';
import { coverLetter, packLanguage, type RegisterEntry } from '../../core/packs/cover';
import { sayDayIn } from '../../core/letters/frame';
import type { Letter } from '../../core/letters/letter';
import type { Language } from '../../core/letters/mailings';
import { pathsOf } from '../../core/packs/names';

import { contextOf } from '../../core/packs/linkedData';
import type { Phrasebook } from '../../core/systems/phrasebook';
import { groupBy } from '../../core/shared/groupBy';
import { localDay } from '../../core/shared/days';
import { lawTable } from '../../db/clock/laws';
import type { Handle } from '../../db/shared/handle';
import { requestById, type RequestRow } from '../../db/requests/requests';
import { confirmedFields } from '../../db/systems/fields';
import { listSystems, registerEntries } from '../../db/systems/systems';
import { matchesOf, sealedRecords, type MatchHead } from '../../db/trace/matches';
import { redactionsOf } from '../../db/trace/redactions';
import { lastTrace, type TraceRow } from '../../db/trace/traces';
import type { Context } from '../shared/context';
import { OWN_SYSTEM } from '../erasure/ownPart';
import { personOfRequest } from '../people/personOfRequest';
import { vaultOf, type Vault } from '../keys/vault';
import { saidRegister, type SaidRegister } from '../systems/phrasebookOf';
import { notSearched } from '../trace/notSearched';
import type { Handing } from './openRecords';
import { redactRecord } from './redactRecord';
import { choiceWords, type ChoiceWords } from './choiceWords';
import { matchPassages, matchRecord, matchTitle } from '../trace/sealed';

/** The collection of messages, in every system that has any. */
export const MESSAGES = 'messages';

export interface PackCollection {
  /** `system/collection` */
  place: string;
  /** In the reader's words. */
  title: string;
  system: string;
  entry: RegisterEntry;
  /** Of its files, without the ending. */
  path: string;
  matches: MatchHead[];
}

export interface WithheldLine {
  place: string;
  title: string;
  why: string;
}

/** All that a pack is written from; the records themselves are opened one at a time. */
export interface PackContent extends Handing {
  ref: RequestRef;
  zone: string;
  organisation: string;
  /** The day it is made, in words. */
  date: string;
  /** What the organisation calls fields and values. */
  say: Phrasebook;
  /** A system's name in the reader's words. */
  system(id: string): string;
  letter: Letter;
  /** Context of the linked data of a portable copy; null: it is none. */
  linked: Record<string, string> | null;
  collections: PackCollection[];
  messages: MatchHead[];
  /** Records that are documents of their own. */
  documents: MatchHead[];
  withheld: WithheldLine[];
  /** What was removed, and must stand in no file. */
  removed: readonly string[];
  choices: ChoiceWords;
}

/** Decides what goes into the pack of a request, and reads what the letter has to say. */
export async function gatherPack(ctx: Context, requestId: RequestId): Promise<PackContent> {
  return ctx.transaction(async (h) => {
    const request = (await requestById(h, requestId))!;
    const trace = (await lastTrace(h, requestId, 'find'))!;
    const vault = vaultOf(ctx, h);
    const language = packLanguage(request);
    const register = await saidRegister(h, language);
    const found = (await matchesOf(h, trace.id)).filter(
      ({ verdict, is_outside }) => verdict === 'theirs' && !is_outside,
    );
    const theirs = request.right === 'portability' ? await givenOnly(h, found) : found;
    const redactions = await openRedactions(h, request, trace.id, vault);
    const handed = theirs.filter(({ id, is_shared }) => !is_shared || redactions.has(id));
    const neverDisclose = await neverDisclosed(ctx, h, request);
    const held = await withholding(h, request, vault, {
      theirs,
      handed,
      redactions,
      neverDisclose,
      register,
      language,
    });
    const collections = collectionsOf(
      handed,
      register,
      (await listSystems(h)).map(({ id }) => id),
    );
    const notGiven = found.length - theirs.length;
    const letter = await letterOf(ctx, h, { request, trace, register, theirs, collections, notGiven, held, language });
    return {
      requestId,
      ref: request.ref,
      language,
      zone: ctx.organisation.zone,
      organisation: ctx.organisation.name,
      say: register.own,
      system: register.system,
      letter,
      collections,
      redactions,
      neverDisclose,
      date: sayDayIn(language, localDay(ctx.clock.now(), ctx.organisation.zone)),
      linked: request.right === 'portability' ? contextOf(ctx.organisation.name) : null,
      messages: handed.filter(({ collection }) => collection === MESSAGES),
      documents: held.documents,
      withheld: held.lines,
      removed: held.removed,
      meanings: await meaningsOf(h, handed),
      choices: await choiceWords(h, language),
    };
  });
}

async function letterOf(
  ctx: Context,
  h: Handle,
  of: {
    request: RequestRow;
    trace: TraceRow;
    register: Awaited<ReturnType<typeof saidRegister>>;
    theirs: readonly MatchHead[];
    collections: readonly PackCollection[];
    /** Records that are theirs and that they did not give themselves. */
    notGiven: number;
    held: { lines: readonly WithheldLine[] };
    language: PackContent['language'];
  },
): Promise<Letter> {
  const { request, trace, register, language } = of;
  const places = new Set(of.theirs.map(({ system_id, collection }) => `${system_id}/${collection}`));
  return coverLetter({
    ref: request.ref,
    language,
    regime: request.regime,
    right: request.right,
    notGiven: of.notGiven,
    organisation: ctx.organisation,
    withheld: of.held.lines.length,
    name: sayName(await personOfRequest(ctx, h, { ...request, person_id: null })),
    foundOn: localDay(trace.finished_at ?? trace.started_at, ctx.organisation.zone),
    register: [...places].sort().map((place) => entryAt(place, register)),
    counts: of.collections.map(({ title, matches }) => ({ place: title, count: matches.length })),
    notSearched: await notSearched(h, trace, language),
  });
}

/** What a person did not give themselves is no part of a portable copy (GDPR art. 20(1)). */
async function givenOnly(h: Handle, found: readonly MatchHead[]): Promise<MatchHead[]> {
  const given = new Set(
    (await registerEntries(h))
      .filter(({ isGiven }) => isGiven)
      .map(({ system, collection }) => `${system}/${collection}`),
  );
  return found.filter(({ system_id, collection }) => given.has(`${system_id}/${collection}`));
}

async function openRedactions(
  h: Handle,
  request: RequestRow,
  traceId: TraceId,
  vault: Vault,
): Promise<Map<string, Redaction[]>> {
  const redactions = new Map<string, Redaction[]>();
  for (const [id, row] of await redactionsOf(h, traceId)) {
    const passages = await matchPassages.open(vault, request.data_key_id, row.passages_sealed, id);
    if (passages) redactions.set(id, passages);
  }
  return redactions;
}

interface ToWithhold {
  theirs: readonly MatchHead[];
  handed: readonly MatchHead[];
  redactions: ReadonlyMap<string, Redaction[]>;
  neverDisclose: readonly string[];
  register: SaidRegister;
  language: Language;
}

/** What is held back, each with its reason; and, read in the same pass, what is a document and which words must stand nowhere. */
async function withholding(
  h: Handle,
  request: RequestRow,
  vault: Vault,
  all: ToWithhold,
): Promise<{ lines: WithheldLine[]; documents: MatchHead[]; removed: string[] }> {
  const { theirs, handed, redactions, neverDisclose, register, language } = all;
  const lines: WithheldLine[] = [];
  const line = (match: MatchHead, title: string, why: WithheldReason) =>
    lines.push({
      place: register.place(`${match.system_id}/${match.collection}`),
      title,
      why: WITHHELD[language][why],
    });
  for (const match of theirs.filter(({ id, is_shared }) => is_shared && !redactions.has(id))) {
    line(match, (await matchTitle.open(vault, request.data_key_id, match.title_sealed, match.id)) ?? '', 'others-data');
  }
  const removed = new Set<string>();
  const documents: MatchHead[] = [];
  for await (const [match, sealed] of sealedRecords(h, handed)) {
    const record = (await matchRecord.open(vault, request.data_key_id, sealed, match.id))!;
    if (match.collection !== MESSAGES && record.files.length > 0) documents.push(match);
    const passages = redactions.get(match.id);
    if (passages) {
      const { removed: strings, dropped } = redactRecord(record, passages, language);
      for (const one of strings) removed.add(one);
      for (const name of dropped) line(match, `${record.title}: ${name}`, 'attached-to-redacted');
    } else if (neverDisclose.length > 0) for (const { name } of record.files) line(match, name, 'may-hold-forbidden');
  }
  return { lines, documents, removed: [...removed] };
}

/** By system, in the order of the register; what others hang on before what hangs on it. */
function collectionsOf(
  handed: readonly MatchHead[],
  register: SaidRegister,
  order: readonly string[],
): PackCollection[] {
  const groups = [...groupBy(handed, (match) => `${match.system_id}/${match.collection}`)].map(([place, matches]) => ({
    place,
    matches,
    title: register.place(place),
    system: register.system(matches[0]!.system_id),
  }));
  const hangs = ({ matches }: { matches: readonly MatchHead[] }) =>
    matches.every(({ parent_key }) => parent_key !== null) ? 1 : 0;
  const at = ({ matches }: { matches: readonly MatchHead[] }) => order.indexOf(matches[0]!.system_id);
  groups.sort((a, b) => at(a) - at(b) || hangs(a) - hangs(b) || a.title.localeCompare(b.title, 'en'));
  const paths = pathsOf(groups);
  return groups.map((group) => ({ ...group, entry: entryAt(group.place, register), path: paths.get(group.place)! }));
}

/** What the register says of a place. One of which it says nothing at all stands in the letter with all of it missing. */
function entryAt(place: string, register: SaidRegister): RegisterEntry {
  const known = register.entries.find((entry) => `${entry.system}/${entry.collection}` === place);
  if (known) return known;
  const [system, collection] = [place.slice(0, place.indexOf('/')), place.slice(place.indexOf('/') + 1)];
  const title = system === OWN_SYSTEM ? 'Bookend' : register.place(place);
  return {
    system,
    collection,
    title,
    purposes: [],
    categories: [],
    recipients: [],
    retention: '',
    source: '',
    transfers: null,
    automatedDecisions: null,
    isGiven: false,
    nothing: [],
  };
}

/** What no law that binds the request lets be handed over. */
async function neverDisclosed(ctx: Context, h: Handle, request: RequestRow): Promise<string[]> {
  const [laws, on] = [await lawTable(h), localDay(request.received_at, ctx.organisation.zone)];
  return [...new Set(request.regimes.flatMap((id) => regimeById(id, on, laws)?.neverDisclose ?? []))];
}

async function meaningsOf(h: Handle, matches: readonly MatchHead[]): Promise<Handing['meanings']> {
  const meanings = new Map<string, Readonly<Record<string, Holds | null>>>();
  for (const system of new Set(matches.map(({ system_id }) => system_id))) {
    for (const [collection, fields] of Object.entries(await confirmedFields(h, system)))
      meanings.set(`${system}/${collection}`, fields);
  }
  return meanings;
}
