import type { RequestId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

/** What a correction of the regime or the receipt replaced, and by what. */
export interface RequestChangeRow {
  request_id: RequestId;
  regime_was: string;
  regime: string;
  received_was: string;
  received_at: string;
  reason_sealed: Buffer;
  actor: string;
  at: string;
}

export async function insertRequestChange(h: Handle, row: RequestChangeRow): Promise<void> {
  await h.trx('request_changes').insert(row);
}

export async function requestChangesOf(h: Handle, requestId: RequestId): Promise<RequestChangeRow[]> {
  return h.trx('request_changes').where({ request_id: requestId }).orderBy('id').limit(100);
}
