import type { RequestRef } from '../../core/shared/ids';
import type { ClockRefusal } from '../../core/clock/refusals';
import { clock, type ClockReading } from '../../core/clock/clock';
import type { ClockEvent } from '../../core/clock/events';
import { lawsFor, type BindingLaws, type Place, type Standpoint } from '../../core/clock/lawsFor';
import { regimeById, type Laws } from '../../core/clock/regimes';
import type { Right } from '../../core/requests/rights';
import { localDay, type HolidayOf } from '../../core/shared/days';
import type { Result } from '../../core/shared/result';
import { lawsNotMet, lawTable } from '../../db/clock/laws';
import type { Handle } from '../../db/shared/handle';
import type { RequestRow } from '../../db/requests/requests';
import type { Context } from '../shared/context';

export type OnClock = Pick<RequestRow, 'regimes' | 'right' | 'received_at'>;

/**
 * The clock of one request, read now. Holidays are those of each law's place; for EU law the controller's state.
 *
 * @param laws the table of laws, see `lawTable`
 */
export function clockOf(
  ctx: Context,
  laws: Laws,
  request: OnClock,
  events: readonly ClockEvent[],
): Result<ClockReading, ClockRefusal> {
  return clock({
    regimes: request.regimes,
    right: request.right,
    receivedAt: request.received_at,
    zone: ctx.organisation.zone,
    events,
    now: ctx.clock.now(),
    laws,
    askWithinDays: ctx.organisation.askWithinDays,
    holidaysOf: (id) => holidaysOf(ctx, laws, id, request.received_at),
  });
}

/**
 * The clock of a request that is kept: what stands on it was checked when it was put there. Not to be
 * written into: others are given the same.
 */
export function readingOf(
  ctx: Context,
  laws: Laws,
  request: OnClock & { ref: RequestRef },
  events: readonly ClockEvent[],
): ClockReading {
  const today = localDay(ctx.clock.now(), ctx.organisation.zone);
  const { regimes, right, received_at: receivedAt } = request;
  const { zone, country, askWithinDays } = ctx.organisation;
  const key = JSON.stringify([today, regimes, right, receivedAt, events, zone, country, askWithinDays]);
  const known = readingsUnder(laws);
  const before = known.get(key);
  if (before) return before;
  const reading = clockOf(ctx, laws, request, events);
  if (!reading.ok) throw new Error(`the clock of ${request.ref} does not read: ${reading.refusal.code}`);
  known.set(key, reading.value);
  return reading.value;
}

// A clock says the same all day as long as nothing happens to it, and every page has every open clock on its board.
const MOST_READINGS = 5000;
const readings = new WeakMap<Laws, Map<string, ClockReading>>();

function readingsUnder(laws: Laws): Map<string, ClockReading> {
  let known = readings.get(laws);
  if (!known || known.size > MOST_READINGS) readings.set(laws, (known = new Map()));
  return known;
}

function holidaysOf(ctx: Context, laws: Laws, id: string, receivedAt: string): HolidayOf {
  const regime = regimeById(id, localDay(receivedAt, ctx.organisation.zone), laws);
  return regime && regime.id !== 'eu-gdpr'
    ? ctx.holidays.of(regime.place.country, regime.place.region)
    : ctx.holidays.of(ctx.organisation.country);
}

/** What the organisation has stated about itself. */
export async function standpointOf(ctx: Context, h: Handle): Promise<Standpoint> {
  return { established: [ctx.organisation.country], notMet: (await lawsNotMet(h)).map(({ regime }) => regime) };
}

/** The set of laws that bind a request, from what the organisation has stated and where the person lives. */
export async function lawsOfRequest(
  ctx: Context,
  h: Handle,
  asked: { place: Place; right: Right; receivedAt: string },
): Promise<BindingLaws> {
  return lawsFor(
    asked.place,
    asked.right,
    await standpointOf(ctx, h),
    localDay(asked.receivedAt, ctx.organisation.zone),
    await lawTable(h),
  );
}
