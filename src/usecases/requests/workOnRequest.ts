import type { RequestRef } from '../../core/shared/ids';
import type { WorkOnRequestRefusal } from '../../core/requests/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import { refuse, type Result, type RefusalBase } from '../../core/shared/result';
import type { Act } from '../../core/access/roles';
import type { Handle } from '../../db/shared/handle';
import { lockRequest, type RequestRow } from '../../db/requests/requests';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { refreshRequest } from './refreshRequest';

/**
 * The frame of every act on one request: who may, the row locked, the act, the row refreshed.
 * Whoever may not see the request is told that there is none.
 */
export async function workOnRequest<T, R extends RefusalBase>(
  ctx: Context,
  ref: RequestRef,
  act: Act,
  work: (h: Handle, request: RequestRow) => Promise<Result<T, R>>,
  { closedToo = false }: { closedToo?: boolean } = {},
): Promise<Result<T, R | AccessRefusal | WorkOnRequestRefusal>> {
  if (!reach(ctx, act)) return refuse({ code: 'not-allowed', act });
  return ctx.transaction(async (h) => {
    const request = await lockRequest(h, ref);
    if (!request) return refuse({ code: 'not-found' });
    if (request.closed_at && !closedToo) return refuse({ code: 'request-closed' });
    const result = await work(h, request);
    if (result.ok) await refreshRequest(ctx, h, request.id);
    return result;
  });
}
