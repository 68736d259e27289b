import type { RequestRef } from '../../core/shared/ids';
import type { WhatIfKind } from '../../core/clock/schema';
import type { ChangeBasisRefusal, ClockRefusal } from '../../core/clock/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { ClockReading } from '../../core/clock/clock';
import type { ClockEvent } from '../../core/clock/events';
import { ok, refuse, type Result } from '../../core/shared/result';
import { localDay, type Day } from '../../core/shared/days';
import { lawTable } from '../../db/clock/laws';
import { insertRequestChange } from '../../db/requests/changes';
import { requestByRef, setRequest } from '../../db/requests/requests';
import { clockEventsOf } from '../../db/clock/clockEvents';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { clockOf } from './clockOf';
import { receivedAtOf } from './dayOfReceipt';
import { workOnRequest } from '../requests/workOnRequest';
import { changeReason } from './sealed';

/**
 * Corrects the laws a request is handled under or the day it arrived. The clock is worked out anew with every event that is
 * on it; what stood before is kept beside what stands now.
 */
export async function changeBasis(
  ctx: Context,
  input: { ref: RequestRef; regimes: readonly string[]; receivedOn: Day; reason: string },
) {
  return workOnRequest<{ dueOn: Day }, ChangeBasisRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    const isSameDay = localDay(request.received_at, ctx.organisation.zone) === input.receivedOn;
    const regimes = [...new Set(input.regimes)];
    const after = {
      regime: regimes[0]!,
      regimes,
      right: request.right,
      received_at: isSameDay ? request.received_at : receivedAtOf(ctx, input.receivedOn),
    };
    if (isSameDay && sameLaws(regimes, request.regimes)) return refuse({ code: 'nothing-changed' });
    const reading = clockOf(ctx, await lawTable(h), after, (await clockEventsOf(h, [request.id])).get(request.id)!);
    if (!reading.ok) return refuse(reading.refusal);
    await insertRequestChange(h, {
      request_id: request.id,
      regime_was: sayLaws(request.regimes),
      regime: sayLaws(regimes),
      received_was: request.received_at,
      received_at: after.received_at,
      reason_sealed: await changeReason.close(vaultOf(ctx, h), request.data_key_id, input.reason, request.id),
      actor: ctx.actor.id,
      at: ctx.clock.now(),
    });
    await setRequest(h, request.id, { regime: after.regime, regimes, received_at: after.received_at });
    await recordTrail(
      ctx,
      h,
      'request-basis-changed',
      request.ref,
      `${sayLaws(request.regimes)} to ${sayLaws(regimes)}`,
    );
    return ok({ dueOn: reading.value.dueOn });
  });
}

const sayLaws = (regimes: readonly string[]): string => regimes.join(' and ');
const sameLaws = (a: readonly string[], b: readonly string[]): boolean => a.toSorted().join() === b.toSorted().join();

/** What the clock would say if something happened on a day to come. Nothing is written. */
export async function whatIf(
  ctx: Context,
  input: { ref: RequestRef; kind: WhatIfKind; on: Day; until?: Day | null },
): Promise<Result<Pick<ClockReading, 'dueOn' | 'state' | 'workingDaysLeft'>, AccessRefusal | ClockRefusal>> {
  if (!reach(ctx, 'requests.see')) return refuse({ code: 'not-allowed', act: 'requests.see' });
  return ctx.transaction(async (h) => {
    const request = await requestByRef(h, input.ref);
    if (!request) return refuse({ code: 'not-found' });
    const at = receivedAtOf(ctx, input.on);
    const events: ClockEvent[] = [...(await clockEventsOf(h, [request.id])).get(request.id)!];
    if (input.kind !== 'nothing')
      events.push({
        kind: input.kind,
        at,
        reason: input.kind === 'extended' ? 'what if' : null,
        until: input.until ?? null,
      });
    const later: Context = {
      ...ctx,
      clock: { ...ctx.clock, now: () => (at > ctx.clock.now() ? at : ctx.clock.now()) },
    };
    const reading = clockOf(later, await lawTable(h), request, events);
    return reading.ok
      ? ok({ dueOn: reading.value.dueOn, state: reading.value.state, workingDaysLeft: reading.value.workingDaysLeft })
      : refuse(reading.refusal);
  });
}
