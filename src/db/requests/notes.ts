import type { RequestId, RequestRef, UserId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface NoteRow {
  id: string;
  request_id: RequestId;
  author_id: string;
  text_sealed: Buffer;
  mentions: string[];
  at: string;
  /** Whom it brought in; null: not written by hand. */
  joined: UserId[] | null;
}

export async function insertNote(h: Handle, row: NoteRow): Promise<void> {
  await h.trx('request_notes').insert(row);
}

export async function noteById(h: Handle, id: string): Promise<NoteRow | undefined> {
  return h.trx('request_notes').where({ id }).first();
}

export async function deleteNote(h: Handle, id: string): Promise<void> {
  await h.trx('request_notes').where({ id }).delete();
}

export async function notesOf(h: Handle, requestId: RequestId): Promise<NoteRow[]> {
  return h.trx('request_notes').where({ request_id: requestId }).orderBy('at').limit(200);
}

/** The reference of the request that each note belongs to, by the note's id. */
export async function refsOfNotes(h: Handle, ids: readonly string[]): Promise<Map<string, string>> {
  const rows: { id: string; ref: RequestRef }[] = await h
    .trx('request_notes')
    .join('requests', 'requests.id', 'request_notes.request_id')
    .whereIn('request_notes.id', [...ids])
    .select('request_notes.id', 'requests.ref');
  return new Map(rows.map(({ id, ref }) => [id, ref]));
}

export async function forgetNotes(h: Handle, requestIds: readonly RequestId[]): Promise<void> {
  await h
    .trx('request_notes')
    .whereRaw('request_id = any(?)', [requestIds as string[]])
    .delete();
}

/** Notes of others that name this colleague, in open requests, since a moment. */
export async function mentionsOf(h: Handle, userId: UserId, since: string): Promise<{ ref: RequestRef; at: string }[]> {
  return h
    .trx('request_notes')
    .join('requests', 'requests.id', 'request_notes.request_id')
    .select('requests.ref', 'request_notes.at')
    .whereRaw('? = any(request_notes.mentions)', [userId])
    .where('request_notes.at', '>=', since)
    .where('requests.is_open', true)
    .orderBy('request_notes.at', 'desc')
    .limit(50);
}
