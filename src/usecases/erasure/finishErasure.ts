import { residueOf, type ResidueLine } from '../../core/erasure/residue';
import type { PlanLine } from '../../core/erasure/types';
import { sayDayIn, wordsOf } from '../../core/letters/frame';
import type { Reason } from '../../core/shared/reason';
import { groupBy } from '../../core/shared/groupBy';
import { canonicalBytes } from '../../core/sealing/leaf';
import { destroyDataKeys } from '../../db/access/dataKeys';
import { forgetPlanLines, insertCertificate, insertResidue, planLines, setPlan, type PlanRow } from '../../db/erasure/plans';
import { forgetLetters, lettersOf } from '../../db/letters/letters';
import { packsOfRequests, setPack } from '../../db/packs/packs';
import { forgetPerson, identifiersOf, insertSuppressions, personById } from '../../db/persons/persons';
import { forgetRecordActs } from '../../db/requests/recordActs';
import { forgetHelperTasks } from '../../db/requests/helperTasks';
import { forgetNotes } from '../../db/requests/notes';
import { allRequestsOfPerson, requestById, setRequest, type RequestRow } from '../../db/requests/requests';
import { registerEntries } from '../../db/systems/systems';
import { forgetTraces, lastTrace, traceKeysOf } from '../../db/trace/traces';
import type { Handle } from '../../db/handle';
import type { JournalEntry } from '../../ports/journal';
import type { Context } from '../context';
import { queueLetter } from '../letters/queueLetter';
import { writeLetter } from '../letters/writeLetter';
import { indexText } from '../persons/identifierKeys';
import { forgetProposals } from '../requests/proposals';
import { closeAnswered } from '../requests/decide';
import { answerAddress } from '../requests/answerAddress';
import { refreshRequest } from '../requests/refreshRequest';
import { vaultOf } from '../shared/vault';
import { notSearched } from '../trace/notSearched';
import { recordTrail } from '../trail/recordTrail';
import type { PhaseOutcome } from './runErasure';

const POLL_MS = 400;

/** The answer goes while there still is an address, and has to be sent before anything of Bookend's own goes. */
export async function answerErasure(ctx: Context, row: PlanRow): Promise<PhaseOutcome> {
  return ctx.transaction(async (h) => {
    const request = (await requestById(h, row.request_id))!;
    const letters = await lettersOf(h, request.id);
    const answer = letters.find(({ template }) => template === 'erasure-answer');
    const { address, name } = await answerAddress(ctx, h, request);
    if (!answer && address) {
      await queueLetter(ctx, h, request, address, await letterOf(ctx, h, row, request, name));
      return { done: false, waitMs: POLL_MS };
    }
    if (answer?.state === 'queued') return { done: false, waitMs: POLL_MS };
    if (answer?.state === 'failed') return { done: false, waitMs: ctx.retryBaseMs * 30, error: 'The answer could not be mailed; the person’s address is kept until it is.' };
    await setPlan(h, row.id, { phase: 'own', error: null });
    return { done: true };
  });
}

async function letterOf(ctx: Context, h: Handle, row: PlanRow, request: RequestRow, name: string | null) {
  const lines = await openLines(ctx, h, row, request);
  const titles = await placeNames(h);
  const count = (action: PlanLine['action']) => [...groupBy(lines.filter((line) => line.action === action), (line) => `${line.system}/${line.collection}`)].map(([place, own]) => ({ place: titles(place), count: own.length }));
  const trace = (await lastTrace(h, request.id, 'find'))!;
  const touched = new Set(lines.filter(({ action }) => action !== 'keep').map((line) => `${line.system}/${line.collection}`));
  const recipients = (await registerEntries(h)).filter((entry) => touched.has(`${entry.system}/${entry.collection}`)).flatMap(({ recipients: own }) => own);
  const { records, kept } = wordsOf(request.language);
  const say = (line: { place: string; count: number }) => `${line.place}: ${records(line.count)}`;
  const residue = residueOf(lines).map((line) => `${say({ place: titles(`${line.system}/${line.collection}`), count: line.count })}. ${line.until ? kept(sayDayIn(request.language, line.until), line.law) : line.why}`);
  return writeLetter(ctx, h, request, name, 'erasure-answer', { erased: nothingIf(request, count('erase').map(say)), anonymised: count('anonymise').map(say), residue: nothingIf(request, residue), recipients: [...new Set(recipients)], notSearched: await notSearched(ctx, h, trace) });
}

/** An empty list is said in a word: what is not there is the answer too. */
function nothingIf(request: RequestRow, lines: readonly string[]): readonly string[] {
  return lines.length > 0 ? lines : [wordsOf(request.language).nothing];
}

async function placeNames(h: Handle): Promise<(place: string) => string> {
  const titles = new Map((await registerEntries(h)).map((entry) => [`${entry.system}/${entry.collection}`, entry.title]));
  return (place) => titles.get(place) ?? place.replace('/', ' · ');
}

async function openLines(ctx: Context, h: Handle, row: PlanRow, request: RequestRow): Promise<PlanLine[]> {
  const vault = vaultOf(ctx, h);
  const lines: PlanLine[] = [];
  for (const line of await planLines(h, row.id)) {
    const reasons = (await vault.unseal(request.data_key_id, line.reasons_sealed, `reasons:${row.id}:${line.position}`)) ?? '[]';
    lines.push({ record: `${line.system_id}/${line.collection}/${line.record_key}`, system: line.system_id, collection: line.collection, key: line.record_key, action: line.action, doer: line.doer, rule: line.rule as PlanLine['rule'], keepUntil: line.keep_until, law: line.law, clearFirst: line.clear_first, reasons: JSON.parse(reasons) as Reason[] });
  }
  return lines;
}

/** Suppression, Bookend's own part, key destruction, residue, certificate: in one transaction, last of all. */
export async function finishErasure(ctx: Context, row: PlanRow): Promise<PhaseOutcome> {
  const files = await ctx.transaction(async (h) => {
    const request = (await requestById(h, row.request_id))!;
    const now = ctx.clock.now();
    const lines = await openLines(ctx, h, row, request);
    const residue = residueOf(lines);
    const suppressions = await suppress(ctx, h, row, request, now);
    await insertResidue(h, residue.map((line) => residueRow(ctx, request, line, lines, now)));
    await insertCertificate(h, certificate(ctx, row, request, lines, residue, now));
    const requests = request.person_id ? await allRequestsOfPerson(h, request.person_id) : [request];
    const ids = requests.map(({ id }) => id);
    const personKey = request.person_id ? (await personById(h, request.person_id))?.data_key_id : undefined;
    const messageKeys = await forgetProposals(ctx, h, await knownHashes(ctx, h, row, request));
    const dataKeyIds = [...requests.map(({ data_key_id }) => data_key_id), ...(personKey ? [personKey] : []), ...messageKeys];
    // First outside the database: a crash after it does the erasure again, a crash before it has erased nothing.
    await ctx.journal.append({ schema: 'bookend-erasure-1', at: new Date(now).toISOString(), ref: request.ref, personId: request.person_id, requestIds: ids, dataKeyIds, suppressions });
    const packs = await packsOfRequests(h, ids);
    for (const pack of packs) await setPack(h, pack.id, { state: 'gone', path: null });
    await forgetTraces(h, ids);
    await forgetLetters(h, ids);
    await forgetNotes(h, ids);
    await forgetHelperTasks(h, ids);
    await forgetRecordActs(h, ids);
    await forgetPlanLines(h, row.id);
    if (request.person_id) await forgetPerson(h, request.person_id, now);
    for (const other of requests) await setRequest(h, other.id, { person_sealed: null, text_sealed: null, decision_reason_sealed: null });
    await closeAnswered(ctx, h, request, 'erased');
    await destroyDataKeys(h, dataKeyIds, now);
    await setPlan(h, row.id, { state: 'finished', phase: 'finished', finished_at: now, error: null });
    await setRequest(h, request.id, { plan: 'finished', trace: 'finished' });
    await recordTrail(ctx, h, 'erasure-finished', request.ref, row.fingerprint);
    return packs.flatMap(({ path }) => (path ? [path] : []));
  });
  for (const file of files) await ctx.storage.remove(file);
  await ctx.transaction((h) => refreshRequest(ctx, h, row.request_id));
  return { done: true };
}

/** Keyed hashes of every identifier the traces knew, so that an import cannot bring the person back. */
async function suppress(ctx: Context, h: Handle, row: PlanRow, request: RequestRow, now: string): Promise<JournalEntry['suppressions']> {
  const texts = await knownTexts(ctx, h, row, request);
  const rows = [...texts].map(([text, kind]) => ({ ...ctx.keys.suppression(text), kind }));
  await insertSuppressions(h, rows.map(({ hash, version, kind }) => ({ hash, key_version: version, kind, erased_at: now, request_ref: request.ref })));
  return rows.map(({ hash, version, kind }) => ({ hash: hash.toString('hex'), version, kind }));
}

async function knownHashes(ctx: Context, h: Handle, row: PlanRow, request: RequestRow): Promise<Buffer[]> {
  return [...(await knownTexts(ctx, h, row, request)).keys()].map((text) => ctx.keys.index(text));
}

/** Every identifier that the traces and Bookend know of the person, as it is hashed, by kind. */
async function knownTexts(ctx: Context, h: Handle, row: PlanRow, request: RequestRow): Promise<Map<string, string>> {
  const vault = vaultOf(ctx, h);
  const texts = new Map<string, string>();
  for (const key of await traceKeysOf(h, row.trace_id)) {
    const value = key.kind === 'name' ? null : await vault.unseal(request.data_key_id, key.value_sealed, `key:${key.id}`);
    if (value) texts.set(indexText({ kind: key.kind, scope: key.scope, value }), key.kind);
  }
  const person = request.person_id ? await personById(h, request.person_id) : undefined;
  for (const identifier of person ? await identifiersOf(h, [person.id]) : []) {
    const value = await vault.unseal(person!.data_key_id, identifier.value_sealed, `identifier:${person!.id}`);
    if (value) texts.set(indexText({ kind: identifier.kind, scope: identifier.scope, value }), identifier.kind);
  }
  return texts;
}

function residueRow(ctx: Context, request: RequestRow, line: ResidueLine, lines: readonly PlanLine[], now: string) {
  const id = ctx.keys.id('rsd');
  const keys = lines.filter((own) => own.action === 'keep' && own.system === line.system && own.collection === line.collection && own.keepUntil === line.until).map(({ key }) => key);
  return { id, request_ref: request.ref, system_id: line.system, collection: line.collection, count: line.count, why: line.why, law: line.law, until: line.until, keys_sealed: ctx.keys.sealOwn(JSON.stringify(keys), id), created_at: now };
}

function certificate(ctx: Context, row: PlanRow, request: RequestRow, lines: readonly PlanLine[], residue: readonly ResidueLine[], now: string) {
  const done = [...groupBy(lines.filter(({ action }) => action !== 'keep'), (line) => `${line.system}/${line.collection}/${line.action}`)].map(([, own]) => ({ system: own[0]!.system, collection: own[0]!.collection, action: own[0]!.action, count: own.length }));
  const content = { schema: 'bookend-certificate-1', reference: request.ref, regime: request.regime, organisation: ctx.organisation.name, receivedAt: request.received_at, finishedAt: new Date(now).toISOString(), planFrozenOn: row.frozen_on, planFingerprint: row.fingerprint, done, residue: residue.map(({ system, collection, count, why, until }) => ({ system, collection, count, why, until })), proof: 'A second trace with the same search keys found nothing beyond the residue.', keysDestroyed: true };
  return { id: ctx.keys.id('crt'), request_ref: request.ref, content, signature: ctx.keys.sign(canonicalBytes(content)), issued_at: now };
}
