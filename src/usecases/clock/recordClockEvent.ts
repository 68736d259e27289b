import type { RequestRef } from '../../core/shared/ids';
import type { StaffClockEvent } from '../../core/clock/schema';
import type { ClockEventRefusal } from '../../core/clock/refusals';
import type { ClockEvent } from '../../core/clock/events';
import { sayDayIn } from '../../core/letters/frame';
import type { Letter } from '../../core/letters/letter';
import { ok, refuse } from '../../core/shared/result';
import { lawTable } from '../../db/clock/laws';
import type { Handle } from '../../db/shared/handle';
import { type RequestRow } from '../../db/requests/requests';
import { clockOnFile, insertClockEvent } from '../../db/clock/clockEvents';
import type { Context } from '../shared/context';
import { queueLetter } from '../letters/queueLetter';
import { writeLetter } from '../letters/writeLetter';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { answerAddress } from '../letters/answerAddress';
import { clockOf } from './clockOf';
import { workOnRequest } from '../requests/workOnRequest';
import { eventReason } from './sealed';

/** What the person has to be told before it counts. */
const TOLD: readonly StaffClockEvent[] = ['clarification-asked', 'fee-asked', 'extended'];

/**
 * Puts an event on the clock, if the laws allow it. What has to be announced to the person is written to them in the same act and
 * counts from when the letter has left; or it was said or handed over, which is recorded (`toldByHand`) and counts at once.
 */
export async function recordClockEvent(
  ctx: Context,
  input: { ref: RequestRef; kind: StaffClockEvent; reason: string; until?: string | null; toldByHand?: boolean },
) {
  return workOnRequest<{ dueOn: string; isOnItsWay: boolean }, ClockEventRefusal>(
    ctx,
    input.ref,
    'requests.work',
    async (h, request) => {
      const { events, waiting } = await clockOnFile(h, request.id);
      const event: ClockEvent = {
        kind: input.kind,
        at: ctx.clock.now(),
        reason: input.reason,
        until: input.until ?? null,
      };
      const reading = clockOf(ctx, await lawTable(h), request, [...events, event]);
      if (!reading.ok) return refuse(reading.refusal);
      if (waiting.some(({ kind }) => kind === input.kind))
        return refuse({ code: 'letter-on-its-way', kind: input.kind });
      const hasToBeTold = TOLD.includes(input.kind) && !input.toldByHand;
      const { address, name } = await answerAddress(ctx, h, { ...request, person_id: null });
      if (hasToBeTold && !address) return refuse({ code: 'no-address' });
      const letterId = hasToBeTold
        ? await queueLetter(
            ctx,
            h,
            request,
            address!,
            await letterOf(ctx, h, request, name, input, reading.value.dueOn),
          )
        : null;
      const sealed = input.reason
        ? await eventReason.close(vaultOf(ctx, h), request.data_key_id, input.reason, request.id)
        : null;
      await insertClockEvent(
        h,
        {
          request_id: request.id,
          kind: input.kind,
          at: event.at,
          reason_sealed: sealed,
          until: event.until ?? null,
          actor: ctx.actor.id,
        },
        letterId,
      );
      await recordTrail(
        ctx,
        h,
        'clock-event',
        request.ref,
        input.toldByHand ? `${input.kind}, told by hand` : input.kind,
      );
      return ok({ dueOn: reading.value.dueOn, isOnItsWay: letterId !== null });
    },
  );
}

function letterOf(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  name: string | null,
  input: { kind: StaffClockEvent; reason: string },
  dueOn: string,
): Promise<Letter> {
  if (input.kind === 'extended')
    return writeLetter(ctx, h, request, name, 'extension', {
      dueOn: sayDayIn(request.language, dueOn),
      reason: input.reason,
    });
  if (input.kind === 'fee-asked') return writeLetter(ctx, h, request, name, 'fee', { reason: input.reason });
  return writeLetter(ctx, h, request, name, 'clarification', { question: input.reason });
}
