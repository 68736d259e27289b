import type { RequestRef } from '../../core/shared/ids';
import type { ReopenRefusal } from '../../core/requests/refusals';
import { ok, refuse } from '../../core/shared/result';
import { setRequest } from '../../db/requests/requests';
import { takeBackAnswered } from '../../db/clock/clockEvents';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { addNoteTo } from './notes';
import { workOnRequest } from './workOnRequest';
import { saidPerson } from './sealed';

/**
 * Opens an answered request again, because something was overlooked: decision, pack and answer are undone as facts of the
 * work, while letters, events and trail keep that they happened. The answer stays on the clock: the law counts the first.
 */
export async function reopenRequest(ctx: Context, input: { ref: RequestRef; reason: string }) {
  return workOnRequest<null, ReopenRefusal>(
    ctx,
    input.ref,
    'requests.work',
    async (h, request) => {
      if (!request.closed_at) return refuse({ code: 'request-open' });
      // An erased person’s request has nothing left in it that could be worked on.
      if (!(await saidPerson.open(vaultOf(ctx, h), request.data_key_id, request.person_sealed, request.id)))
        return refuse({ code: 'person-gone' });
      await setRequest(h, request.id, {
        closed_at: null,
        answered: false,
        carried_out: false,
        decision: 'none',
        decision_ground: null,
        decision_reason_sealed: null,
        decided_by: null,
        decided_at: null,
        pack: 'none',
        outcome: null,
        joined_to: null,
      });
      // To be joined was no answer: the clock goes on as if it had never stood.
      if (request.joined_to) await takeBackAnswered(h, request.id);
      await addNoteTo(ctx, h, request, `Opened again: ${input.reason}`);
      await recordTrail(ctx, h, 'request-reopened', request.ref);
      return ok(null);
    },
    { closedToo: true },
  );
}
