import { otherPeopleIn } from '../../core/detect/otherPeople';
import { sayName } from '../../core/identity/compare';
import type { PersonRecord } from '../../core/identity/record';
import { score, type Band } from '../../core/identity/score';
import type { Handle } from '../../db/handle';
import { requestById, type RequestRow } from '../../db/requests/requests';
import { markReached, systemById } from '../../db/systems/systems';
import { insertMatches, matchesOf, type MatchRow } from '../../db/trace/matches';
import { clearProblems, insertProblems } from '../../db/trace/problems';
import { addToStep, lockStep, setStep, traceById, traceKeysOf, type StepRow, type TraceRow } from '../../db/trace/traces';
import { ConnectorError, type FoundBatch, type FoundRecord, type SearchKey } from '../../ports/connector';
import type { Context } from '../context';
import { personOfRequest } from '../requests/personOfRequest';
import { vaultOf, type Vault } from '../shared/vault';
import { openConnector } from '../systems/openConnector';
import { recordTrail } from '../trail/recordTrail';
import { settleTrace } from './settleTrace';

const MOST_TRIES = 5;

export interface SearchWork {
  request: RequestRow;
  person: PersonRecord;
  keys: SearchKey[];
}

/**
 * One system's part of a trace: searches, scores, keeps what may be the person's. A failing system is tried
 * again with growing waits, says what failed, and holds up nobody else.
 */
export async function runTraceStep(ctx: Context, input: { traceId: string; systemId: string; round: number }): Promise<void> {
  const name = `trace:${input.traceId}:${input.systemId}:${input.round}`;
  await ctx.exclusively(name, async () => {
    const step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'> = { trace_id: input.traceId, system_id: input.systemId, round: input.round };
    const work = await begin(ctx, step);
    if (!work) return;
    try {
      await search(ctx, step, work);
      await ctx.transaction(async (h) => {
        await setStep(h, step, { state: 'done', finished_at: ctx.clock.real(), error_code: null, error_text: null, next_try_at: null });
        await markReached(h, step.system_id, ctx.clock.now(), null);
        await settleTrace(ctx, h, step.trace_id);
      });
    } catch (error) {
      if (!(error instanceof ConnectorError)) throw error;
      await failStep(ctx, step, error);
    }
  });
}

async function begin(ctx: Context, step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>): Promise<SearchWork | null> {
  return ctx.transaction(async (h) => {
    const row = await lockStep(h, step.trace_id, step.system_id, step.round);
    const trace = await traceById(h, step.trace_id);
    if (!row || !trace || trace.state !== 'running' || row.state === 'done' || row.state === 'failed') return null;
    if (row.next_try_at && Date.parse(row.next_try_at) > Date.parse(ctx.clock.real())) return null;
    const request = (await requestById(h, trace.request_id))!;
    const work = await loadSearch(ctx, h, trace, request, step.round);
    await clearProblems(h, step.trace_id, step.system_id);
    await setStep(h, step, { state: 'running', tries: row.tries + 1, started_at: ctx.clock.real(), scanned: 0, found: 0 });
    return work;
  });
}

/** Whom a trace looks for: the person with all that was taught, and the keys of one round (null: of every round). */
export async function loadSearch(ctx: Context, h: Handle, trace: TraceRow, request: RequestRow, round: number | null): Promise<SearchWork> {
  const vault = vaultOf(ctx, h);
  const keys: SearchKey[] = [];
  const person = await personOfRequest(ctx, h, request);
  const [emails, phones, customerNumbers] = [[...(person.emails ?? [])], [...(person.phones ?? [])], [...(person.customerNumbers ?? [])]];
  for (const key of await traceKeysOf(h, trace.id)) {
    const value = await vault.unseal(request.data_key_id, key.value_sealed, `key:${key.id}`);
    if (!value) continue;
    if (key.kind === 'email') emails.push(value);
    if (key.kind === 'phone') phones.push(value);
    if (key.kind === 'customer-number') customerNumbers.push({ system: key.scope, value });
    // A later round searches only for what the earlier ones taught.
    if (round === null || key.round === round) keys.push({ kind: key.kind, value, scope: key.scope });
  }
  return { request, person: { ...person, emails, phones, customerNumbers }, keys };
}

async function search(ctx: Context, step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>, work: SearchWork): Promise<void> {
  const { connector, country } = await openConnector(ctx, step.system_id);
  try {
    for await (const batch of connector.search(work.keys)) {
      await ctx.transaction((h) => keep(ctx, h, step, work, batch, country));
    }
  } finally {
    await connector.close();
  }
}

async function keep(ctx: Context, h: Handle, step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>, work: SearchWork, batch: FoundBatch, country: string | null): Promise<void> {
  const judged = new Map((await matchesOf(h, step.trace_id)).filter((match) => match.system_id === step.system_id).map((match) => [`${match.collection}/${match.record_key}`, match]));
  const vault = vaultOf(ctx, h);
  const rows: MatchRow[] = [];
  for (const record of batch.records) {
    const place = `${record.collection}/${record.key}`;
    if (judged.has(place)) continue;
    const match = await judge(ctx, step, work, record, country, judged, vault);
    if (!match) continue;
    judged.set(place, match);
    rows.push(match);
  }
  const { data_key_id } = work.request;
  await insertProblems(h, await Promise.all((batch.problems ?? []).map(async ({ key, code, text }) => ({ trace_id: step.trace_id, system_id: step.system_id, place_sealed: await vault.seal(data_key_id, key, `problem:${step.trace_id}`), code, text }))));
  await addToStep(h, step, batch.scanned, await insertMatches(h, rows));
}

async function judge(ctx: Context, step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>, work: SearchWork, record: FoundRecord, country: string | null, judged: ReadonlyMap<string, MatchRow>, vault: Vault): Promise<MatchRow | null> {
  const parent = record.parent ? judged.get(`${record.parent.collection}/${record.parent.key}`) : undefined;
  if (record.parent && !parent) return null;
  return parent ? sealMatch(ctx, step, work, record, parent, [], parent, vault) : matchOf(ctx, step, work, record, country, vault, null);
}

/**
 * A record as a match, scored against the person; null where it is unlikely to be theirs.
 *
 * @param atLeast the band of what is unlikely all the same, for records that somebody handed over as theirs
 */
export async function matchOf(ctx: Context, step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>, work: SearchWork, record: FoundRecord, country: string | null, vault: Vault, atLeast: Band | null): Promise<MatchRow | null> {
  const { band: scored, fields, weight, probability } = score(work.person, { country, ...record.person });
  const band = scored === 'unlikely' ? atLeast : scored;
  return band === null ? null : sealMatch(ctx, step, work, record, { weight, probability, band }, fields.map(({ field, level, weight: bits }) => ({ field, level, weight: bits })), null, vault);
}

async function sealMatch(ctx: Context, step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>, work: SearchWork, record: FoundRecord, how: Pick<MatchRow, 'weight' | 'probability' | 'band'>, fields: MatchRow['fields'], parent: MatchRow | null, vault: Vault): Promise<MatchRow> {
  const id = ctx.keys.id('mat');
  const { data_key_id } = work.request;
  return {
    id, trace_id: step.trace_id, system_id: step.system_id, collection: record.collection, record_key: record.key, parent_key: record.parent ? `${record.parent.collection}/${record.parent.key}` : null,
    title_sealed: await vault.seal(data_key_id, record.title, `title:${id}`),
    record_sealed: await vault.seal(data_key_id, JSON.stringify(record), `record:${id}`),
    fields, weight: how.weight, probability: how.probability, band: how.band,
    is_shared: record.text !== null && otherPeople(ctx, work.person, record).length > 0,
    verdict: parent?.verdict ?? null, verdict_by: parent?.verdict_by ?? null, verdict_at: parent?.verdict_at ?? null, round: step.round,
  };
}

/** Who else a message speaks of, colleagues aside. */
export function otherPeople(ctx: Context, person: PersonRecord, record: FoundRecord): string[] {
  const text = [record.fields['from'], record.fields['to'], record.fields['cc'], record.text].filter(Boolean).join('\n');
  const names = [sayName(person)].filter((name) => name !== null);
  return otherPeopleIn(text, { emails: person.emails ?? [], phones: person.phones ?? [], names, country: person.country ?? ctx.organisation.country }, ctx.organisation.ownDomains);
}

async function failStep(ctx: Context, step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>, error: ConnectorError): Promise<void> {
  await ctx.transaction(async (h) => {
    const row = (await lockStep(h, step.trace_id, step.system_id, step.round))!;
    const isOver = row.tries >= MOST_TRIES || error.kind === 'not-allowed';
    const wait = Math.max((error.retryAfterSeconds ?? 0) * 1000, ctx.retryBaseMs * 2 ** (row.tries - 1));
    const next = new Date(Date.parse(ctx.clock.real()) + wait).toISOString();
    await setStep(h, step, { state: isOver ? 'failed' : 'waiting', error_code: error.kind, error_text: error.message.slice(0, 300), next_try_at: isOver ? null : next, finished_at: isOver ? ctx.clock.real() : null });
    await markReached(h, step.system_id, ctx.clock.now(), `${error.kind}: ${error.message.slice(0, 200)}`);
    if (!isOver) await ctx.jobs.enqueue(h.trx, 'trace-step', { traceId: step.trace_id, systemId: step.system_id, round: step.round }, next);
    await settleTrace(ctx, h, step.trace_id);
    const system = await systemById(h, step.system_id);
    await recordTrail(ctx, h, 'trace-step-failed', step.trace_id, `${system?.name}: ${error.kind}`);
  });
}
