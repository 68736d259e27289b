import type { RequestId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface RecipientToldRow {
  request_id: RequestId;
  recipient: string;
  how: string;
  /** False: it was impossible or out of proportion, as `how` says. */
  was_told: boolean;
  told_by: string;
  told_at: string;
}

export async function recipientsTold(h: Handle, requestId: RequestId): Promise<RecipientToldRow[]> {
  return h.trx('recipients_told').where({ request_id: requestId }).orderBy('recipient').limit(200);
}

export async function setRecipientTold(h: Handle, row: RecipientToldRow): Promise<void> {
  await h.trx('recipients_told').insert(row).onConflict(['request_id', 'recipient']).merge();
}
