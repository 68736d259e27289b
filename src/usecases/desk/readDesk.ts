import type { Desk, Due, DueDay, DueMark, RequestLine } from '../../core/requests/views';
import { addDays, localDay, sayInstant, weekdayOf } from '../../core/shared/days';
import { reach } from '../shared/may';
import { sayFacts } from '../../core/systems/register';
import { listRegisterGaps } from '../../db/systems/registerGaps';
import { countOpenRequests } from '../../db/requests/requests';
import { dailyFailures } from '../../db/health/dailyRuns';
import { stuck } from '../health/readHealth';
import { countDrift } from '../../db/drift/drift';
import { importableSystems } from '../imports/mayImport';
import { systemInReach, systemsInReach } from '../systems/systemsInReach';
import { readSources } from '../ledger/readSources';
import { listImports } from '../../db/imports/imports';
import { listResidue } from '../../db/erasure/plans';
import { helperTasksDue } from '../../db/helpers/helperTasks';
import { mentionsOf } from '../../db/requests/notes';
import { countProposals } from '../../db/intake/proposals';
import { lastVerification } from '../../db/ledger/verifications';
import type { Context } from '../shared/context';
import { openClocks, readRequests } from '../requests/requestView';

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

function marksOf(line: RequestLine, today: string): DueMark[] {
  const isPaused = line.state === 'paused';
  const marks: DueMark[] = [{ day: line.dueOn, kind: 'due', ref: line.ref, text: line.right, isPaused }];
  if (line.acknowledgeBy && line.acknowledgeBy >= today)
    marks.push({ day: line.acknowledgeBy, kind: 'acknowledge', ref: line.ref, text: 'acknowledge', isPaused });
  if (line.extendBy && !line.isExtended && line.extendBy !== line.dueOn && line.extendBy >= today)
    marks.push({ day: line.extendBy, kind: 'extend', ref: line.ref, text: 'extend by', isPaused });
  return marks;
}

const LINES = 12;
const SINCE_DAYS = 2;

/** What is due, what is stuck and on whom, what came in. */
export async function readDesk(ctx: Context): Promise<Desk> {
  const today = localDay(ctx.clock.now(), ctx.organisation.zone);
  const requests = await readRequests(ctx, { state: 'open', right: null, stage: null, after: null, limit: 200 });
  const lines = requests.ok ? requests.value.lines : [];
  const waiting: Desk['waiting'] = lines
    .filter(({ next }) => next.waitsOn !== 'us')
    .map((line) => ({
      who: line.next.waitsOn === 'person' ? line.who : line.next.waitsOn === 'helper' ? 'owners of systems' : 'Bookend',
      what: line.next.text,
      ref: line.ref,
      href: `/requests/${line.ref}`,
    }));
  const cameIn: Desk['cameIn'] = [];
  await ctx.transaction(async (h) => {
    const { letters, mails: unsent, arrivals } = await stuck(ctx, h);
    const own = new Set(lines.map(({ ref }) => ref));
    for (const ref of new Set(letters.map((letter) => letter.ref)))
      if (own.has(ref) || reach(ctx, 'requests.see') === 'all')
        waiting.unshift({
          who: 'the mail server',
          what:
            `does not take a letter, since ` +
            `${sayInstant(letters.find((letter) => letter.ref === ref)!.queued_at, ctx.organisation.zone)}`,
          ref,
          href: `/requests/${ref}`,
        });
    if (unsent.length > 0 && (reach(ctx, 'systems.see') === 'all' || reach(ctx, 'requests.see') === 'all'))
      waiting.unshift({
        who: 'the mail server',
        what:
          `does not take ${unsent.length} ${unsent.length === 1 ? 'mail' : 'mails'}, since ` +
          `${sayInstant(unsent[0]!.queued_at, ctx.organisation.zone)}`,
        ref: null,
        href: '/systems',
      });
    for (const kind of ['mail', 'file'] as const) {
      const here = arrivals.filter((arrival) => arrival.kind === kind);
      if (here.length > 0 && (kind === 'mail' ? reach(ctx, 'requests.work') : reach(ctx, 'imports.run') === 'all'))
        waiting.unshift({
          who: kind === 'mail' ? 'the privacy mailbox' : 'a watched folder',
          what:
            `${here.length} ` +
            `${kind === 'mail' ? (here.length === 1 ? 'message' : 'messages') : here.length === 1 ? 'file' : 'files'} ` +
            `could not be taken in (${[...new Set(here.map(({ error }) => error))].join(', ')}), since ` +
            `${sayInstant(here[0]!.arrived_at, ctx.organisation.zone)}`,
          ref: null,
          href: kind === 'mail' ? '/requests/inbox' : '/ledger/imports',
        });
    }
    for (const gap of await listRegisterGaps(h))
      if ((await systemInReach(ctx, h, 'systems.see', gap.system_id)) !== null)
        waiting.push({
          who: 'the register',
          what: `does not say ${sayFacts(gap.facts)} of ${gap.system_id} · ${gap.collection}; ${gap.request_ref} had to go without`,
          ref: null,
          href: `/systems/${gap.system_id}`,
        });
    for (const { task } of reach(ctx, 'systems.see') === 'all' ? await dailyFailures(h) : [])
      waiting.push({
        who: 'Bookend',
        what: `daily work failed: ${task.replace(/-/g, ' ')}; it is tried again`,
        ref: null,
        href: '/systems',
      });
    if (reach(ctx, 'systems.see'))
      for (const system of (await systemsInReach(ctx, h, 'systems.see')).filter(({ last_error }) => last_error))
        waiting.push({ who: system.name, what: system.last_error!, ref: null, href: '/systems' });
    const mails = reach(ctx, 'requests.work') ? await countProposals(h) : 0;
    if (mails > 0)
      cameIn.push({
        count: mails,
        what: mails === 1 ? 'message to the privacy mailbox' : 'messages to the privacy mailbox',
        href: '/requests/inbox',
        act: 'confirm',
      });
    const since = addDays(today, -SINCE_DAYS);
    if (ctx.actor.kind === 'user')
      for (const mention of await mentionsOf(h, ctx.actor.id, `${addDays(today, -7)}T00:00:00Z`))
        waiting.unshift({ who: 'you', what: 'named in a note', ref: mention.ref, href: `/requests/${mention.ref}` });
    const fresh = lines.filter(({ receivedOn }) => receivedOn >= since);
    if (fresh.length > 0)
      cameIn.push({
        count: fresh.length,
        what: fresh.length === 1 ? 'request since the day before yesterday' : 'requests since the day before yesterday',
        href: '/requests',
        act: 'open',
      });
    if (reach(ctx, 'imports.run')) {
      const imports = await listImports(h, 20, await importableSystems(ctx, h));
      const unread = imports.filter(
        ({ way, state }) => way === 'folder' && (state === 'failed' || state === 'unmapped'),
      );
      if (unread.length > 0)
        cameIn.push({
          count: unread.length,
          what: unread.length === 1 ? 'delivered file could not be read' : 'delivered files could not be read',
          href: `/ledger/imports/${unread[0]!.id}`,
          act: 'look',
        });
      const held = imports.filter(({ quarantined, state }) => quarantined > 0 && state === 'finished');
      if (held.length > 0)
        cameIn.push({
          count: held.reduce((sum, row) => sum + row.quarantined, 0),
          what: 'lines of files in quarantine',
          href: `/ledger/imports/${held[0]!.id}`,
          act: 'look',
        });
    }
    if (reach(ctx, 'drift.see') === 'all') {
      const looser = (await countDrift(h, ctx.clock.now()))
        .filter(({ direction, state }) => direction === 'looser' && state === 'open')
        .reduce((sum, { n }) => sum + n, 0);
      if (looser > 0)
        cameIn.push({
          count: looser,
          what:
            looser === 1
              ? 'system permits what the ledger does not'
              : 'times a system permits what the ledger does not',
          href: '/ledger/drift',
          act: 'put right',
        });
    }
    const verified = reach(ctx, 'ledger.see') ? await lastVerification(h) : undefined;
    if (verified && verified.faults.length > 0)
      cameIn.push({ count: verified.faults.length, what: 'faults found in the ledger', href: '/ledger', act: 'look' });
  });
  const sources = await readSources(ctx);
  for (const { name, silentDays } of sources.ok ? sources.value.filter(({ isSilent }) => isSilent) : [])
    waiting.push({ who: name, what: `has delivered no choices for ${silentDays} days`, ref: null, href: '/ledger' });
  return {
    today,
    lines: lines.slice(0, LINES),
    open: requests.ok ? requests.value.open : 0,
    waiting: waiting.slice(0, 8),
    cameIn,
  };
}
