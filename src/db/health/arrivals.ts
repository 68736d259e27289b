import type { Handle } from '../shared/handle';

export interface ArrivalRow {
  kind: 'mail' | 'file';
  key_hash: Buffer;
  /** The system whose folder it lies in; the mailbox has none. */
  source: string | null;
  arrived_at: string;
  /** `waiting` is tried again; `unreadable` waits for a person; `settled`: one has looked after it. */
  state: 'waiting' | 'unreadable' | 'settled';
  /** What it is called where it lies, sealed: a name can be somebody's. */
  name_sealed: Buffer | null;
  /** The kind of failure. */
  error: string;
  tries: number;
  looked_at: string;
}

/** Notes that something was seen and could not be kept. What was settled stays so, however often it is seen. */
export async function noteArrival(h: Handle, row: Omit<ArrivalRow, 'tries'>): Promise<void> {
  await h
    .trx('arrivals')
    .insert(row)
    .onConflict(['kind', 'key_hash'])
    .merge({
      state: h.trx.raw("case when arrivals.state = 'settled' then 'settled' else ? end", [row.state]),
      name_sealed: row.name_sealed,
      error: row.error,
      looked_at: row.looked_at,
      tries: h.trx.raw('arrivals.tries + 1'),
    });
}

export async function arrivalOf(h: Handle, kind: ArrivalRow['kind'], keyHash: Buffer): Promise<ArrivalRow | undefined> {
  return h.trx('arrivals').where({ kind, key_hash: keyHash }).first();
}

export async function forgetArrival(h: Handle, kind: ArrivalRow['kind'], keyHash: Buffer): Promise<void> {
  await h.trx('arrivals').where({ kind, key_hash: keyHash }).delete();
}

/** What could not be taken in and nobody has looked after, oldest first. */
export async function arrivalsOpen(h: Handle, kind: ArrivalRow['kind'], most: number): Promise<ArrivalRow[]> {
  return h.trx('arrivals').where({ kind }).whereNot({ state: 'settled' }).orderBy('arrived_at').limit(most);
}

/** @returns false where there is none that a person has to look after */
export async function settleArrival(h: Handle, kind: ArrivalRow['kind'], keyHash: Buffer): Promise<boolean> {
  return (
    (await h.trx('arrivals').where({ kind, key_hash: keyHash, state: 'unreadable' }).update({ state: 'settled' })) > 0
  );
}

/** What arrived before a moment and is not kept, oldest first. */
export async function arrivalsStuck(h: Handle, before: string): Promise<ArrivalRow[]> {
  return h
    .trx('arrivals')
    .whereNot({ state: 'settled' })
    .where('arrived_at', '<', before)
    .orderBy('arrived_at')
    .limit(500);
}
