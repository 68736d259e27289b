import { rotationsRunning } from '../../db/keys/keyWork';
import { audienceRunsRunning } from '../../db/audiences/audiences';
import { driftInWork, driftRunsRunning } from '../../db/drift/drift';
import { exportsRunning } from '../../db/ledger/exports';
import { rebuildsRunning } from '../../db/standing/rebuilds';
import { removalsRunning } from '../../db/ledger/sealedRemovals';
import { verificationsRunning } from '../../db/ledger/verifications';
import { plansExecuting } from '../../db/erasure/plans';
import { importsInState } from '../../db/imports/imports';
import { lettersDue } from '../../db/letters/letters';
import { mailsDue } from '../../db/letters/outbox';
import { packsInState } from '../../db/packs/packs';
import { requestsWithOpenActs } from '../../db/carryOut/recordActs';
import { systemsToTrace } from '../../db/trace/traces';
import type { JobName, JobPayloads } from '../../ports/jobs';
import type { Context } from '../shared/context';

/**
 * Puts back into the queue what a killed worker left: erasures, packs, imports, traces, letters. What waits already and what somebody
 * works on is left alone: each piece of work has a lock that goes with its worker.
 *
 * @returns how many pieces were taken up again
 */
export async function resumeWork(ctx: Context): Promise<number> {
  const pieces = await ctx.transaction(async (h) => {
    const found: { name: JobName; payload: JobPayloads[JobName]; lock: string }[] = [];
    const add = <N extends JobName>(name: N, lock: string, payload: JobPayloads[N]) =>
      void found.push({ name, payload, lock });
    for (const { id } of await plansExecuting(h)) add('run-erasure', `plan:${id}`, { planId: id });
    for (const { id } of await packsInState(h, 'building')) add('build-pack', `pack:${id}`, { packId: id });
    for (const requestId of await requestsWithOpenActs(h)) add('run-record-acts', `acts:${requestId}`, { requestId });
    for (const { id } of await importsInState(h, 'running')) add('run-import', `import:${id}`, { importId: id });
    for (const { id } of await importsInState(h, 'checking')) add('check-import', `import:${id}`, { importId: id });
    for (const { id } of await exportsRunning(h)) add('export-ledger', `export:${id}`, { exportId: id });
    for (const { id } of await audienceRunsRunning(h)) add('check-audience', `audience:${id}`, { runId: id });
    for (const { id } of await driftRunsRunning(h)) add('compare-system', `drift:${id}`, { runId: id });
    for (const { id } of await rotationsRunning(h)) add('rotate-keys', `rotation:${id}`, { rotationId: id });
    for (const { id } of await removalsRunning(h)) add('remove-sealed', `removal:${id}`, { removalId: id });
    for (const { id } of await rebuildsRunning(h)) add('rebuild-folds', `rebuild:${id}`, { rebuildId: id });
    for (const { id } of await verificationsRunning(h)) add('verify-ledger', `verify:${id}`, { verificationId: id });
    if ((await driftInWork(h, 1)).length > 0) add('correct-drift', 'correct-drift', {});
    const now = ctx.clock.real();
    for (const systemId of await systemsToTrace(h, now)) add('trace-system', `trace:${systemId}`, { systemId });
    if ((await lettersDue(h, now)) || (await mailsDue(h, now))) add('deliver-letters', 'deliver-letters', {});
    return found;
  });
  let count = 0;
  // Each in a transaction of its own: the lock that is tried is let go at once.
  for (const { name, payload, lock } of pieces)
    if (await ctx.transaction((h) => ctx.jobs.resume(h.trx, name, payload as never, lock))) count++;
  return count;
}
