import type { RunId } from '../../core/shared/ids';
import { planById, setPlan, type PlanRow } from '../../db/erasure/plans';
import type { Context } from '../shared/context';
import { workOnRun } from '../runs/workOnRun';
import { eraseOutside } from './eraseOutside';
import { proveErasure } from './proveErasure';
import { answerErasure } from './answerErasure';
import { finishErasure } from './finishErasure';
import { holdSince } from './holdSince';

/** What one phase came to: the next phase can begin, or there is something to wait for. */
export type PhaseOutcome = { done: true } | { done: false; waitMs: number; error?: string | null };

/**
 * Carries out a confirmed plan: outside systems, the proof that nothing is left, the answer, Bookend itself.
 * Each phase begins only when the one before is done and can be begun again after a crash. One worker at a time.
 */
export async function runErasure(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async (run) => {
    const planId = run.subject!;
    for (;;) {
      const row = await ctx.transaction((h) => planById(h, planId));
      if (!row || row.state !== 'executing') return;
      if (await holdSince(ctx, row)) return;
      const outcome = await runPhase(ctx, row);
      if (!outcome.done) {
        await ctx.transaction(async (h) => {
          await setPlan(h, planId, { error: outcome.error ?? null });
          await ctx.jobs.enqueue(
            h.trx,
            'run-erasure',
            { runId },
            new Date(Date.parse(ctx.clock.real()) + outcome.waitMs).toISOString(),
          );
        });
        return;
      }
    }
  });
}

async function runPhase(ctx: Context, row: PlanRow): Promise<PhaseOutcome> {
  switch (row.phase) {
    case 'outside':
      return eraseOutside(ctx, row);
    case 'proof':
      return proveErasure(ctx, row);
    case 'letter':
      return answerErasure(ctx, row);
    case 'own':
      return finishErasure(ctx, row);
    case 'draft':
    case 'finished':
      throw new Error(`plan ${row.id} is executing in phase ${row.phase}`);
  }
}
