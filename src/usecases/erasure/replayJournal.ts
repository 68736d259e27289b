import { destroyDataKeys, keysAlive } from '../../db/access/dataKeys';
import { forgetLetters } from '../../db/letters/letters';
import { forgetPerson, insertSuppressions, personById } from '../../db/persons/persons';
import { forgetHelperTasks } from '../../db/requests/helperTasks';
import { forgetNotes } from '../../db/requests/notes';
import { forgetRecordActs } from '../../db/requests/recordActs';
import { setRequest } from '../../db/requests/requests';
import { forgetTraces } from '../../db/trace/traces';
import type { Context } from '../context';
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
      const person = entry.personId ? await personById(h, entry.personId) : undefined;
      if (alive === 0 && !(person && !person.erased_at)) return false;
      await insertSuppressions(h, entry.suppressions.map(({ hash, version, kind }) => ({ hash: Buffer.from(hash, 'hex'), key_version: version, kind, erased_at: entry.at, request_ref: entry.ref })));
      await forgetTraces(h, entry.requestIds);
      await forgetLetters(h, entry.requestIds);
      await forgetNotes(h, entry.requestIds);
      await forgetHelperTasks(h, entry.requestIds);
      await forgetRecordActs(h, entry.requestIds);
      for (const id of entry.requestIds) await setRequest(h, id, { person_sealed: null, text_sealed: null, decision_reason_sealed: null });
      if (person) await forgetPerson(h, person.id, entry.at);
      await destroyDataKeys(h, entry.dataKeyIds, entry.at);
      await recordTrail(ctx, h, 'journal-replayed', entry.ref);
      return true;
    });
    if (isBack) again++;
  }
  return again;
}
