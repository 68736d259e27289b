import type { Context } from '../shared/context';
import { startComparison } from '../drift/compareSystem';
import { onceADay } from '../shared/once';
import { remindHelpers } from '../helpers/remindHelpers';
import { moveDueDays } from '../clock/moveDueDays';
import { removeOldRequests } from '../requests/removeOldRequests';
import { sendDigests } from '../requests/sendDigests';
import { checkNotices } from '../notices/readNotices';
import { readWatchedPages } from '../notices/readPage';
import { startDueScans } from '../sites/startScan';
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
  'scan-sites': startDueScans,
  'read-notices': readWatchedPages,
  'check-notices': checkNotices,
  housekeeping,
  'remove-old-requests': removeOldRequests,
};

/**
 * Does what is left of the day's work. Each task once a day whichever worker looks, by one worker at a time; one that
 * fails does not hold up the others and is tried again by itself.
 *
 * @returns the tasks that were done now
 */
export async function dailyWork(ctx: Context, tasks: typeof DAILY = DAILY): Promise<string[]> {
  const done: string[] = [];
  for (const [task, work] of Object.entries(tasks)) if (await onceADay(ctx, task, () => work(ctx))) done.push(task);
  return done;
}
