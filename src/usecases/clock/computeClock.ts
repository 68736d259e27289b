import { clock } from '../../core/clock/clock';
import type { ClockEvent } from '../../core/clock/events';
import { lawTable } from '../../db/clock/laws';
import type { Right } from '../../core/requests/rights';
import type { Context } from '../shared/context';
import { lawsOfRequest } from './clockOf';

export interface ClockQuery {
  regimes: readonly string[];
  right: Right;
  receivedAt: string;
  zone: string;
  calendar: { country: string; region?: string | undefined };
  events: readonly ClockEvent[];
  /** As seen at this moment, which may lie in the future; undefined: now. */
  asOf?: string | undefined;
}

/** `POST /clock`: the clock of a case that is not in Bookend. */
export async function computeClock(ctx: Context, { calendar, asOf, ...query }: ClockQuery) {
  const holidayOf = ctx.holidays.of(calendar.country, calendar.region);
  return ctx.reading(async (h) =>
    clock({
      ...query,
      holidaysOf: () => holidayOf,
      now: asOf ?? ctx.clock.now(),
      laws: await lawTable(h),
      askWithinDays: ctx.organisation.askWithinDays,
    }),
  );
}

/** `POST /laws`: the set of laws that bind, each with its reason. */
export async function findLaws(
  ctx: Context,
  query: {
    right: Right;
    receivedAt: string;
    person: { country?: string | null | undefined; region?: string | null | undefined };
  },
) {
  return ctx.reading((h) =>
    lawsOfRequest(ctx, h, {
      place: { country: query.person.country ?? null, region: query.person.region ?? null },
      right: query.right,
      receivedAt: query.receivedAt,
    }),
  );
}
