import type { RunView } from '../../core/runs/views';
import type { RunRow } from '../../db/runs/runs';
import type { Context } from '../shared/context';
import { mayCancel } from './cancelRun';

/** A run as pages show it. */
export function runView(ctx: Context, row: RunRow): RunView {
  return {
    id: row.id,
    kind: row.kind,
    state: row.state,
    done: Number(row.done),
    total: row.total === null ? null : Number(row.total),
    counts: row.counts,
    cause: row.cause,
    startedAt: row.started_at,
    finishedAt: row.finished_at,
    mayCancel: row.state === 'running' && mayCancel(ctx, row.kind),
  };
}

export const viewOrNull = (ctx: Context, row: RunRow | undefined): RunView | null => (row ? runView(ctx, row) : null);
