import type { DataKeyId, PersonId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface OutboxRow {
  id: string;
  template: string;
  person_id: PersonId | null;
  message_id: string;
  /** Address, subject and text; null once the person was erased. */
  mail_sealed: Buffer | null;
  state: 'queued' | 'sent' | 'failed';
  tries: number;
  error: string | null;
  queued_at: string;
  sent_at: string | null;
  /** When it is tried next; null: at once. */
  next_try_at: string | null;
  /** The key its words are sealed under; null: the installation's own, from before mails had one. */
  data_key_id: DataKeyId | null;
}

export async function insertOutbox(h: Handle, row: OutboxRow): Promise<void> {
  await h.trx('outbox').insert(row);
}

/** One that is due, held by this worker until its transaction ends. */
export async function takeDueMail(h: Handle, now: string): Promise<OutboxRow | undefined> {
  return h
    .trx('outbox')
    .where({ state: 'queued' })
    .where((due) => void due.whereNull('next_try_at').orWhere('next_try_at', '<=', now))
    .orderByRaw('next_try_at nulls first, queued_at')
    .forUpdate()
    .skipLocked()
    .first();
}

/** When the next one that waits is due; null: none waits. One that is due at once is due since it was queued. */
export async function nextMailAt(h: Handle): Promise<string | null> {
  const row = (await h
    .trx('outbox')
    .where({ state: 'queued' })
    .min({ at: h.trx.raw('coalesce(next_try_at, queued_at)') })
    .first()) as unknown as { at: string | null };
  return row.at;
}

/** Those that were not taken at least once and are not sent, the oldest first. */
export async function mailsStuck(h: Handle): Promise<OutboxRow[]> {
  return h
    .trx('outbox')
    .whereNot('state', 'sent')
    .where('tries', '>', 0)
    .whereNotNull('mail_sealed')
    .orderBy('queued_at')
    .limit(200);
}

export async function setOutbox(
  h: Handle,
  id: string,
  change: Partial<Pick<OutboxRow, 'state' | 'tries' | 'error' | 'sent_at' | 'mail_sealed' | 'next_try_at'>>,
): Promise<void> {
  await h.trx('outbox').where({ id }).update(change);
}

/** Whether any is due. */
export async function mailsDue(h: Handle, now: string): Promise<boolean> {
  return Boolean(
    await h
      .trx('outbox')
      .where({ state: 'queued' })
      .where((due) => void due.whereNull('next_try_at').orWhere('next_try_at', '<=', now))
      .first('id'),
  );
}
