import { destroyDataKeys } from '../../db/access/dataKeys';
import { forgetLetters } from '../../db/letters/letters';
import { packsOfRequests, setPack } from '../../db/packs/packs';
import { forgetHelperTasks } from '../../db/requests/helperTasks';
import { forgetNotes } from '../../db/requests/notes';
import { forgetRecordActs } from '../../db/requests/recordActs';
import { requestsToRemove, setRequest } from '../../db/requests/requests';
import { forgetSamePeople } from '../../db/requests/samePeople';
import { forgetTraces } from '../../db/trace/traces';
import type { Context } from '../context';
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
      await ctx.journal.append({ schema: 'bookend-erasure-1', at: new Date(now).toISOString(), ref: request.ref, personId: null, requestIds: [id], dataKeyIds: [request.data_key_id], suppressions: [] });
      const packs = await packsOfRequests(h, [id]);
      for (const pack of packs) await setPack(h, pack.id, { state: 'gone', path: null });
      await forgetTraces(h, [id]);
      await forgetLetters(h, [id]);
      await forgetNotes(h, [id]);
      await forgetHelperTasks(h, [id]);
      await forgetRecordActs(h, [id]);
      await forgetSamePeople(h, [id]);
      await setRequest(h, id, { person_id: null, person_sealed: null, text_sealed: null, decision_reason_sealed: null, matter: null, removed_at: now });
      await destroyDataKeys(h, [request.data_key_id], now);
      await recordTrail(ctx, h, 'request-removed', request.ref, `${ctx.requestYears} years after its answer`);
      return packs.flatMap(({ path }) => (path ? [path] : []));
    });
    for (const file of files) await ctx.storage.remove(file);
  }
  return due.length;
}
