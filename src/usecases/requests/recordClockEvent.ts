import { clock } from '../../core/clock/clock';
import type { ClockEvent, ClockRefusal } from '../../core/clock/events';
import { sayDayIn } from '../../core/letters/frame';
import { ok, refuse } from '../../core/shared/result';
import { clockEventsOf, insertClockEvent } from '../../db/requests/requests';
import type { Context } from '../context';
import { queueLetter } from '../letters/queueLetter';
import { writeLetter } from '../letters/writeLetter';
import { vaultOf } from '../shared/vault';
import { recordTrail } from '../trail/recordTrail';
import { clockOf } from './clockOf';
import { answerAddress } from './answerAddress';
import { workOnRequest } from './workOnRequest';

export type StaffClockEvent = 'clarification-asked' | 'clarification-given' | 'fee-asked' | 'fee-paid' | 'extended';

/** Puts an event on the clock, if the regime allows it; an extension is announced to the person, and a question asked of them, in the same act. */
export async function recordClockEvent(ctx: Context, input: { ref: string; kind: StaffClockEvent; reason: string; until?: string | null }) {
  return workOnRequest<{ dueOn: string }, ClockRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    const events = (await clockEventsOf(h, [request.id])).get(request.id)!;
    const event: ClockEvent = { kind: input.kind, at: ctx.clock.now(), reason: input.reason, until: input.until ?? null };
    const reading = clockOf(ctx, request, [...events, event]);
    if (!reading.ok) return refuse(reading.refusal);
    const sealed = input.reason ? await vaultOf(ctx, h).seal(request.data_key_id, input.reason, `event:${request.id}`) : null;
    await insertClockEvent(h, { request_id: request.id, kind: input.kind, at: event.at, reason_sealed: sealed, until: event.until ?? null, actor: ctx.actor.id });
    const { address, name } = await answerAddress(ctx, h, { ...request, person_id: null });
    if (input.kind === 'extended' && address) await queueLetter(ctx, h, request, address, await writeLetter(ctx, h, request, name, 'extension', { dueOn: sayDayIn(request.language, reading.value.dueOn), reason: input.reason }));
    if (input.kind === 'clarification-asked' && address) await queueLetter(ctx, h, request, address, await writeLetter(ctx, h, request, name, 'clarification', { question: input.reason }));
    await recordTrail(ctx, h, 'clock-event', request.ref, input.kind);
    return ok({ dueOn: reading.value.dueOn });
  });
}

/** `POST /clock`: the clock of a case that is not in Bookend. */
export function computeClock(ctx: Context, query: { regime: string; right: Parameters<typeof clock>[0]['right']; receivedAt: string; zone: string; calendar: { country: string; region?: string | undefined }; events: readonly ClockEvent[] }) {
  return clock({ ...query, holidayOf: ctx.holidays.of(query.calendar.country, query.calendar.region), now: ctx.clock.now() });
}

