import type { RunKind } from '../../core/runs/views';
import { insertRun } from '../../db/runs/runs';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';

/**
 * Asks for long work, in the transaction that causes it: its row is there before the worker hears of it.
 *
 * @param of `subject`: what it works on; `total`: how many pieces there are, null where nobody knows yet
 */
export async function beginRun(
  ctx: Context,
  h: Handle,
  kind: RunKind,
  of: { id: string; subject?: string; total?: number | null },
): Promise<void> {
  await insertRun(h, {
    id: of.id,
    kind,
    subject: of.subject ?? null,
    total: of.total ?? null,
    started_by: ctx.actor.id,
    started_at: ctx.clock.now(),
  });
  await ctx.jobs.enqueue(h.trx, kind, { runId: of.id });
}
