import { ok, refuse } from '../../core/shared/result';
import type { Handle } from '../../db/handle';
import { recipientsTold, setRecipientTold } from '../../db/requests/recipientsTold';
import { recordActsOf } from '../../db/requests/recordActs';
import { registerEntries } from '../../db/systems/systems';
import type { Context } from '../context';
import { recordTrail } from '../trail/recordTrail';
import { workOnRequest } from './workOnRequest';

/** Whoever received the records that were corrected or restricted, by the register, and who of them was told how. */
export async function recipientsOf(h: Handle, requestId: string): Promise<{ recipient: string; how: string | null; toldAt: string | null }[]> {
  const touched = new Set((await recordActsOf(h, requestId)).map(({ system_id, collection }) => `${system_id}/${collection}`));
  const names = new Set((await registerEntries(h)).filter(({ system, collection }) => touched.has(`${system}/${collection}`)).flatMap(({ recipients }) => recipients));
  const told = new Map((await recipientsTold(h, requestId)).map((row) => [row.recipient, row]));
  return [...names].sort().map((recipient) => ({ recipient, how: told.get(recipient)?.how ?? null, toldAt: told.get(recipient)?.told_at ?? null }));
}

/** Notes that a recipient was told, and how; or why that is impossible or out of proportion, which the law allows (GDPR art. 19). */
export async function tellRecipient(ctx: Context, input: { ref: string; recipient: string; how: string }) {
  return workOnRequest<null, { code: 'not-found' } | { code: 'reason-missing' }>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (input.how.trim().length < 3) return refuse({ code: 'reason-missing' });
    if (!(await recipientsOf(h, request.id)).some(({ recipient }) => recipient === input.recipient)) return refuse({ code: 'not-found' });
    await setRecipientTold(h, { request_id: request.id, recipient: input.recipient, how: input.how.trim().slice(0, 300), told_by: ctx.actor.id, told_at: ctx.clock.now() });
    await recordTrail(ctx, h, 'recipient-told', request.ref, `${input.recipient}: ${input.how.trim()}`);
    return ok(null);
  });
}
