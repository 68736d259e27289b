import type { SystemId } from '../../core/shared/ids';
import { claimStep, nextTryOf } from '../../db/trace/traces';
import type { Context } from '../shared/context';
import { runTraceStep } from './runTraceStep';
import { stepLock } from './search';

/** Traces that one system is searched for at once: gentle to it, and no trace waits for another's slow answer alone. */
const LANES = 2;

/**
 * Works off the steps of one system, whichever trace they belong to, the one that has waited longest first. Systems are worked on beside
 * each other, so that a slow one holds up its own steps and no others.
 */
export async function traceSystem(ctx: Context, { systemId }: { systemId: SystemId }): Promise<void> {
  const done = new Set<string>();
  await Promise.all(Array.from({ length: LANES }, lane));
  // A failing system has its next try; asked for while it waits, it is only brought forward.
  await ctx.transaction(async (h) => {
    const next = await nextTryOf(h, systemId);
    if (next) await ctx.jobs.enqueue(h.trx, 'trace-system', { systemId }, next);
  });

  async function lane(): Promise<void> {
    for (;;) {
      const step = await ctx.transaction((h) => claimStep(h, systemId, ctx.clock.real(), stepLock));
      if (!step) return;
      // What comes back at once was not worked on by us: somebody else has it, or it fails in a way that nobody foresaw.
      const key = `${stepLock(step)} ${step.tries}`;
      if (done.has(key)) return;
      done.add(key);
      await runTraceStep(ctx, { traceId: step.trace_id, systemId, round: step.round });
    }
  }
}
