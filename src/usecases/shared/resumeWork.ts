import { rotationsRunning } from '../../db/access/keyWork';
import { audienceRunsRunning } from '../../db/consent/audiences';
import { driftInWork, driftRunsRunning } from '../../db/consent/drift';
import { exportsRunning } from '../../db/consent/exports';
import { rebuildsRunning } from '../../db/consent/rebuilds';
import { removalsRunning } from '../../db/consent/sealedRemovals';
import { verificationsRunning } from '../../db/consent/verifications';
import { plansExecuting } from '../../db/erasure/plans';
import { importsInState } from '../../db/imports/imports';
import { lettersWaiting } from '../../db/letters/letters';
import { mailsWaiting } from '../../db/letters/outbox';
import { packsInState } from '../../db/packs/packs';
import { requestsWithOpenActs } from '../../db/requests/recordActs';
import { stepsToResume } from '../../db/trace/traces';
import type { Context } from '../context';

/**
 * Puts back into the queue what a killed worker left: erasures, packs, imports, trace steps, letters.
 * Harmless for what is running: each piece of work is held by one worker at a time.
 */
export async function resumeWork(ctx: Context): Promise<number> {
  return ctx.transaction(async (h) => {
    let count = 0;
    for (const plan of await plansExecuting(h)) {
      await ctx.jobs.enqueue(h.trx, 'run-erasure', { planId: plan.id });
      count++;
    }
    for (const pack of await packsInState(h, 'building')) {
      await ctx.jobs.enqueue(h.trx, 'build-pack', { packId: pack.id });
      count++;
    }
    for (const requestId of await requestsWithOpenActs(h)) {
      await ctx.jobs.enqueue(h.trx, 'run-record-acts', { requestId });
      count++;
    }
    for (const row of await importsInState(h, 'running')) {
      await ctx.jobs.enqueue(h.trx, 'run-import', { importId: row.id });
      count++;
    }
    for (const row of await importsInState(h, 'checking')) {
      await ctx.jobs.enqueue(h.trx, 'check-import', { importId: row.id });
      count++;
    }
    for (const row of await exportsRunning(h)) {
      await ctx.jobs.enqueue(h.trx, 'export-ledger', { exportId: row.id });
      count++;
    }
    for (const row of await audienceRunsRunning(h)) {
      await ctx.jobs.enqueue(h.trx, 'check-audience', { runId: row.id });
      count++;
    }
    for (const row of await driftRunsRunning(h)) {
      await ctx.jobs.enqueue(h.trx, 'compare-system', { runId: row.id });
      count++;
    }
    for (const row of await rotationsRunning(h)) {
      await ctx.jobs.enqueue(h.trx, 'rotate-keys', { rotationId: row.id });
      count++;
    }
    for (const row of await removalsRunning(h)) {
      await ctx.jobs.enqueue(h.trx, 'remove-sealed', { removalId: row.id });
      count++;
    }
    for (const row of await rebuildsRunning(h)) {
      await ctx.jobs.enqueue(h.trx, 'rebuild-folds', { rebuildId: row.id });
      count++;
    }
    for (const row of await verificationsRunning(h)) {
      await ctx.jobs.enqueue(h.trx, 'verify-ledger', { verificationId: row.id });
      count++;
    }
    if ((await driftInWork(h, 1)).length > 0) await ctx.jobs.enqueue(h.trx, 'correct-drift', {});
    for (const step of await stepsToResume(h)) {
      await ctx.jobs.enqueue(h.trx, 'trace-step', { traceId: step.trace_id, systemId: step.system_id, round: step.round });
      count++;
    }
    if ((await lettersWaiting(h)) + (await mailsWaiting(h)) > 0) await ctx.jobs.enqueue(h.trx, 'deliver-letters', {});
    return count;
  });
}
