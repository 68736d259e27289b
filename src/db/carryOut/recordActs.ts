import type { RequestId, SystemId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface RecordActRow {
  id: string;
  request_id: RequestId;
  system_id: SystemId;
  collection: string;
  record_key: string;
  kind: 'rectify' | 'restrict';
  field: string | null;
  was_sealed: Buffer | null;
  value_sealed: Buffer | null;
  /** `by-hand`: the system cannot do it; its owner is asked. */
  state: 'intended' | 'done' | 'failed' | 'by-hand';
  tries: number;
  detail: string | null;
  intended_at: string;
  done_at: string | null;
}

export async function insertRecordActs(h: Handle, rows: readonly RecordActRow[]): Promise<void> {
  if (rows.length > 0) await h.trx('record_acts').insert([...rows]);
}

export async function recordActsOf(h: Handle, requestId: RequestId): Promise<RecordActRow[]> {
  return h.trx('record_acts').where({ request_id: requestId }).orderBy('id').limit(5000);
}

export async function setRecordAct(h: Handle, id: string, change: Partial<RecordActRow>): Promise<void> {
  await h.trx('record_acts').where({ id }).update(change);
}

/** Requests with intentions that are not carried out. */
export async function requestsWithOpenActs(h: Handle): Promise<string[]> {
  const rows = (await h.trx('record_acts').where({ state: 'intended' }).distinct('request_id').limit(500)) as {
    request_id: RequestId;
  }[];
  return rows.map(({ request_id }) => request_id);
}

export async function forgetRecordActs(h: Handle, requestIds: readonly RequestId[]): Promise<void> {
  await h
    .trx('record_acts')
    .whereRaw('request_id = any(?)', [requestIds as string[]])
    .update({ was_sealed: null, value_sealed: null, record_key: '', detail: null });
}
