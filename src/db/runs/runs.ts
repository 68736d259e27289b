import type { RunId } from '../../core/shared/ids';
import type { RunKind, RunState } from '../../core/runs/views';
import type { Handle } from '../shared/handle';

export interface RunRow {
  id: RunId;
  kind: RunKind;
  /** What it works on: a file, a list, a system, a pack, a plan; null: the whole installation. */
  subject: string | null;
  state: RunState;
  done: number;
  total: number | null;
  counts: Record<string, number>;
  cause: string | null;
  started_by: string;
  started_at: string;
  finished_at: string | null;
}

export async function insertRun(
  h: Handle,
  row: Pick<RunRow, 'id' | 'kind' | 'subject' | 'total' | 'started_by' | 'started_at'>,
): Promise<void> {
  await h.trx('runs').insert({ ...row, state: 'running' });
}

export async function runById(h: Handle, id: string): Promise<RunRow | undefined> {
  return h.trx('runs').where({ id }).first();
}

export async function lockRun(h: Handle, id: string): Promise<RunRow | undefined> {
  return h.trx('runs').where({ id }).forUpdate().first();
}

/** The newest of a kind, of one subject where given. */
export async function lastRun(
  h: Handle,
  kind: RunKind,
  where: { subject?: string; state?: RunState } = {},
): Promise<RunRow | undefined> {
  return h
    .trx('runs')
    .where({ kind, ...where })
    .orderBy('no', 'desc')
    .first();
}

/** Those of a subject, the newest first. */
export async function runsOf(h: Handle, kind: RunKind, subject: string): Promise<RunRow[]> {
  return h.trx('runs').where({ kind, subject }).orderBy('no', 'desc').limit(20);
}

/** The newest of a kind for each of its subjects. */
export async function lastRuns(h: Handle, kind: RunKind): Promise<RunRow[]> {
  const { rows }: { rows: RunRow[] } = await h.trx.raw(
    'select distinct on (subject) * from runs where kind = ? order by subject, no desc',
    [kind],
  );
  return rows;
}

export async function runsRunning(h: Handle, kind: RunKind | null = null): Promise<RunRow[]> {
  const query = h.trx('runs').where({ state: 'running' }).orderBy('started_at').limit(500);
  return kind ? query.where({ kind }) : query;
}

/** Sets how far a run is. @returns whether it still runs: one that was cancelled is not moved */
export async function advanceRun(
  h: Handle,
  id: string,
  change: { done: number; total?: number; counts?: Record<string, number> },
): Promise<boolean> {
  const moved = await h
    .trx('runs')
    .where({ id, state: 'running' })
    .update({ ...change, cause: null, ...(change.counts ? { counts: JSON.stringify(change.counts) } : {}) });
  return moved > 0;
}

/** Adds to what is done and counted, for pieces that are worked on side by side. @returns whether it still runs */
export async function addToRun(
  h: Handle,
  id: string,
  part: { done: number; counts?: Record<string, number> },
): Promise<boolean> {
  const names = Object.keys(part.counts ?? {});
  const sums = names.reduce(
    (counts) => `${counts} || jsonb_build_object(?::text, coalesce((counts ->> ?)::bigint, 0) + ?::bigint)`,
    'counts',
  );
  const { rowCount }: { rowCount: number } = await h.trx.raw(
    `update runs set done = done + ?, cause = null, counts = ${sums} where id = ? and state = 'running'`,
    [part.done, ...names.flatMap((name) => [name, name, part.counts![name]!]), id],
  );
  return rowCount > 0;
}

/** Why it does not go on just now; it is tried again, and forgotten once it moves. */
export async function noteCause(h: Handle, id: string, cause: string): Promise<void> {
  await h.trx('runs').where({ id, state: 'running' }).update({ cause });
}

/** @returns whether it still ran: what has ended stays as it ended */
export async function endRun(
  h: Handle,
  id: string,
  change: Pick<RunRow, 'finished_at'> &
    Partial<Pick<RunRow, 'done' | 'total' | 'cause'>> & {
      state: Exclude<RunState, 'running'>;
    },
): Promise<boolean> {
  return (await h.trx('runs').where({ id, state: 'running' }).update(change)) > 0;
}
