import { dailyRunOf, endDailyRun, startDailyRun } from '../../db/health/dailyRuns';
import type { Context } from '../shared/context';
import { startComparison } from '../drift/compareSystem';
import { faultCode } from '../health/arrivals';
import { remindHelpers } from '../helpers/remindHelpers';
import { moveDueDays } from '../clock/moveDueDays';
import { removeOldRequests } from '../requests/removeOldRequests';
import { sendDigests } from '../requests/sendDigests';
import { housekeeping } from './housekeeping';

/**
 * What is done once a day: the head goes to the witness, systems are compared, due days move on, colleagues are told,
 * what is kept too long goes.
 */
export const DAILY: Readonly<Record<string, (ctx: Context) => Promise<unknown>>> = {
  'deposit-head': (ctx) => ctx.transaction((h) => ctx.jobs.enqueue(h.trx, 'deposit-head', {})),
  'compare-systems': startComparison,
  'remind-helpers': remindHelpers,
  'move-due-days': moveDueDays,
  'send-digests': sendDigests,
  housekeeping,
  'remove-old-requests': removeOldRequests,
};

const AGAIN_MS = 5 * 60_000;

/**
 * Does what is left of the day's work. Each task once a day whichever worker looks, by one worker at a time; one that
 * fails does not hold up the others and is tried again by itself.
 *
 * @returns the tasks that were done now
 */
export async function dailyWork(ctx: Context, tasks: typeof DAILY = DAILY): Promise<string[]> {
  const day = ctx.clock.real().slice(0, 10);
  const done: string[] = [];
  for (const [task, work] of Object.entries(tasks)) {
    await ctx.exclusively(`daily:${task}`, async () => {
      const row = await ctx.transaction((h) => dailyRunOf(h, task, day));
      if (row?.state === 'done') return;
      if (row?.state === 'failed' && Date.parse(ctx.clock.real()) - Date.parse(row.finished_at!) < AGAIN_MS) return;
      await ctx.transaction((h) => startDailyRun(h, task, day, ctx.clock.real()));
      try {
        await work(ctx);
        await ctx.transaction((h) =>
          endDailyRun(h, task, day, { state: 'done', finished_at: ctx.clock.real(), error: null }),
        );
        done.push(task);
      } catch (error) {
        ctx.log.error({ task, cause: faultCode(error) }, 'daily work failed');
        await ctx.transaction((h) =>
          endDailyRun(h, task, day, { state: 'failed', finished_at: ctx.clock.real(), error: faultCode(error) }),
        );
      }
    });
  }
  return done;
}
