import type { RequestRef } from '../../core/shared/ids';
import type { AcknowledgeByHandRefusal } from '../../core/intake/refusals';
import { ok, refuse } from '../../core/shared/result';
import { setRequest } from '../../db/requests/requests';
import type { Context } from '../shared/context';
import { recordTrail } from '../trail/recordTrail';
import { workOnRequest } from '../requests/workOnRequest';

/** Receipt was acknowledged by phone or on paper, because no address is known to which a mail could go by itself. */
export async function acknowledgeByHand(ctx: Context, input: { ref: RequestRef }) {
  return workOnRequest<null, AcknowledgeByHandRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.acknowledged_at) return refuse({ code: 'acknowledged-already' });
    await setRequest(h, request.id, { acknowledged_at: ctx.clock.now() });
    await recordTrail(ctx, h, 'request-acknowledged', request.ref);
    return ok(null);
  });
}
