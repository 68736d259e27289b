import type { LetterId, RequestRef } from '../../core/shared/ids';
import type { AnswerByLetterRefusal } from '../../core/requests/refusals';
import type { DecideRefusal } from '../../core/requests/refusals';
import type { FieldValue } from '../../core/letters/render';
import type { TemplateId } from '../../core/letters/templateList';
import { stagesOf } from '../../core/requests/stages';
import { ok, refuse } from '../../core/shared/result';
import type { Handle } from '../../db/shared/handle';
import { setRequest, type RequestRow } from '../../db/requests/requests';
import { insertClockEvent } from '../../db/clock/clockEvents';
import type { Context } from '../shared/context';
import { queueLetter } from '../letters/queueLetter';
import { writeLetter } from '../letters/writeLetter';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { answerAddress } from '../letters/answerAddress';
import { workOnRequest } from './workOnRequest';
import { decisionReason } from './sealed';

/** Fulfil or refuse, with ground and reason. A refusal is answered at once, with the person's remedies. */
export async function decide(
  ctx: Context,
  input: { ref: RequestRef; outcome: 'fulfil' | 'refuse'; ground: string; reason: string },
) {
  return workOnRequest<null, DecideRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.decision !== 'none') return refuse({ code: 'already-decided' });
    const stages = stagesOf(request.right);
    if (input.outcome === 'fulfil') {
      if (request.authority === 'needed' || (stages.includes('identity') && request.identity !== 'proven'))
        return refuse({ code: 'identity-not-proven' });
      if (stages.includes('trace') && request.trace !== 'finished') return refuse({ code: 'trace-not-finished' });
      if (stages.includes('trace') && request.helpers_open > 0)
        return refuse({ code: 'helpers-open', count: request.helpers_open });
      if (request.undecided > 0) return refuse({ code: 'matches-undecided', count: request.undecided });
    }
    if (input.outcome === 'refuse' && !(await answerAddress(ctx, h, request)).address)
      return refuse({ code: 'no-address' });
    const now = ctx.clock.now();
    const sealed = await decisionReason.close(vaultOf(ctx, h), request.data_key_id, input.reason, request.id);
    await setRequest(h, request.id, {
      decision: input.outcome,
      decision_ground: input.ground,
      decision_reason_sealed: sealed,
      decided_by: ctx.actor.id,
      decided_at: now,
    });
    await recordTrail(ctx, h, 'decided', request.ref, `${input.outcome}: ${input.ground}`);
    if (input.outcome === 'fulfil') return ok(null);
    const nothing = input.ground === 'no-data';
    return answer(ctx, h, request, nothing ? 'nothing-found' : 'refused', nothing ? 'nothing-found' : 'refusal', {
      reason: input.reason,
    });
  });
}

/** For rights that are carried out by hand: says what was done, and closes. */
export async function answerByLetter(ctx: Context, input: { ref: RequestRef; text: string }) {
  return workOnRequest<null, DecideRefusal | AnswerByLetterRefusal>(
    ctx,
    input.ref,
    'requests.work',
    async (h, request) => {
      if (request.decision !== 'fulfil') return refuse({ code: 'not-decided' });
      return answer(ctx, h, request, 'fulfilled', 'completion', { what: input.text });
    },
  );
}

async function answer(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  outcome: string,
  template: TemplateId,
  fields: Readonly<Record<string, FieldValue>>,
) {
  const { address, name } = await answerAddress(ctx, h, request);
  if (!address) return refuse<DecideRefusal>({ code: 'no-address' });
  const letterId = await queueLetter(
    ctx,
    h,
    request,
    address,
    await writeLetter(ctx, h, request, name, template, fields),
  );
  await closeAnswered(ctx, h, request, outcome, letterId);
  return ok(null);
}

/**
 * The clock stops when the answer has been sent: with its letter, or at once where that has left already (null).
 * A letter that fails for good opens the request again.
 */
export async function closeAnswered(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  outcome: string,
  letterId: LetterId | null,
  now = ctx.clock.now(),
): Promise<void> {
  await insertClockEvent(
    h,
    { request_id: request.id, kind: 'answered', at: now, reason_sealed: null, until: null, actor: ctx.actor.id },
    letterId,
  );
  await setRequest(h, request.id, { answered: true, carried_out: true, outcome, closed_at: now });
  await recordTrail(ctx, h, 'request-answered', request.ref, outcome);
}
