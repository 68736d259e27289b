import { Temporal } from 'temporal-polyfill';
import { localDay, type Day } from '../../core/shared/days';
import type { Context } from '../shared/context';

/** Only the day of receipt is known: today it is now, any other day it is that day's noon. */
export function receivedAtOf(ctx: Context, receivedOn: Day): string {
  const now = ctx.clock.now();
  if (receivedOn === localDay(now, ctx.organisation.zone)) return now;
  return Temporal.PlainDate.from(receivedOn)
    .toZonedDateTime({ timeZone: ctx.organisation.zone, plainTime: '12:00' })
    .toInstant()
    .toString();
}
