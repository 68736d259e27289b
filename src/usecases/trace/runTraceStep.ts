import { detect } from '../../core/detect/detect';
import { otherPeopleIn } from '../../core/detect/otherPeople';
import type { DetectedKind } from '../../core/detect/types';
import { nameOf, sayName } from '../../core/matching/compare';
import type { PersonRecord } from '../../core/people/record';
import { isAnothers } from '../../core/matching/anothers';
import { compareNames } from '../../core/people/names';
import { haystackOf, mentions } from '../../core/matching/mentions';
import { score, type Band } from '../../core/matching/score';
import { fits, NO_CONDITIONS, type TraceConditions } from '../../core/trace/conditions';
import { topicsOf } from '../../core/trace/topics';
import type { Handle } from '../../db/shared/handle';
import { requestById, type RequestRow } from '../../db/requests/requests';
import { markReached, systemById } from '../../db/systems/systems';
import { insertMatches, keepParents, matchAt, matchesOf, type MatchRow } from '../../db/trace/matches';
import { clearProblems, insertProblems } from '../../db/trace/problems';
import {
  addToStep,
  lockStep,
  setStep,
  struckId,
  struckKeys,
  traceBefore,
  traceById,
  traceKeysOf,
  type StepRow,
  type TraceRow,
} from '../../db/trace/traces';
import {
  ConnectorError,
  isConnectorError,
  type FoundBatch,
  type FoundProblem,
  type FoundRecord,
  type SearchKey,
} from '../../ports/connector';
import type { Context } from '../shared/context';
import { knownPerson, type KnownPerson } from '../people/knownPerson';
import { vaultOf, type Vault } from '../keys/vault';
import { openConnector } from '../systems/openConnector';
import { recordTrail } from '../trail/recordTrail';
import { carryRedaction } from './carryOver';
import { settleTrace } from './settleTrace';
import { keyValue, matchRecord, matchTitle, matchTopics, problemPlace, traceConditions } from './sealed';

const MOST_TRIES = 5;
/** UTF-16 units of a record that are looked through for what it is about. */
const MOST_LOOKED_AT = 20_000;

/** What a record that hangs on another takes from it. */
type Judged = Pick<MatchRow, 'weight' | 'probability' | 'band' | 'verdict' | 'verdict_by' | 'verdict_at'>;

/** Somebody stopped the trace while it was searching. */
class Stopped extends Error {}

/** The lock that whoever works on a step holds. */
export const stepLock = (step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>): string =>
  `trace:${step.trace_id}:${step.system_id}:${step.round}`;

export interface SearchWork {
  request: RequestRow;
  person: PersonRecord;
  /** Where they live or lived, as records of theirs have taught. */
  homes: KnownPerson['homes'];
  keys: SearchKey[];
  conditions: TraceConditions;
  /** The trace before this one: what is new, and what was judged already. */
  before: TraceRow | null;
}

/**
 * One system's part of a trace: searches, scores, keeps what may be the person's. A failing system is tried
 * again with growing waits, says what failed, and holds up nobody else.
 */
export async function runTraceStep(
  ctx: Context,
  input: { traceId: string; systemId: string; round: number },
): Promise<void> {
  await ctx.exclusively(
    stepLock({ trace_id: input.traceId, system_id: input.systemId, round: input.round }),
    async () => {
      const step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'> = {
        trace_id: input.traceId,
        system_id: input.systemId,
        round: input.round,
      };
      const work = await begin(ctx, step);
      if (!work) return;
      try {
        await search(ctx, step, work);
        await ctx.transaction(async (h) => {
          await setStep(h, step, {
            state: 'done',
            finished_at: ctx.clock.real(),
            error_code: null,
            error_text: null,
            next_try_at: null,
          });
          await markReached(h, step.system_id, ctx.clock.now(), null);
          await settleTrace(ctx, h, step.trace_id);
        });
      } catch (error) {
        if (error instanceof Stopped) return;
        if (isConnectorError(error)) return failStep(ctx, step, error);
        // What a reader throws, whatever library it is from, is this system's failure and nobody else's; an outage of
        // our own is not.
        if (isOwnOutage(error)) throw error;
        ctx.log.error(
          { trace: step.trace_id, system: step.system_id, error: error instanceof Error ? error.name : 'unknown' },
          'a search broke',
        );
        await failStep(
          ctx,
          step,
          new ConnectorError('wrong-answer', 'What it answered could not be worked on.', null, { cause: error }),
        );
      }
    },
  );
}

/** The database or the storage of Bookend itself is away: the step stays as it is and is resumed. */
function isOwnOutage(error: unknown): boolean {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  return (
    /^(ECONN|EPIPE|ENOSPC|EIO|08|53|57|40)/.test(code) ||
    (error instanceof Error && /KnexTimeoutError/.test(error.name))
  );
}

async function begin(
  ctx: Context,
  step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>,
): Promise<SearchWork | null> {
  return ctx.transaction(async (h) => {
    const row = await lockStep(h, step.trace_id, step.system_id, step.round);
    const trace = await traceById(h, step.trace_id);
    if (!row || !trace || trace.state !== 'running' || row.state === 'done' || row.state === 'failed') return null;
    if (row.next_try_at && Date.parse(row.next_try_at) > Date.parse(ctx.clock.real())) return null;
    const request = (await requestById(h, trace.request_id))!;
    const work = await loadSearch(ctx, h, trace, request, step.round);
    await clearProblems(h, step.trace_id, step.system_id);
    await setStep(h, step, {
      state: 'running',
      tries: row.tries + 1,
      started_at: ctx.clock.real(),
      scanned: 0,
      found: 0,
      left_out: 0,
    });
    return work;
  });
}

/** Whom a trace looks for: the person with all that was taught, and the keys of one round (null: of every round). */
export async function loadSearch(
  ctx: Context,
  h: Handle,
  trace: TraceRow,
  request: RequestRow,
  round: number | null,
): Promise<SearchWork> {
  const vault = vaultOf(ctx, h);
  const keys: SearchKey[] = [];
  const struck = await struckKeys(h, request.id);
  for (const key of await traceKeysOf(h, trace.id)) {
    // A later round searches only for what the earlier ones taught.
    if (struck.has(struckId(key)) || (round !== null && key.round !== round)) continue;
    const value = await keyValue.open(vault, request.data_key_id, key.value_sealed, key.id);
    if (value) keys.push({ kind: key.kind, value, scope: key.scope });
  }
  const { record: known, homes } = await knownPerson(ctx, h, request, trace.id);
  const conditions = await traceConditions.open(vault, request.data_key_id, trace.conditions_sealed, trace.id);
  return {
    request,
    person: known,
    homes,
    keys,
    conditions: conditions ?? NO_CONDITIONS,
    before: (await traceBefore(h, trace)) ?? null,
  };
}

async function search(
  ctx: Context,
  step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>,
  work: SearchWork,
): Promise<void> {
  const { connector, country, name, isLeftOut } = await openConnector(ctx, step.system_id);
  try {
    for await (const batch of connector.search(work.keys)) {
      const records = batch.records.filter((record) => !isLeftOut(record));
      const goesOn = await ctx.transaction(async (h) => {
        if ((await traceById(h, step.trace_id))?.state !== 'running') return false;
        await keep(ctx, h, step, work, { ...batch, records }, { country, name }, batch.records.length - records.length);
        return true;
      });
      if (!goesOn) throw new Stopped();
    }
  } finally {
    await connector.close();
  }
}

async function keep(
  ctx: Context,
  h: Handle,
  step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>,
  work: SearchWork,
  batch: FoundBatch,
  system: { country: string | null; name: string },
  leftOut: number,
): Promise<void> {
  const judged = new Map<string, Judged>(
    (await matchesOf(h, step.trace_id))
      .filter((match) => match.system_id === step.system_id)
      .map((match) => [`${match.collection}/${match.record_key}`, match]),
  );
  const vault = vaultOf(ctx, h);
  const rows: MatchRow[] = [];
  const known: { from: string; to: MatchRow }[] = [];
  const problems: FoundProblem[] = [...(batch.problems ?? [])];
  for (const record of batch.records) {
    const place = `${record.collection}/${record.key}`;
    if (judged.has(place)) continue;
    // A key that the database cannot hold, such as one with a NUL in it, would break the whole batch.
    if (!isKeepable(record.key) || !isKeepable(record.collection)) {
      problems.push({
        collection: record.collection,
        key: record.key,
        code: 'unreadable',
        text: 'Its key holds characters that cannot be kept.',
      });
      continue;
    }
    const match = await judgeAlone(ctx, step, work, record, system.country, judged, vault, problems);
    if (!match) continue;
    const { old, ...against } = await compareWithBefore(h, work, match, record, vault);
    const row: MatchRow = {
      ...match,
      ...against,
      is_outside: !fits(work.conditions, {
        system: system.name,
        collection: record.collection,
        title: record.title,
        text: record.text,
        fields: record.fields,
      }),
    };
    judged.set(place, row);
    rows.push(row);
    if (old) known.push({ from: old, to: row });
  }
  const { data_key_id } = work.request;
  await insertProblems(
    h,
    await Promise.all(
      problems.map(async ({ key, code, text }) => ({
        trace_id: step.trace_id,
        system_id: step.system_id,
        place_sealed: await problemPlace.close(vault, data_key_id, key, step.trace_id),
        code,
        text,
      })),
    ),
  );
  await addToStep(h, step, { scanned: batch.scanned, found: await insertMatches(h, rows), leftOut });
  for (const { from, to } of known) await carryRedaction(ctx, h, work.request, from, to);
  if (work.conditions.rows.length > 0) await keepParents(h, step.trace_id, step.system_id);
}

function isKeepable(key: string): boolean {
  return !/\u0000|\p{Surrogate}/u.test(key);
}

/** One record that cannot be judged is reported; the others of its batch are not lost with it. */
async function judgeAlone(
  ...[ctx, step, work, record, country, judged, vault, problems]: [...Parameters<typeof judge>, FoundProblem[]]
): Promise<MatchRow | null> {
  try {
    return await judge(ctx, step, work, record, country, judged, vault);
  } catch (error) {
    if (isOwnOutage(error)) throw error;
    problems.push({
      collection: record.collection,
      key: record.key,
      code: 'unreadable',
      text: 'The record could not be worked on.',
    });
    return null;
  }
}

async function judge(
  ctx: Context,
  step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>,
  work: SearchWork,
  record: FoundRecord,
  country: string | null,
  judged: ReadonlyMap<string, Judged>,
  vault: Vault,
): Promise<MatchRow | null> {
  const parent = record.parent ? judged.get(`${record.parent.collection}/${record.parent.key}`) : undefined;
  if (record.parent && !parent) return null;
  if (!parent) return matchOf(ctx, step, work, record, country, vault, namesThem(work, record) ? 'possible' : null);
  // It names the person, and is about whoever it is about.
  if (record.link === 'names') return matchOf(ctx, step, work, { ...record, parent: null }, country, vault, 'possible');
  // What two people share, or what bears the name of somebody else, is judged by what it says itself.
  return record.link === 'same' && isAnothers(work.person, record.person)
    ? matchOf(ctx, step, work, { ...record, parent: null }, country, vault, null)
    : sealMatch(ctx, step, work, record, parent, [], parent, vault);
}

/**
 * Whether a record that is somebody else's speaks of the person: their name whole or one of their keys, anywhere in it,
 * as in a mail between colleagues about a customer. It is shown, whoever wrote it. A record of somebody of the same
 * name is no such record: whether that is the person, the score has said.
 */
function namesThem(work: SearchWork, record: FoundRecord): boolean {
  if (!['different', 'missing'].includes(compareNames(nameOf(work.person), nameOf(record.person)))) return false;
  const name = sayName(work.person);
  const everything = [record.title, record.text, ...Object.values(record.fields)]
    .filter(Boolean)
    .join('\n')
    .slice(0, MOST_LOOKED_AT);
  const hay = haystackOf(everything);
  return (
    (name !== null && name !== '' && mentions(hay, { kind: 'name', value: name })) ||
    work.keys.some((key) => mentions(hay, key))
  );
}

/**
 * A record as a match, scored against the person; null where it is unlikely to be theirs.
 *
 * @param atLeast the band of what is unlikely all the same, for records that somebody handed over as theirs
 */
export async function matchOf(
  ctx: Context,
  step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>,
  work: SearchWork,
  record: FoundRecord,
  country: string | null,
  vault: Vault,
  atLeast: Band | null,
): Promise<MatchRow | null> {
  const found = { country, ...record.person };
  // Another address speaks against nobody: people move.
  const scores = [
    score(work.person, found),
    ...(work.person.street ? [] : work.homes).map((home) => score({ ...work.person, ...home }, found)),
  ];
  const {
    band: scored,
    fields,
    weight,
    probability,
  } = scores.reduce((best, one) => (one.probability > best.probability ? one : best));
  const band = scored === 'unlikely' ? atLeast : scored;
  return band === null
    ? null
    : sealMatch(
        ctx,
        step,
        work,
        record,
        { weight, probability, band },
        fields.map(({ field, level, weight: bits }) => ({ field, level, weight: bits })),
        null,
        vault,
      );
}

async function sealMatch(
  ctx: Context,
  step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>,
  work: SearchWork,
  record: FoundRecord,
  how: Pick<MatchRow, 'weight' | 'probability' | 'band'>,
  fields: MatchRow['fields'],
  parent: Judged | null,
  vault: Vault,
): Promise<MatchRow> {
  const id = ctx.keys.id('mat');
  const { data_key_id } = work.request;
  return {
    id,
    trace_id: step.trace_id,
    system_id: step.system_id,
    collection: record.collection,
    record_key: record.key,
    parent_key: record.parent ? `${record.parent.collection}/${record.parent.key}` : null,
    title_sealed: await matchTitle.close(vault, data_key_id, record.title, id),
    record_sealed: await matchRecord.close(vault, data_key_id, record, id),
    topics_sealed: await matchTopics.close(
      vault,
      data_key_id,
      topicsOf(record.collection, kindsIn(record), record.text ?? ''),
      id,
    ),
    is_outside: false,
    news: null,
    second_asked_by: null,
    second_verdict: null,
    second_by: null,
    second_at: null,
    fields,
    weight: how.weight,
    probability: how.probability,
    band: how.band,
    is_shared: record.text !== null && otherPeople(ctx, work.person, record).length > 0,
    verdict: parent?.verdict ?? null,
    verdict_by: parent?.verdict_by ?? null,
    verdict_at: parent?.verdict_at ?? null,
    round: step.round,
  };
}

function kindsIn(record: FoundRecord): DetectedKind[] {
  const words = [record.text, ...Object.values(record.fields)].filter(Boolean).join('\n').slice(0, MOST_LOOKED_AT);
  return [...new Set(detect(words).map(({ kind }) => kind))];
}

/**
 * What the trace before said of the same record: what has the same words keeps its verdict. `old` is the match of the
 * same words.
 */
async function compareWithBefore(
  h: Handle,
  work: SearchWork,
  match: MatchRow,
  record: FoundRecord,
  vault: Vault,
): Promise<Pick<MatchRow, 'news' | 'verdict' | 'verdict_by' | 'verdict_at'> & { old: string | null }> {
  const own = { old: null, verdict: match.verdict, verdict_by: match.verdict_by, verdict_at: match.verdict_at };
  if (!work.before) return { ...own, news: null };
  const old = await matchAt(h, work.before.id, match);
  if (!old) return { ...own, news: 'new' };
  const before = await matchRecord.open(vault, work.request.data_key_id, old.record_sealed, old.id);
  if (JSON.stringify(before) !== JSON.stringify(record)) return { ...own, news: 'changed' };
  return { old: old.id, news: 'same', verdict: old.verdict, verdict_by: old.verdict_by, verdict_at: old.verdict_at };
}

/** Who else a message speaks of, colleagues aside. */
export function otherPeople(ctx: Context, person: PersonRecord, record: FoundRecord): string[] {
  const text = [record.fields['from'], record.fields['to'], record.fields['cc'], record.text]
    .filter(Boolean)
    .join('\n');
  const names = [sayName(person)].filter((name) => name !== null);
  return otherPeopleIn(
    text,
    {
      emails: person.emails ?? [],
      phones: person.phones ?? [],
      names,
      country: person.country ?? ctx.organisation.country,
    },
    ctx.organisation.ownDomains,
  );
}

async function failStep(
  ctx: Context,
  step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>,
  error: ConnectorError,
): Promise<void> {
  await ctx.transaction(async (h) => {
    const row = (await lockStep(h, step.trace_id, step.system_id, step.round))!;
    const isOver = row.tries >= MOST_TRIES || error.kind === 'not-allowed';
    const wait = Math.max((error.retryAfterSeconds ?? 0) * 1000, ctx.retryBaseMs * 2 ** (row.tries - 1));
    const next = new Date(Date.parse(ctx.clock.real()) + wait).toISOString();
    await setStep(h, step, {
      state: isOver ? 'failed' : 'waiting',
      error_code: error.kind,
      error_text: error.message.slice(0, 300),
      next_try_at: isOver ? null : next,
      finished_at: isOver ? ctx.clock.real() : null,
    });
    await markReached(h, step.system_id, ctx.clock.now(), `${error.kind}: ${error.message.slice(0, 200)}`);
    await settleTrace(ctx, h, step.trace_id);
    const system = await systemById(h, step.system_id);
    await recordTrail(ctx, h, 'trace-step-failed', step.trace_id, `${system?.name}: ${error.kind}`);
  });
}
