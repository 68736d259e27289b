import type { Handle } from '../handle';

export interface ArrivalRow {
  kind: 'mail' | 'file';
  key_hash: Buffer;
  /** The system whose folder it lies in; the mailbox has none. */
  source: string | null;
  arrived_at: string;
  /** `waiting` is tried again; `unreadable` waits for a person. */
  state: 'waiting' | 'unreadable';
  /** The kind of failure. */
  error: string;
  tries: number;
  looked_at: string;
}

/** Notes that something was seen and could not be kept. */
export async function noteArrival(h: Handle, row: Omit<ArrivalRow, 'tries'>): Promise<void> {
  await h.trx('arrivals').insert(row).onConflict(['kind', 'key_hash']).merge({ state: row.state, error: row.error, looked_at: row.looked_at, tries: h.trx.raw('arrivals.tries + 1') });
}

export async function arrivalOf(h: Handle, kind: ArrivalRow['kind'], keyHash: Buffer): Promise<ArrivalRow | undefined> {
  return h.trx('arrivals').where({ kind, key_hash: keyHash }).first();
}

export async function forgetArrival(h: Handle, kind: ArrivalRow['kind'], keyHash: Buffer): Promise<void> {
  await h.trx('arrivals').where({ kind, key_hash: keyHash }).delete();
}

/** What arrived before a moment and is not kept, oldest first. */
export async function arrivalsStuck(h: Handle, before: string): Promise<ArrivalRow[]> {
  return h.trx('arrivals').where('arrived_at', '<', before).orderBy('arrived_at').limit(500);
}
