import type { Desk, Due, DueDay, DueMark } from '../../core/desk/views';
import type { RequestLine } from '../../core/requests/views';
import { addDays, localDay, weekdayOf } from '../../core/shared/days';
import { reach } from '../shared/may';
import { countOpenRequests } from '../../db/requests/requests';
import { readSources } from '../ledger/readSources';
import { listResidue } from '../../db/erasure/plans';
import { helperTasksDue } from '../../db/helpers/helperTasks';
import type { Context } from '../shared/context';
import { whatCameIn } from './cameIn';
import { whatWaits } from './waiting';
import { lookAtDesk } from '../access/ownView';
import { panelsOf } from './panels';
import { openClocks, readRequests, type OpenClock } from '../requests/readRequests';

const DAYS_AHEAD = 35;
const MOST_CLOCKS = 300;

/** The frame of every page: every open clock on its day, and how many are open. */
export async function readFrame(ctx: Context): Promise<{ due: Due; open: number }> {
  const today = localDay(ctx.clock.now(), ctx.organisation.zone);
  const marks: DueMark[] = [];
  const open = await ctx.reading(async (h) => {
    const lines = await openClocks(ctx, h, MOST_CLOCKS);
    for (const line of lines) marks.push(...marksOf(line, today));
    const own = new Set(lines.map(({ ref }) => ref));
    for (const task of await helperTasksDue(h, addDays(today, DAYS_AHEAD)))
      if (own.has(task.ref))
        marks.push({ day: task.due_on, kind: 'helper', ref: task.ref, text: 'owner', isPaused: false });
    if (reach(ctx, 'keeping.see'))
      for (const row of await listResidue(h))
        if (row.until)
          marks.push({
            day: row.until,
            kind: 'residue',
            ref: row.request_ref,
            text: `${row.count} ${row.collection}`,
            isPaused: false,
          });
    return lines.length < MOST_CLOCKS ? lines.length : countOpenRequests(h);
  });
  const holidayOf = ctx.holidays.of(ctx.organisation.country);
  const days: DueDay[] = [];
  for (let n = 0; n <= DAYS_AHEAD; n++) {
    const day = addDays(today, n);
    const own = marks.filter((mark) => mark.day === day);
    const gap = holidayOf(day) ?? (weekdayOf(day) > 5 ? '' : null);
    days.push({ day, isToday: n === 0, gap, marks: own });
  }
  return {
    due: { today, overdue: marks.filter((mark) => mark.day < today).sort((a, b) => (a.day < b.day ? -1 : 1)), days },
    open,
  };
}

function marksOf(line: OpenClock, today: string): DueMark[] {
  const isPaused = line.state === 'paused';
  const marks: DueMark[] = [{ day: line.dueOn, kind: 'due', ref: line.ref, text: line.right, isPaused }];
  if (line.acknowledgeBy && line.acknowledgeBy >= today)
    marks.push({ day: line.acknowledgeBy, kind: 'acknowledge', ref: line.ref, text: 'acknowledge', isPaused });
  if (line.extendBy && !line.isExtended && line.extendBy !== line.dueOn && line.extendBy >= today)
    marks.push({ day: line.extendBy, kind: 'extend', ref: line.ref, text: 'extend by', isPaused });
  return marks;
}

const LINES = 12;
const WAITING = 8;

/** What is due, what is stuck and on whom, what came in. */
export async function readDesk(ctx: Context): Promise<Desk> {
  const today = localDay(ctx.clock.now(), ctx.organisation.zone);
  const requests = await readRequests(ctx, { state: 'open', right: null, stage: null, after: null, limit: 200 });
  const lines = requests.ok ? requests.value.lines : [];
  const closed = await closedOnes(ctx);
  const since = await lookAtDesk(ctx);
  const { waiting, cameIn, panels } = await ctx.transaction(async (h) => ({
    waiting: await whatWaits(ctx, h, lines, today),
    cameIn: await whatCameIn(ctx, h, lines, today),
    panels: await panelsOf(ctx, h, { lines, closed }, today, since),
  }));
  const sources = await readSources(ctx);
  for (const { name, silentDays } of sources.ok ? sources.value.filter(({ isSilent }) => isSilent) : [])
    waiting.push({ who: name, what: `has delivered no choices for ${silentDays} days`, ref: null, href: '/ledger' });
  return {
    today,
    lines: lines.slice(0, LINES),
    open: requests.ok ? requests.value.open : 0,
    waiting: waiting.slice(0, WAITING),
    cameIn,
    panels,
  };
}

/** The newest that are closed, for whoever looks back at them. */
async function closedOnes(ctx: Context): Promise<RequestLine[]> {
  if (ctx.actor.kind !== 'user' || !ctx.actor.roles.includes('auditor')) return [];
  const closed = await readRequests(ctx, { state: 'closed', right: null, stage: null, after: null, limit: 200 });
  return closed.ok ? closed.value.lines : [];
}
