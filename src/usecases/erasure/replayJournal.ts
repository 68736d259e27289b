import { destroyDataKeys, keysAlive } from '../../db/keys/dataKeys';
import { forgetPerson, insertSuppressions, personsById } from '../../db/people/persons';
import { forgetRequests } from '../../db/requests/forgetRequests';
import { requestsByRefs, setRequest } from '../../db/requests/requests';
import { insertClockEvent } from '../../db/clock/clockEvents';
import type { Context } from '../shared/context';
import { recordTrail } from '../trail/recordTrail';

/**
 * Before anything is served: whatever the journal says was erased is erased, also in a database that was restored from a
 * backup made before. Doing it again changes nothing.
 *
 * @returns how many erasures had come back and were done again
 */
export async function replayJournal(ctx: Context): Promise<number> {
  let again = 0;
  for (const entry of await ctx.journal.read()) {
    const isBack = await ctx.transaction(async (h) => {
      const alive = await keysAlive(h, entry.dataKeyIds);
      const people = (await personsById(h, entry.personIds)).filter(({ erased_at }) => !erased_at);
      const [request] = await requestsByRefs(h, [entry.ref]);
      const isOpen = entry.outcome !== null && request !== undefined && request.closed_at === null;
      if (alive === 0 && people.length === 0 && !isOpen) return false;
      await insertSuppressions(
        h,
        entry.suppressions.map(({ hash, version, kind }) => ({
          hash: Buffer.from(hash, 'hex'),
          key_version: version,
          kind,
          erased_at: entry.at,
          request_ref: entry.ref,
        })),
      );
      await forgetRequests(h, entry.requestIds);
      for (const { id } of people) await forgetPerson(h, id, entry.at);
      await destroyDataKeys(h, entry.dataKeyIds, entry.at);
      if (isOpen) {
        // It ended as the journal says; the backup was only made before.
        await insertClockEvent(h, {
          request_id: request.id,
          kind: 'answered',
          at: entry.at,
          reason_sealed: null,
          until: null,
          actor: ctx.actor.id,
        });
        await setRequest(h, request.id, {
          answered: true,
          carried_out: true,
          outcome: entry.outcome,
          closed_at: entry.at,
          plan: 'finished',
          trace: 'finished',
          stage: 'closed',
          undecided: 0,
        });
      }
      await recordTrail(ctx, h, 'journal-replayed', entry.ref);
      return true;
    });
    if (isBack) again++;
  }
  return again;
}
