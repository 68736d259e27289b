import type { LetterId, RequestId, RequestRef } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface LetterRow {
  id: LetterId;
  request_id: RequestId;
  template: string;
  template_version: number;
  message_id: string;
  address_sealed: Buffer | null;
  subject_sealed: Buffer | null;
  body_sealed: Buffer | null;
  state: 'queued' | 'sent' | 'failed';
  tries: number;
  error: string | null;
  queued_at: string;
  sent_at: string | null;
  /** When it is tried next; null: at once. */
  next_try_at: string | null;
}

export async function insertLetter(h: Handle, row: LetterRow): Promise<void> {
  await h.trx('letters').insert(row);
}

/** One that is due, held by this worker until its transaction ends. */
export async function takeDueLetter(h: Handle, now: string): Promise<LetterRow | undefined> {
  return h
    .trx('letters')
    .where({ state: 'queued' })
    .where((due) => void due.whereNull('next_try_at').orWhere('next_try_at', '<=', now))
    .orderByRaw('next_try_at nulls first, queued_at')
    .forUpdate()
    .skipLocked()
    .first();
}

/** When the next one that waits is due; null: none waits. One that is due at once is due since it was queued. */
export async function nextLetterAt(h: Handle): Promise<string | null> {
  const row = (await h
    .trx('letters')
    .where({ state: 'queued' })
    .min({ at: h.trx.raw('coalesce(next_try_at, queued_at)') })
    .first()) as unknown as { at: string | null };
  return row.at;
}

/** Those that were not taken at least once and are not sent, the oldest first. */
export async function lettersStuck(h: Handle): Promise<(LetterRow & { ref: RequestRef })[]> {
  return h
    .trx('letters')
    .join('requests', 'requests.id', 'letters.request_id')
    .whereNot('letters.state', 'sent')
    .where('letters.tries', '>', 0)
    .whereNotNull('letters.body_sealed')
    .orderBy('letters.queued_at')
    .limit(200)
    .select('letters.*', 'requests.ref');
}

export async function setLetter(
  h: Handle,
  id: string,
  change: Partial<Pick<LetterRow, 'state' | 'tries' | 'error' | 'sent_at' | 'next_try_at'>>,
): Promise<void> {
  await h.trx('letters').where({ id }).update(change);
}

export async function lettersOf(h: Handle, requestId: RequestId): Promise<LetterRow[]> {
  return h.trx('letters').where({ request_id: requestId }).orderBy('queued_at').limit(100);
}

/** Whether any is due. */
export async function lettersDue(h: Handle, now: string): Promise<boolean> {
  return Boolean(
    await h
      .trx('letters')
      .where({ state: 'queued' })
      .where((due) => void due.whereNull('next_try_at').orWhere('next_try_at', '<=', now))
      .first('id'),
  );
}

/** Address, subject and words go; that a letter was sent, and when, stays. */
export async function forgetLetters(h: Handle, requestIds: readonly RequestId[]): Promise<void> {
  await h
    .trx('letters')
    .whereRaw('request_id = any(?)', [requestIds as string[]])
    .update({ address_sealed: null, subject_sealed: null, body_sealed: null, error: null });
}
