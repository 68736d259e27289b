import type { RequestRef } from '../../core/shared/ids';
import type { AnswerAppealRefusal, ReceiveAppealRefusal } from '../../core/requests/refusals';

import type { ClockRefusal } from '../../core/clock/refusals';
import { ok, refuse } from '../../core/shared/result';
import type { Day } from '../../core/shared/days';
import { lawTable } from '../../db/clock/laws';
import { setRequest } from '../../db/requests/requests';
import { clockEventsOf, insertClockEvent } from '../../db/clock/clockEvents';
import type { Context } from '../shared/context';
import { queueLetter } from '../letters/queueLetter';
import { writeLetter } from '../letters/writeLetter';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { answerAddress } from '../letters/answerAddress';
import { clockOf } from '../clock/clockOf';
import { receivedAtOf } from '../clock/dayOfReceipt';
import { workOnRequest } from './workOnRequest';
import { saidPerson } from './sealed';
import { eventReason } from '../clock/sealed';

/** The person contests the answer: the request opens again and the appeal's own clock runs. */
export async function receiveAppeal(ctx: Context, input: { ref: RequestRef; receivedOn: Day; text: string }) {
  return workOnRequest<{ dueOn: Day | null }, ClockRefusal | ReceiveAppealRefusal>(
    ctx,
    input.ref,
    'requests.work',
    async (h, request) => {
      const at = receivedAtOf(ctx, input.receivedOn);
      const events = (await clockEventsOf(h, [request.id])).get(request.id)!;
      const reading = clockOf(ctx, await lawTable(h), request, [...events, { kind: 'appeal-received', at }]);
      if (!reading.ok) return refuse(reading.refusal);
      const vault = vaultOf(ctx, h);
      if (!(await saidPerson.open(vault, request.data_key_id, request.person_sealed, request.id)))
        return refuse({ code: 'person-gone' });
      const sealed = await eventReason.close(vault, request.data_key_id, input.text, request.id);
      await insertClockEvent(h, {
        request_id: request.id,
        kind: 'appeal-received',
        at,
        reason_sealed: sealed,
        until: null,
        actor: ctx.actor.id,
      });
      await setRequest(h, request.id, { appeal: 'open', closed_at: null });
      await recordTrail(ctx, h, 'appeal-received', request.ref);
      return ok({ dueOn: reading.value.appealDueOn });
    },
    { closedToo: true },
  );
}

/** Answers the appeal in writing, with what the person can still do, and closes the request again. */
export async function answerAppeal(
  ctx: Context,
  input: { ref: RequestRef; outcome: 'upheld' | 'reversed'; text: string },
) {
  return workOnRequest<null, AnswerAppealRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.appeal !== 'open') return refuse({ code: 'no-open-appeal' });
    const { address, name } = await answerAddress(ctx, h, request);
    if (!address) return refuse({ code: 'no-address' });
    const now = ctx.clock.now();
    const letterId = await queueLetter(
      ctx,
      h,
      request,
      address,
      await writeLetter(ctx, h, request, name, 'appeal-answer', {
        upheld: input.outcome === 'upheld' ? 'yes' : null,
        reversed: input.outcome === 'reversed' ? 'yes' : null,
        text: input.text,
      }),
    );
    await insertClockEvent(
      h,
      {
        request_id: request.id,
        kind: 'appeal-answered',
        at: now,
        reason_sealed: await eventReason.close(vaultOf(ctx, h), request.data_key_id, input.text, request.id),
        until: null,
        actor: ctx.actor.id,
      },
      letterId,
    );
    await setRequest(h, request.id, {
      appeal: 'answered',
      closed_at: now,
      outcome: input.outcome === 'reversed' ? 'appeal-reversed' : 'appeal-upheld',
    });
    await recordTrail(ctx, h, 'appeal-answered', request.ref, input.outcome);
    return ok(null);
  });
}
