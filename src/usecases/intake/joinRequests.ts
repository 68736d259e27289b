import type { RequestRef } from '../../core/shared/ids';
import type { JoinRequestsRefusal } from '../../core/intake/refusals';
import { ok, refuse } from '../../core/shared/result';
import type { Handle } from '../../db/shared/handle';
import {
  addMember,
  lockRequest,
  memberIdsOf,
  openRequestsLike,
  setRequest,
  type RequestRow,
} from '../../db/requests/requests';
import { insertClockEvent } from '../../db/clock/clockEvents';
import { samePeopleOf, type Joinable } from '../../db/intake/samePeople';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { addNoteTo } from '../requests/notes';
import { workOnRequest } from '../requests/workOnRequest';
import { requestText } from '../requests/sealed';

const MOST_OFFERED = 5;

/**
 * Other open requests for the same right, of the same person or of somebody who seems to be: they can be answered as
 * one. The surest first.
 */
export async function joinable(h: Handle, request: RequestRow): Promise<Joinable[]> {
  if (request.closed_at) return [];
  const known = request.person_id
    ? (await openRequestsLike(h, request)).map((other): Joinable => ({
        ...other,
        band: 'certain',
        because: 'known as one person',
      }))
    : [];
  const seeming = (await samePeopleOf(h, request, MOST_OFFERED)).filter(
    ({ ref }) => !known.some((other) => other.ref === ref),
  );
  return [...known, ...seeming].slice(0, MOST_OFFERED);
}

/**
 * Joins a request to an older open one of the same person and right. One answer answers both; the older one’s clock
 * counts, because it runs out first. What only the newer one says of the person is searched for nowhere: it was not
 * proven to be theirs.
 */
export async function joinRequests(ctx: Context, input: { ref: RequestRef; into: string }) {
  return workOnRequest<null, JoinRequestsRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    const into = await lockRequest(h, input.into);
    if (!into || !(await joinable(h, request)).some(({ ref }) => ref === into.ref))
      return refuse({ code: 'cannot-join' });
    const text = await requestText.open(vaultOf(ctx, h), request.data_key_id, request.text_sealed, request.id);
    await addNoteTo(ctx, h, into, `Joined with ${request.ref}.${text ? ` In their words: ${text}` : ''}`);
    for (const member of await memberIdsOf(h, request.id)) await addMember(h, into.id, member);
    const now = ctx.clock.now();
    await insertClockEvent(h, {
      request_id: request.id,
      kind: 'answered',
      at: now,
      reason_sealed: null,
      until: null,
      actor: ctx.actor.id,
    });
    await setRequest(h, request.id, {
      joined_to: into.id,
      answered: true,
      carried_out: true,
      outcome: `joined-to-${into.ref}`,
      closed_at: now,
    });
    await recordTrail(ctx, h, 'request-joined', request.ref, into.ref);
    return ok(null);
  });
}
