import type { Handle } from '../shared/handle';
import { forgetLetters } from '../letters/letters';
import { forgetTraces } from '../trace/traces';
import { forgetHelperTasks } from '../helpers/helperTasks';
import { forgetNotes } from './notes';
import { forgetRecordActs } from '../carryOut/recordActs';
import { forgetSamePeople } from '../intake/samePeople';

/**
 * Everything that requests hold of a person, whoever asks for it to go: an erasure, the end of a term, a journal that is replayed.
 * What stays is that there was a request, of which right, when, and how it ended.
 */
export async function forgetRequests(h: Handle, ids: readonly string[]): Promise<void> {
  const these = [ids as string[]];
  await forgetTraces(h, ids);
  await forgetLetters(h, ids);
  await forgetNotes(h, ids);
  await forgetHelperTasks(h, ids);
  await forgetRecordActs(h, ids);
  await forgetSamePeople(h, ids);
  await h.trx('clock_events').whereRaw('request_id = any(?)', these).update({ reason_sealed: null });
  await h
    .trx('request_changes')
    .whereRaw('request_id = any(?)', these)
    .update({ reason_sealed: Buffer.alloc(0) });
  await h
    .trx('identity_checks')
    .whereRaw('request_id = any(?)', these)
    .update({ address_sealed: Buffer.alloc(0) });
  await h.trx('recipients_told').whereRaw('request_id = any(?)', these).update({ how: '' });
  await h.trx('plan_lines').whereRaw('plan_id in (select id from plans where request_id = any(?))', these).delete();
  await h.trx('operations').whereRaw('plan_id in (select id from plans where request_id = any(?))', these).delete();
  await h.trx('plans').whereRaw('request_id = any(?)', these).update({ k_accepted_sealed: null, error: null });
  await h.trx('requests').whereRaw('id = any(?)', these).update({
    person_sealed: null,
    text_sealed: null,
    decision_reason_sealed: null,
    matter: null,
    taken_over_hash: null,
  });
}
