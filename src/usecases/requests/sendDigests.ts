import { digestMail } from '../../core/requests/digest';
import { reachOf } from '../../core/access/roles';
import { localDay } from '../../core/shared/days';
import { listUsers } from '../../db/access/users';
import { claimDigest } from '../../db/requests/calendarFeeds';
import { mentionsOf } from '../../db/requests/notes';
import { countProposals } from '../../db/intake/proposals';
import { actAs, type Context } from '../shared/context';
import { queueMail } from '../letters/queueMail';
import { readRequests } from './readRequests';

/** Working days before the due day from which a request is in the morning's mail. */
const SOON = 5;
const MOST_LINES = 40;
const DAY_MS = 86_400_000;

/**
 * Once a legal day, a mail to everybody who works on requests: what is late, what is due soon, which own marks are missed,
 * where they were named. References only. Nobody is written to when there is nothing to say.
 *
 * @returns how many mails were queued
 */
export async function sendDigests(ctx: Context): Promise<number> {
  const today = localDay(ctx.clock.now(), ctx.organisation.zone);
  let sent = 0;
  for (const user of await ctx.transaction(listUsers)) {
    if (!user.active || !reachOf(user.roles, 'requests.work')) continue;
    const own = actAs(ctx, { kind: 'user', id: user.id, name: user.name, roles: user.roles });
    const page = await readRequests(own, { state: 'open', right: null, stage: null, after: null, limit: 200 });
    if (!page.ok) continue;
    const lines = page.value.lines
      .filter(
        (line) =>
          line.state === 'overdue' ||
          line.missedTarget !== null ||
          (line.state === 'running' && line.workingDaysLeft <= SOON),
      )
      .slice(0, MOST_LINES);
    sent += await ctx.transaction(async (h) => {
      const mentions = (await mentionsOf(h, user.id, new Date(Date.parse(ctx.clock.now()) - DAY_MS).toISOString())).map(
        ({ ref }) => ref,
      );
      const mails = await countProposals(h);
      if (lines.length === 0 && mentions.length === 0 && mails === 0) return 0;
      if (!(await claimDigest(h, user.id, today))) return 0;
      await queueMail(
        ctx,
        h,
        user.email,
        digestMail({
          name: user.name,
          today,
          lines,
          mentions,
          mails,
          baseUrl: ctx.baseUrl,
          organisation: ctx.organisation.name,
        }),
      );
      return 1;
    });
  }
  return sent;
}
