import { driftInWork } from '../../db/drift/drift';
import { lettersDue } from '../../db/letters/letters';
import { mailsDue } from '../../db/letters/outbox';
import { requestsWithOpenActs } from '../../db/carryOut/recordActs';
import { runsRunning } from '../../db/runs/runs';
import { systemsToTrace } from '../../db/trace/traces';
import type { JobName, JobPayloads } from '../../ports/jobs';
import { lockOfRun } from '../runs/workOnRun';
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
    for (const { id, kind } of await runsRunning(h)) add(kind, lockOfRun(id), { runId: id });
    for (const requestId of await requestsWithOpenActs(h)) add('run-record-acts', `acts:${requestId}`, { requestId });
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
