import type { RunId } from '../../core/shared/ids';
import { addToRun, advanceRun, endRun, noteCause, runById, type RunRow } from '../../db/runs/runs';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { faultCode } from '../shared/faultCode';

/** The lock that whoever works on a run holds: it goes with its worker. */
export const lockOfRun = (id: string) => `run:${id}`;

/** Thrown by work that cannot be done, whoever tries it: the run ends with the cause. */
export class RunFailed extends Error {
  override name = 'RunFailed';
  constructor(
    /** A code, or what a system said. */
    readonly why: string,
  ) {
    super(why);
  }
}

/** Somebody stopped the run while it was worked on. */
class RunStopped extends Error {
  override name = 'RunStopped';
}

/**
 * The frame of all long work: one worker at a time, only while it runs, again from where it stood after a kill. The work ends
 * its run itself, in the transaction of its last step; what it throws as {@link RunFailed} ends it with the cause, and anything
 * else is noted as the cause for now and tried again by the queue.
 */
export async function workOnRun(ctx: Context, runId: RunId, work: (run: RunRow) => Promise<void>): Promise<void> {
  await ctx.exclusively(lockOfRun(runId), async () => {
    const run = await ctx.transaction((h) => runById(h, runId));
    if (run?.state !== 'running') return;
    try {
      await work(run);
    } catch (error) {
      if (error instanceof RunStopped) return;
      if (!(error instanceof RunFailed)) {
        // Whoever looks learns that it does not go on; where not even that can be written down, the log has it.
        await ctx.transaction((h) => noteCause(h, runId, faultCode(error))).catch(() => {});
        throw error;
      }
      await ctx.transaction((h) =>
        endRun(h, runId, { state: 'failed', cause: error.why.slice(0, 300), finished_at: ctx.clock.now() }),
      );
    }
  });
}

/** Says how far a run is. @throws where it was stopped meanwhile: the work ends there */
export async function moveRun(h: Handle, id: string, change: Parameters<typeof advanceRun>[2]): Promise<void> {
  if (!(await advanceRun(h, id, change))) throw new RunStopped();
}

/** Counts a piece in, where several are worked on side by side. @throws where it was stopped meanwhile */
export async function countIn(h: Handle, id: string, part: Parameters<typeof addToRun>[2]): Promise<void> {
  if (!(await addToRun(h, id, part))) throw new RunStopped();
}

/** The last step of a run, in the transaction that does it. @throws where it was stopped meanwhile */
export async function finishRun(
  ctx: Context,
  h: Handle,
  id: string,
  sums: { done?: number; total?: number } = {},
): Promise<void> {
  if (!(await endRun(h, id, { ...sums, state: 'finished', cause: null, finished_at: ctx.clock.now() })))
    throw new RunStopped();
}
