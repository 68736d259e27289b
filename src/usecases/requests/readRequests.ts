import type { AccessRefusal } from '../../core/access/refusals';
import { maskName } from '../../core/access/mask';
import { reachOf } from '../../core/access/roles';
import type { ClockReading } from '../../core/clock/clock';
import { type Laws } from '../../core/clock/regimes';
import { targetDays, type TargetDays } from '../../core/clock/targets';
import { daysBetween, localDay, workingDaysBetween } from '../../core/shared/days';
import type { RequestPlace } from '../../core/requests/order';
import { nextAct } from '../../core/requests/nextAct';
import type { RequestLine } from '../../core/requests/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { listUsers, userNames } from '../../db/access/users';
import { lawTable } from '../../db/clock/laws';
import type { Handle } from '../../db/shared/handle';
import {
  countOpenRequests,
  listRequests,
  orderValue,
  type RequestFilter,
  type RequestRow,
} from '../../db/requests/requests';
import { clockEventsOf } from '../../db/clock/clockEvents';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { readingOf } from '../clock/clockOf';
import { sayPersonOfRequest } from '../people/personOfRequest';
import { stageFacts } from './refreshRequest';

/** Requests by their clock, as far as the one who asks may see them. */
export async function readRequests(
  ctx: Context,
  filter: RequestFilter,
): Promise<
  Result<
    {
      lines: RequestLine[];
      open: number;
      next: RequestPlace | null;
      colleagues: { id: string; name: string }[];
    },
    AccessRefusal
  >
> {
  const how = reach(ctx, 'requests.see');
  if (!how) return refuse({ code: 'not-allowed', act: 'requests.see' });
  return ctx.transaction(async (h) => {
    const rows = await listRequests(h, { ...filter, limit: filter.limit + 1 });
    const page = rows.slice(0, filter.limit);
    const events = await clockEventsOf(
      h,
      page.map(({ id }) => id),
    );
    const names = await userNames(h);
    const vault = vaultOf(ctx, h);
    await vault.load(page.map(({ data_key_id }) => data_key_id));
    const lines: RequestLine[] = [];
    const laws = await lawTable(h);
    for (const row of page)
      lines.push(
        lineOf(
          ctx,
          laws,
          row,
          events.get(row.id)!,
          sayWho(await sayPersonOfRequest(ctx, h, row, vault), how === 'masked'),
          names,
        ),
      );
    const last = page.at(-1);
    return ok({
      lines,
      open: await countOpenRequests(h),
      next:
        rows.length > filter.limit && last ? { at: orderValue(last, filter.order?.by ?? 'due'), ref: last.ref } : null,
      colleagues: await ableColleagues(h),
    });
  });
}

/** What the frame of every page shows of a request: its clock, and nothing that takes longer to work out. */
export type OpenClock = Pick<
  RequestLine,
  'ref' | 'right' | 'dueOn' | 'extendBy' | 'acknowledgeBy' | 'isExtended' | 'state'
>;

/** The clocks of all open requests, without whose they are: nothing is unsealed for them. */
export async function openClocks(ctx: Context, h: Handle, most: number): Promise<OpenClock[]> {
  if (!reach(ctx, 'requests.see')) return [];
  const rows = await listRequests(h, { state: 'open', right: null, stage: null, after: null, limit: most });
  const events = await clockEventsOf(
    h,
    rows.map(({ id }) => id),
  );
  const laws = await lawTable(h);
  return rows.map((row) => {
    const own = events.get(row.id)!;
    const { dueOn, extendBy, acknowledgeBy, state } = currentReading(ctx, laws, row, own);
    return {
      ref: row.ref,
      right: row.right,
      dueOn,
      extendBy,
      acknowledgeBy: row.acknowledged_at ? null : acknowledgeBy,
      isExtended: own.some(({ kind }) => kind === 'extended'),
      state,
    };
  });
}

/** While an appeal is open, its day counts. */
function currentReading(
  ctx: Context,
  laws: Laws,
  row: RequestRow,
  events: Parameters<typeof readingOf>[3],
): ClockReading {
  const reading = readingOf(ctx, laws, row, events);
  return row.appeal === 'open' ? appealReading(ctx, row, reading) : reading;
}

export function sayWho(name: string | null, isMasked: boolean): string {
  if (!name) return '(erased)';
  return isMasked ? maskName(name) : name;
}

/** One request as the lists say it. @param events of its clock; @param who as the reader may see them */
export function lineOf(
  ctx: Context,
  laws: Laws,
  row: RequestRow,
  events: Parameters<typeof readingOf>[3],
  who: string,
  names: ReadonlyMap<string, string>,
): RequestLine {
  const value = currentReading(ctx, laws, row, events);
  const targets = targetsOf(ctx, row, value);
  const answered = events.find(({ kind }) => kind === 'answered');
  return {
    ref: row.ref,
    right: row.right,
    regime: row.regime,
    regimes: row.regimes,
    who,
    stage: row.stage,
    receivedOn: value.receivedOn,
    dueOn: value.dueOn,
    extendBy: value.extendBy,
    extendedDueOn: value.extendedDueOn,
    acknowledgeBy: row.acknowledged_at ? null : value.acknowledgeBy,
    isExtended: events.some(({ kind }) => kind === 'extended'),
    state: value.state,
    workingDaysLeft: value.workingDaysLeft,
    pauses: value.pauses,
    next: nextAct(row.stage, stageFacts(row), row),
    outcome: row.outcome,
    answeredOn: answered ? localDay(answered.at, ctx.organisation.zone) : null,
    owner: row.owner_id ? { id: row.owner_id, name: names.get(row.owner_id) ?? '' } : null,
    missedTarget: value.state === 'running' ? targets.missed : null,
  };
}

/** While an appeal is open, its day is the one that counts: the first answer has been given. */
function appealReading(ctx: Context, row: RequestRow, value: ClockReading): ClockReading {
  const today = localDay(ctx.clock.now(), ctx.organisation.zone);
  const dueOn = value.appealDueOn ?? value.dueOn;
  return {
    ...value,
    dueOn,
    state: today > dueOn ? 'overdue' : 'running',
    workingDaysLeft: workingDaysBetween(today, dueOn, ctx.holidays.of(ctx.organisation.country)),
    calendarDaysLeft: daysBetween(today, dueOn),
  };
}

/** Our own marks, before the law's. */
export function targetsOf(ctx: Context, row: RequestRow, value: ClockReading): TargetDays {
  return targetDays({
    receivedOn: value.receivedOn,
    dueOn: value.dueOn,
    today: localDay(ctx.clock.now(), ctx.organisation.zone),
    isDecided: row.decision !== 'none',
    isAnswered: row.answered,
  });
}

/** Who can own a request. */
export async function ableColleagues(h: Handle): Promise<{ id: string; name: string }[]> {
  return (await listUsers(h))
    .filter(({ active, roles }) => active && reachOf(roles, 'requests.work'))
    .map(({ id, name }) => ({ id, name }));
}
