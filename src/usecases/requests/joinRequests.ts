import { ok, refuse } from '../../core/shared/result';
import type { Handle } from '../../db/handle';
import { addMember, insertClockEvent, lockRequest, memberIdsOf, openRequestsLike, setRequest, type RequestRow } from '../../db/requests/requests';
import type { Context } from '../context';
import { vaultOf } from '../shared/vault';
import { recordTrail } from '../trail/recordTrail';
import { addNoteTo } from './notes';
import { workOnRequest } from './workOnRequest';

/** Other open requests of the same person for the same right, the oldest first: they can be answered as one. */
export async function joinable(h: Handle, request: RequestRow): Promise<{ ref: string; receivedAt: string }[]> {
  return request.person_id && !request.closed_at ? openRequestsLike(h, request) : [];
}

/**
 * Joins a request to an older open one of the same person and right. One answer answers both; the older one’s clock counts,
 * because it runs out first.
 */
export async function joinRequests(ctx: Context, input: { ref: string; into: string }) {
  return workOnRequest<null, { code: 'cannot-join' }>(ctx, input.ref, 'requests.work', async (h, request) => {
    const into = await lockRequest(h, input.into);
    const fits = into && !into.closed_at && into.id !== request.id && into.person_id !== null && into.person_id === request.person_id && into.right === request.right && into.received_at <= request.received_at;
    if (!fits) return refuse({ code: 'cannot-join' });
    const text = await vaultOf(ctx, h).unseal(request.data_key_id, request.text_sealed, `text:${request.id}`);
    await addNoteTo(ctx, h, into, `Joined with ${request.ref}.${text ? ` In their words: ${text}` : ''}`);
    for (const member of await memberIdsOf(h, request.id)) await addMember(h, into.id, member);
    const now = ctx.clock.now();
    await insertClockEvent(h, { request_id: request.id, kind: 'answered', at: now, reason_sealed: null, until: null, actor: ctx.actor.id });
    await setRequest(h, request.id, { joined_to: into.id, answered: true, carried_out: true, outcome: `joined-to-${into.ref}`, closed_at: now });
    await recordTrail(ctx, h, 'request-joined', request.ref, into.ref);
    return ok(null);
  });
}
