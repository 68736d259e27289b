import { clock, type ClockReading } from '../../core/clock/clock';
import type { ClockEvent, ClockRefusal } from '../../core/clock/events';
import { regimeById } from '../../core/clock/regimes';
import { localDay } from '../../core/shared/days';
import type { Result } from '../../core/shared/result';
import type { RequestRow } from '../../db/requests/requests';
import type { Context } from '../context';

/** The clock of one request, read now. Holidays are those of the law's place; for EU law the controller's state. */
export function clockOf(ctx: Context, request: Pick<RequestRow, 'regime' | 'right' | 'received_at'>, events: readonly ClockEvent[]): Result<ClockReading, ClockRefusal> {
  const regime = regimeById(request.regime, localDay(request.received_at, ctx.organisation.zone));
  const place = regime && regime.id !== 'eu-gdpr' ? regime.place : { country: ctx.organisation.country };
  return clock({ regime: request.regime, right: request.right, receivedAt: request.received_at, zone: ctx.organisation.zone, holidayOf: ctx.holidays.of(place.country, 'region' in place ? place.region : undefined), events, now: ctx.clock.now() });
}
