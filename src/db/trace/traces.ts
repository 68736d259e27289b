import type { RequestId, SystemId, TraceId } from '../../core/shared/ids';
import type { SearchKey } from '../../ports/connector';
import type { Handle } from '../shared/handle';

export interface TraceRow {
  id: TraceId;
  request_id: RequestId;
  kind: 'find' | 'proof';
  state: 'running' | 'stopped' | 'finished';
  round: number;
  started_at: string;
  finished_at: string | null;
  /** What it is narrowed to; null: nothing. */
  conditions_sealed: Buffer | null;
}

export interface StepRow {
  trace_id: TraceId;
  system_id: SystemId;
  round: number;
  state: 'queued' | 'running' | 'waiting' | 'done' | 'failed';
  scanned: number;
  found: number;
  /** Records of people who are no longer active, where the system's are not searched. */
  left_out: number;
  tries: number;
  error_code: string | null;
  error_text: string | null;
  next_try_at: string | null;
  started_at: string | null;
  finished_at: string | null;
}

export interface TraceKeyRow {
  id: string;
  trace_id: TraceId;
  kind: SearchKey['kind'];
  scope: string;
  value_sealed: Buffer;
  hash: Buffer;
  round: number;
  taught_by: string | null;
}

export async function insertTrace(h: Handle, row: TraceRow): Promise<void> {
  await h.trx('traces').insert(row);
}

export async function lockTrace(h: Handle, id: string): Promise<TraceRow | undefined> {
  return h.trx('traces').where({ id }).forUpdate().first();
}

export async function traceById(h: Handle, id: string): Promise<TraceRow | undefined> {
  return h.trx('traces').where({ id }).first();
}

export async function setTrace(h: Handle, id: string, change: Partial<TraceRow>): Promise<void> {
  await h.trx('traces').where({ id }).update(change);
}

export async function lastTrace(
  h: Handle,
  requestId: RequestId,
  kind: TraceRow['kind'],
): Promise<TraceRow | undefined> {
  return h
    .trx('traces')
    .where({ request_id: requestId, kind })
    .orderBy('started_at', 'desc')
    .orderBy('id', 'desc')
    .first();
}

/** What a request's stage needs to know of its newest trace. */
export async function traceFacts(
  h: Handle,
  requestId: RequestId,
): Promise<{ trace: 'none' | 'running' | 'finished'; undecided: number }> {
  const trace = await lastTrace(h, requestId, 'find');
  if (!trace) return { trace: 'none', undecided: 0 };
  const row = (await h
    .trx('matches')
    .where({ trace_id: trace.id })
    .where(
      (open) =>
        void open
          .whereNull('verdict')
          .orWhere('verdict', 'unsure')
          .orWhere((second) => void second.whereNotNull('second_asked_by').whereNull('second_verdict')),
    )
    .whereNull('parent_key')
    .where({ is_outside: false })
    .count('* as n')
    .first()) as unknown as { n: number };
  // What was stopped half-way is no basis for a decision.
  return { trace: trace.state === 'finished' ? 'finished' : 'running', undecided: Number(row.n) };
}

export async function insertSteps(
  h: Handle,
  rows: readonly Pick<StepRow, 'trace_id' | 'system_id' | 'round'>[],
): Promise<void> {
  if (rows.length > 0) await h.trx('trace_steps').insert(rows.map((row) => ({ ...row, state: 'queued' })));
}

export async function stepsOf(h: Handle, traceId: TraceId): Promise<StepRow[]> {
  return h.trx('trace_steps').where({ trace_id: traceId }).orderBy(['round', 'system_id']);
}

export async function lockStep(
  h: Handle,
  traceId: TraceId,
  systemId: SystemId,
  round: number,
): Promise<StepRow | undefined> {
  return h.trx('trace_steps').where({ trace_id: traceId, system_id: systemId, round }).forUpdate().first();
}

export async function setStep(
  h: Handle,
  step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>,
  change: Partial<StepRow>,
): Promise<void> {
  await h
    .trx('trace_steps')
    .where({ trace_id: step.trace_id, system_id: step.system_id, round: step.round })
    .update(change);
}

export async function addToStep(
  h: Handle,
  step: Pick<StepRow, 'trace_id' | 'system_id' | 'round'>,
  more: { scanned: number; found: number; leftOut: number },
): Promise<void> {
  await h
    .trx('trace_steps')
    .where({ trace_id: step.trace_id, system_id: step.system_id, round: step.round })
    .update({
      scanned: h.trx.raw('scanned + ?', [more.scanned]),
      found: h.trx.raw('found + ?', [more.found]),
      left_out: h.trx.raw('left_out + ?', [more.leftOut]),
    });
}

const running = (h: Handle) =>
  h.trx('trace_steps as s').join('traces as t', 't.id', 's.trace_id').where('t.state', 'running');

/** Systems with steps that could be worked on now. */
export async function systemsToTrace(h: Handle, now: string): Promise<string[]> {
  return running(h)
    .whereIn('s.state', ['queued', 'running', 'waiting'])
    .where((due) => void due.whereNull('s.next_try_at').orWhere('s.next_try_at', '<=', now))
    .distinct('s.system_id')
    .limit(500)
    .pluck('s.system_id');
}

/**
 * So long after it began a step whose lock nobody holds has lost its worker, milliseconds: who has claimed one takes
 * its lock a moment later.
 */
const LOST_MS = 5000;

/**
 * The next step of a system, marked as running: the one that has waited longest, whose trace it may be. One that says
 * it runs is taken only where nobody holds its lock: its worker has died.
 */
export async function claimStep(
  h: Handle,
  systemId: SystemId,
  now: string,
  lockOf: (step: StepRow) => string,
): Promise<StepRow | null> {
  const lostBefore = new Date(Date.parse(now) - LOST_MS).toISOString();
  const due = (await running(h)
    .where('s.system_id', systemId)
    .where(
      (open) =>
        void open
          .whereIn('s.state', ['queued', 'waiting'])
          .orWhere((lost) => void lost.where('s.state', 'running').where('s.started_at', '<', lostBefore)),
    )
    .where((at) => void at.whereNull('s.next_try_at').orWhere('s.next_try_at', '<=', now))
    .orderByRaw("s.state = 'running', coalesce(s.next_try_at, t.started_at), s.trace_id, s.round")
    .limit(20)
    .select('s.*')
    .forUpdate('s')
    .skipLocked()) as unknown as StepRow[];
  for (const step of due) {
    if (step.state === 'running') {
      const { rows }: { rows: [{ free: boolean }] } = await h.trx.raw(
        'select pg_try_advisory_xact_lock(hashtextextended(?, 1)) as free',
        [lockOf(step)],
      );
      if (!rows[0].free) continue;
    }
    await setStep(h, step, { state: 'running', next_try_at: null, started_at: now });
    return step;
  }
  return null;
}

/** When the next step of a system that waits is due; null: none waits. */
export async function nextTryOf(h: Handle, systemId: SystemId): Promise<string | null> {
  const row = (await running(h)
    .where({ 's.system_id': systemId, 's.state': 'waiting' })
    .min('s.next_try_at as at')
    .first()) as unknown as { at: string | null };
  return row.at;
}

export async function insertTraceKeys(h: Handle, rows: readonly TraceKeyRow[]): Promise<number> {
  if (rows.length === 0) return 0;
  const done = (await h
    .trx('trace_keys')
    .insert(rows)
    .onConflict(['trace_id', 'kind', 'scope', 'hash'])
    .ignore()
    .returning('id')) as unknown[];
  return done.length;
}

export async function traceKeysOf(h: Handle, traceId: TraceId): Promise<TraceKeyRow[]> {
  return h.trx('trace_keys').where({ trace_id: traceId }).orderBy(['round', 'id']).limit(500);
}

/** All search keys, titles and records that traces of these requests hold. */
export async function forgetTraces(h: Handle, requestIds: readonly RequestId[]): Promise<void> {
  const traces = h
    .trx('traces')
    .select('id')
    .whereRaw('request_id = any(?)', [requestIds as string[]]);
  await h.trx('trace_keys').whereIn('trace_id', traces.clone()).delete();
  await h
    .trx('struck_keys')
    .whereRaw('request_id = any(?)', [requestIds as string[]])
    .delete();
  await h.trx('matches').whereIn('trace_id', traces.clone()).delete();
  await h.trx('redactions').whereIn('trace_id', traces.clone()).delete();
  await h.trx('alike_matches').whereIn('trace_id', traces.clone()).delete();
  await h.trx('trace_problems').whereIn('trace_id', traces.clone()).delete();
  await h.trx('trace_steps').whereIn('trace_id', traces.clone()).update({ error_text: null });
  await h.trx('traces').whereIn('id', traces.clone()).update({ conditions_sealed: null });
}

/** The trace of the same kind that came before. */
export async function traceBefore(h: Handle, trace: TraceRow): Promise<TraceRow | undefined> {
  return h
    .trx('traces')
    .where({ request_id: trace.request_id, kind: trace.kind })
    .where('started_at', '<', trace.started_at)
    .orderBy('started_at', 'desc')
    .first();
}

export interface StruckKey {
  request_id: RequestId;
  kind: string;
  scope: string;
  hash: Buffer;
}

export async function strikeKey(h: Handle, key: StruckKey, by: string, at: string): Promise<void> {
  await h
    .trx('struck_keys')
    .insert({ ...key, struck_by: by, struck_at: at })
    .onConflict(['request_id', 'kind', 'scope', 'hash'])
    .ignore();
}

export async function unstrikeKey(h: Handle, key: StruckKey): Promise<void> {
  await h.trx('struck_keys').where(key).delete();
}

/** Keys that nobody searches by, as `kind/scope/hash`. */
export async function struckKeys(h: Handle, requestId: RequestId): Promise<Set<string>> {
  const rows = (await h.trx('struck_keys').where({ request_id: requestId }).limit(500)) as StruckKey[];
  return new Set(rows.map(struckId));
}

export function struckId({ kind, scope, hash }: Pick<StruckKey, 'kind' | 'scope' | 'hash'>): string {
  return `${kind}/${scope}/${hash.toString('hex')}`;
}
