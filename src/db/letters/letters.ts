import type { Handle } from '../handle';

export interface LetterRow {
  id: string;
  request_id: string;
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
}

export async function insertLetter(h: Handle, row: LetterRow): Promise<void> {
  await h.trx('letters').insert(row);
}

/** One letter that waits, held by this worker until its transaction ends. */
export async function takeQueuedLetter(h: Handle): Promise<LetterRow | undefined> {
  return h.trx('letters').where({ state: 'queued' }).orderBy('queued_at').forUpdate().skipLocked().first();
}

export async function setLetter(h: Handle, id: string, change: Partial<Pick<LetterRow, 'state' | 'tries' | 'error' | 'sent_at'>>): Promise<void> {
  await h.trx('letters').where({ id }).update(change);
}

export async function lettersOf(h: Handle, requestId: string): Promise<LetterRow[]> {
  return h.trx('letters').where({ request_id: requestId }).orderBy('queued_at').limit(100);
}

export async function lettersWaiting(h: Handle): Promise<number> {
  const row = (await h.trx('letters').where({ state: 'queued' }).count('* as n').first()) as unknown as { n: number };
  return Number(row.n);
}

/** Address, subject and words go; that a letter was sent, and when, stays. */
export async function forgetLetters(h: Handle, requestIds: readonly string[]): Promise<void> {
  await h.trx('letters').whereRaw('request_id = any(?)', [requestIds as string[]]).update({ address_sealed: null, subject_sealed: null, body_sealed: null });
}
