import type { RequestRef } from '../../core/shared/ids';
import type { TellRecipientRefusal } from '../../core/carryOut/refusals';
import type { RecipientView } from '../../core/carryOut/views';
import { localDay } from '../../core/shared/days';
import { ok, refuse } from '../../core/shared/result';
import type { Handle } from '../../db/shared/handle';
import { lastPlan, planLines } from '../../db/erasure/plans';
import { recipientsTold, setRecipientTold } from '../../db/carryOut/recipientsTold';
import { recordActsOf } from '../../db/carryOut/recordActs';
import type { RequestRow } from '../../db/requests/requests';
import { registerEntries } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { recordTrail } from '../trail/recordTrail';
import { workOnRequest } from '../requests/workOnRequest';

/** Whoever received the records that are corrected, restricted or erased, by the register, and who of them was told how (GDPR art. 19). */
export async function recipientsOf(ctx: Context, h: Handle, request: Pick<RequestRow, 'id'>): Promise<RecipientView[]> {
  const plan = await lastPlan(h, request.id);
  const lines = plan ? (await planLines(h, plan.id)).filter(({ action }) => action !== 'keep') : [];
  const touched = new Set(
    [...(await recordActsOf(h, request.id)), ...lines].map(({ system_id, collection }) => `${system_id}/${collection}`),
  );
  const names = new Set(
    (await registerEntries(h))
      .filter(({ system, collection }) => touched.has(`${system}/${collection}`))
      .flatMap(({ recipients }) => recipients),
  );
  const told = new Map((await recipientsTold(h, request.id)).map((row) => [row.recipient, row]));
  return [...names].sort().map((recipient) => {
    const row = told.get(recipient);
    return {
      recipient,
      how: row?.how ?? null,
      wasTold: row?.was_told ?? false,
      toldOn: row ? localDay(row.told_at, ctx.organisation.zone) : null,
    };
  });
}

/** Notes that a recipient was told, and how; or why that is impossible or out of proportion, which the law allows (GDPR art. 19). */
export async function tellRecipient(
  ctx: Context,
  input: { ref: RequestRef; recipient: string; how: string; wasTold: boolean },
) {
  return workOnRequest<null, TellRecipientRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (input.how.trim().length < 3) return refuse({ code: 'reason-missing' });
    if (!(await recipientsOf(ctx, h, request)).some(({ recipient }) => recipient === input.recipient))
      return refuse({ code: 'not-found' });
    await setRecipientTold(h, {
      request_id: request.id,
      recipient: input.recipient,
      how: input.how.trim().slice(0, 300),
      was_told: input.wasTold,
      told_by: ctx.actor.id,
      told_at: ctx.clock.now(),
    });
    await recordTrail(
      ctx,
      h,
      'recipient-told',
      request.ref,
      `${input.recipient}: ${input.wasTold ? '' : 'cannot be told: '}${input.how.trim()}`,
    );
    const plan = await lastPlan(h, request.id);
    // An erasure that waits for this goes on by itself.
    if (plan?.state === 'executing' && (await recipientsOf(ctx, h, request)).every(({ how }) => how !== null))
      await ctx.jobs.enqueue(h.trx, 'run-erasure', { runId: plan.id });
    return ok(null);
  });
}
