import type { LetterId, RequestId } from '../../core/shared/ids';
import type { ClockEvent } from '../../core/clock/events';
import type { Handle } from '../shared/handle';

interface ClockEventRow {
  request_id: RequestId;
  kind: ClockEvent['kind'];
  at: string;
  reason_sealed: Buffer | null;
  until: string | null;
}

/** @param letterId the letter by which the person is told: until it has left, the event does not count */
export async function insertClockEvent(
  h: Handle,
  row: ClockEventRow & { actor: string },
  letterId: LetterId | null = null,
): Promise<void> {
  await h.trx('clock_events').insert({ ...row, letter_id: letterId, counts_at: letterId ? null : row.at });
}

/** What is on the clock through a letter, counting or not. */
export async function clockEventsOfLetter(h: Handle, letterId: LetterId): Promise<{ kind: ClockEvent['kind'] }[]> {
  return h.trx('clock_events').where({ letter_id: letterId }).select('kind');
}

/** The letter has left, and what it says counts from now; or it was given up (null), and it was never said. */
export async function setCounting(h: Handle, letterId: LetterId, at: string | null): Promise<void> {
  await h.trx('clock_events').where({ letter_id: letterId }).update({ counts_at: at });
}

export type CountingEvent = ClockEvent & { reasonSealed: Buffer | null };

/**
 * What counts on the clock of a request and what waits for its letter, by one statement: read by two, what leaves in
 * between is in neither.
 */
export async function clockOnFile(
  h: Handle,
  requestId: RequestId,
): Promise<{ events: CountingEvent[]; waiting: { kind: ClockEvent['kind']; at: string }[] }> {
  const rows = (await h.trx('clock_events').where({ request_id: requestId }).orderBy('id')) as (ClockEventRow & {
    counts_at: string | null;
  })[];
  const events = rows.flatMap((row) => (row.counts_at ? [countingEvent(row, row.counts_at)] : []));
  return { events, waiting: rows.filter(({ counts_at }) => !counts_at).map(({ kind, at }) => ({ kind, at })) };
}

function countingEvent(row: ClockEventRow, at: string): CountingEvent {
  return {
    kind: row.kind,
    at,
    reason: row.reason_sealed ? '(sealed)' : null,
    until: row.until,
    reasonSealed: row.reason_sealed,
  };
}

/** What was asked by a letter that has not left, and need not be asked any more. */
export async function takeBackWaiting(h: Handle, requestId: RequestId, kind: ClockEvent['kind']): Promise<void> {
  await h.trx('clock_events').where({ request_id: requestId, kind }).whereNull('counts_at').delete();
}

/** Proof that was none: what was asked stands open again, from when it was asked. */
export async function takeBackProven(h: Handle, requestId: RequestId): Promise<void> {
  await h.trx('clock_events').where({ request_id: requestId, kind: 'identity-proven' }).delete();
}

export async function takeBackAnswered(h: Handle, requestId: RequestId): Promise<void> {
  await h.trx('clock_events').where({ request_id: requestId, kind: 'answered' }).delete();
}

/** Events that count, by request, in order of entry. A reason is only known to be there: the clock needs no more. */
export async function clockEventsOf(
  h: Handle,
  requestIds: readonly RequestId[],
): Promise<Map<string, CountingEvent[]>> {
  const rows = (await h
    .trx('clock_events')
    .whereRaw('request_id = any(?)', [requestIds as string[]])
    .whereNotNull('counts_at')
    .orderBy('id')) as (ClockEventRow & { counts_at: string })[];
  const found = new Map<string, CountingEvent[]>(requestIds.map((id) => [id, []]));
  for (const row of rows) found.get(row.request_id)!.push(countingEvent(row, row.counts_at));
  return found;
}
