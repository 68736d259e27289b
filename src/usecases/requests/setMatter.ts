import type { RequestRef } from '../../core/shared/ids';
import { ok } from '../../core/shared/result';
import { setRequest } from '../../db/requests/requests';
import type { Context } from '../shared/context';
import { recordTrail } from '../trail/recordTrail';
import { workOnRequest } from './workOnRequest';

/** The number under which the organisation's own matter register has a request; empty takes it away. */
export async function setMatter(ctx: Context, input: { ref: RequestRef; matter: string }) {
  return workOnRequest<null, never>(
    ctx,
    input.ref,
    'requests.work',
    async (h, request) => {
      const matter = input.matter.trim().slice(0, 80) || null;
      await setRequest(h, request.id, { matter });
      await recordTrail(ctx, h, 'matter-linked', request.ref, matter ?? 'taken away');
      return ok(null);
    },
    { closedToo: true },
  );
}

/** Where the matter register shows it; null where it has no address, or there is no matter. */
export function matterUrl(ctx: Context, matter: string | null): string | null {
  return matter && ctx.matterUrl ? ctx.matterUrl.replace('{matter}', encodeURIComponent(matter)) : null;
}
