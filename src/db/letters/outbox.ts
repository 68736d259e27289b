import type { Handle } from '../handle';

export interface OutboxRow {
  id: string;
  template: string;
  person_id: string | null;
  message_id: string;
  /** Address, subject and text; null once the person was erased. */
  mail_sealed: Buffer | null;
  state: 'queued' | 'sent' | 'failed';
  tries: number;
  error: string | null;
  queued_at: string;
  sent_at: string | null;
  /** The key its words are sealed under; null: the installation's own, from before mails had one. */
  data_key_id: string | null;
}

export async function insertOutbox(h: Handle, row: OutboxRow): Promise<void> {
  await h.trx('outbox').insert(row);
}

/** One mail that waits, held by this worker until its transaction ends. */
export async function takeQueuedMail(h: Handle): Promise<OutboxRow | undefined> {
  return h.trx('outbox').where({ state: 'queued' }).orderBy('queued_at').forUpdate().skipLocked().first();
}

export async function setOutbox(h: Handle, id: string, change: Partial<Pick<OutboxRow, 'state' | 'tries' | 'error' | 'sent_at' | 'mail_sealed'>>): Promise<void> {
  await h.trx('outbox').where({ id }).update(change);
}

export async function mailsWaiting(h: Handle): Promise<number> {
  const row = (await h.trx('outbox').where({ state: 'queued' }).count('* as n').first()) as unknown as { n: number };
  return Number(row.n);
}
