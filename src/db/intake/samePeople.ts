import type { RequestId, RequestRef } from '../../core/shared/ids';
import type { Band } from '../../core/matching/score';
import type { Handle } from '../shared/handle';
import { visible, type RequestRow } from '../requests/requests';

export interface SamePeopleRow {
  /** The one that was received later. */
  request_id: RequestId;
  other_id: string;
  band: Band;
  /** The fields that agree, in words. */
  because: string;
}

type Compared = Pick<RequestRow, 'id' | 'right' | 'received_at' | 'data_key_id' | 'person_sealed'> & {
  compared_at: string | null;
};

/** Requests that are open, the newest first: those that were not compared yet, and those they are compared with. */
export async function requestsToCompare(h: Handle, most: number): Promise<{ fresh: Compared[]; open: Compared[] }> {
  const query = () =>
    h
      .trx('requests')
      .whereNull('closed_at')
      .whereNotNull('person_sealed')
      .orderBy('received_at', 'desc')
      .limit(most)
      .select('id', 'right', 'received_at', 'data_key_id', 'person_sealed', 'compared_at');
  const fresh = (await query().whereNull('compared_at')) as Compared[];
  return fresh.length === 0 ? { fresh, open: [] } : { fresh, open: (await query()) as Compared[] };
}

export async function keepSamePeople(
  h: Handle,
  rows: readonly SamePeopleRow[],
  compared: readonly string[],
  at: string,
): Promise<void> {
  for (let n = 0; n < rows.length; n += 1000)
    await h
      .trx('same_people')
      .insert(rows.slice(n, n + 1000))
      .onConflict(['request_id', 'other_id'])
      .ignore();
  await h
    .trx('requests')
    .whereRaw('id = any(?)', [compared as string[]])
    .update({ compared_at: at });
}

export async function forgetSamePeople(h: Handle, requestIds: readonly RequestId[]): Promise<void> {
  await h
    .trx('same_people')
    .whereRaw('request_id = any(?) or other_id = any(?)', [requestIds as string[], requestIds as string[]])
    .delete();
}

export interface Joinable {
  ref: RequestRef;
  receivedAt: string;
  band: Band;
  because: string;
}

/** Other open requests for the same right that came before and seem to be of the same person, the surest first. */
export async function samePeopleOf(
  h: Handle,
  request: Pick<RequestRow, 'id' | 'right' | 'received_at'>,
  most: number,
): Promise<Joinable[]> {
  const rows: Joinable[] = await visible(h)
    .join('same_people as s', 's.other_id', 'requests.id')
    .where({ 's.request_id': request.id, 'requests.right': request.right, is_open: true })
    .where('received_at', '<=', request.received_at)
    .orderByRaw("array_position(array['certain', 'likely', 'possible'], s.band), received_at")
    .limit(most)
    .select('requests.ref', { receivedAt: 'requests.received_at' }, 's.band', 's.because');
  return rows;
}
