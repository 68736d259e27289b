import { destroyDataKeys } from '../../db/keys/dataKeys';
import { packsOfRequests, setPack } from '../../db/packs/packs';
import { forgetRequests } from '../../db/requests/forgetRequests';
import { requestsToRemove, setRequest } from '../../db/requests/requests';
import type { Context } from '../shared/context';
import { recordTrail } from '../trail/recordTrail';

const AT_ONCE = 50;

/**
 * What a request itself holds of a person goes when its term has run out: copies of records, letters, notes, packs, and with its key
 * everything that was sealed. What stays is that there was a request, of which right, and whether it was answered in time.
 *
 * @returns how many went
 */
export async function removeOldRequests(ctx: Context): Promise<number> {
  const before = new Date(ctx.clock.now());
  before.setUTCFullYear(before.getUTCFullYear() - ctx.requestYears);
  const due = await ctx.transaction((h) => requestsToRemove(h, before.toISOString(), AT_ONCE));
  for (const { id } of due) {
    const files = await ctx.transaction(async (h) => {
      const [request] = await requestsToRemove(h, before.toISOString(), 1, id);
      if (!request) return [];
      const now = ctx.clock.now();
      // Outside the database first, as with an erasure: a restored backup must not bring it back.
      await ctx.journal.append({
        schema: 'bookend-erasure-2',
        id: `removed:${id}`,
        at: new Date(now).toISOString(),
        ref: request.ref,
        personIds: [],
        requestIds: [id],
        dataKeyIds: [request.data_key_id],
        suppressions: [],
        outcome: null,
      });
      const packs = await packsOfRequests(h, [id]);
      for (const pack of packs) await setPack(h, pack.id, { state: 'gone', path: null });
      await forgetRequests(h, [id]);
      await setRequest(h, id, { person_id: null, removed_at: now });
      await destroyDataKeys(h, [request.data_key_id], now);
      await recordTrail(ctx, h, 'request-removed', request.ref, `${ctx.requestYears} years after its answer`);
      return packs.flatMap(({ path }) => (path ? [path] : []));
    });
    for (const file of files) await ctx.storage.remove(file);
  }
  return due.length;
}
