import type { SystemId, TraceId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

/** A record or file that a trace could not read; its place may name a person and is sealed under the request's key. */
export interface ProblemRow {
  trace_id: TraceId;
  system_id: SystemId;
  place_sealed: Buffer;
  code: string;
  text: string;
}

export async function insertProblems(h: Handle, rows: readonly ProblemRow[]): Promise<void> {
  if (rows.length > 0) await h.trx('trace_problems').insert([...rows]);
}

/** A step that begins anew finds its own anew. */
export async function clearProblems(h: Handle, traceId: TraceId, systemId: SystemId): Promise<void> {
  await h.trx('trace_problems').where({ trace_id: traceId, system_id: systemId }).delete();
}

export async function problemsOf(h: Handle, traceId: TraceId): Promise<ProblemRow[]> {
  return h.trx('trace_problems').where({ trace_id: traceId }).orderBy('id').limit(500);
}

export async function countProblems(h: Handle, traceId: TraceId): Promise<{ system_id: SystemId; n: number }[]> {
  const rows: { system_id: SystemId; n: string }[] = await h
    .trx('trace_problems')
    .where({ trace_id: traceId })
    .groupBy('system_id')
    .select('system_id')
    .count('* as n');
  return rows.map(({ system_id, n }) => ({ system_id, n: Number(n) }));
}
