import type { ChoiceId, PersonId, RunId, SystemId } from '../../core/shared/ids';
import type { DriftDirection } from '../../core/drift/drift';
import type { RunRow } from '../runs/runs';
import type { Handle } from '../shared/handle';

/**
 * A run of the kind `compare-system` on one system, counted in flags; its counts are those of people that the ledger does not know
 * (`unknown`) and of differences (`found`). `correct_person`: where the comparison follows an act of one person, what permits them
 * too much is corrected without being asked.
 */
export type DriftRunRow = RunRow & { correct_person: string | null };

export interface DriftItemRow {
  id: string;
  system_id: SystemId;
  purpose: string;
  record_key: string;
  person_id: PersonId;
  direction: DriftDirection;
  standing: string;
  since: string | null;
  found_at: string;
  state: 'open' | 'intended' | 'accepted' | 'settled';
  idempotency_key: string;
  tries: number;
  detail: string | null;
  settled_at: string | null;
  settled_how: string | null;
}

export async function insertDriftRun(h: Handle, row: Pick<DriftRunRow, 'id' | 'correct_person'>): Promise<void> {
  await h.trx('drift_runs').insert(row);
}

/** Whose act a comparison follows; null: nobody's. */
export async function personToCorrect(h: Handle, runId: RunId): Promise<string | null> {
  const row = (await h.trx('drift_runs').where({ id: runId }).first()) as { correct_person: string | null } | undefined;
  return row?.correct_person ?? null;
}

/** Writes what was found; what is open already stays as it was found first. */
export async function insertDriftItems(h: Handle, rows: readonly DriftItemRow[]): Promise<void> {
  if (rows.length === 0) return;
  await h.trx.raw(
    `insert into drift_items (id, system_id, purpose, record_key, person_id, direction, standing, since, found_at,
  state, idempotency_key)
     select * from unnest(?::text[], ?::text[], ?::text[], ?::text[], ?::text[], ?::text[], ?::text[],
       ?::timestamptz[], ?::timestamptz[], ?::text[], ?::text[])
     on conflict (system_id, purpose, record_key) where state <> 'settled' do update
       set standing = excluded.standing`,
    [
      rows.map((row) => row.id),
      rows.map((row) => row.system_id),
      rows.map((row) => row.purpose),
      rows.map((row) => row.record_key),
      rows.map((row) => row.person_id),
      rows.map((row) => row.direction),
      rows.map((row) => row.standing),
      rows.map((row) => row.since) as string[],
      rows.map((row) => row.found_at),
      rows.map((row) => row.state),
      rows.map((row) => row.idempotency_key),
    ],
  );
}

/** Writes down the correction of what a system permits one person too much. @returns how many */
export async function intendFor(h: Handle, systemId: SystemId, personId: PersonId): Promise<number> {
  return h
    .trx('drift_items')
    .where({ system_id: systemId, person_id: personId, direction: 'looser', state: 'open' })
    .update({ state: 'intended' });
}

/** Open differences of a system that a comparison did not find any more. */
export async function settleGone(
  h: Handle,
  systemId: SystemId,
  stillThere: readonly string[],
  now: string,
): Promise<number> {
  return h
    .trx('drift_items')
    .where({ system_id: systemId, state: 'open' })
    .whereRaw("not (purpose || '/' || record_key = any(?))", [stillThere as string[]])
    .update({ state: 'settled', settled_at: now, settled_how: 'put right outside Bookend' });
}

export interface DriftFilter {
  systemId: SystemId | null;
  purpose: string | null;
  direction: DriftDirection | null;
  after: string | null;
  /** Of these systems only; null or absent: of all. */
  systems?: ReadonlySet<string> | null;
  limit: number;
}

/** What is not settled, oldest found first; keyset-paged by id within the day it was found. */
export async function openDrift(h: Handle, filter: DriftFilter): Promise<DriftItemRow[]> {
  const query = h.trx('drift_items').whereNot('state', 'settled').orderBy('id').limit(filter.limit);
  if (filter.systemId) query.where('system_id', filter.systemId);
  if (filter.systems) query.whereIn('system_id', [...filter.systems]);
  if (filter.purpose) query.where('purpose', filter.purpose);
  if (filter.direction) query.where('direction', filter.direction);
  if (filter.after) query.where('id', '>', filter.after);
  return query;
}

export async function countDrift(
  h: Handle,
  now: string,
): Promise<
  { system_id: SystemId; purpose: string; direction: DriftDirection; state: string; age: string; n: number }[]
> {
  const {
    rows,
  }: {
    rows: { system_id: SystemId; purpose: string; direction: DriftDirection; state: string; age: string; n: number }[];
  } = await h.trx.raw(
    `select system_id, purpose, direction, state, case when found_at > ?::timestamptz - interval '1 day' then 'today'
  when found_at > ?::timestamptz - interval '7 days' then 'this week' else 'older' end as age, count(*)::int as n
     from drift_items where state <> 'settled' group by 1, 2, 3, 4, 5 order by 1, 2, 3`,
    [now, now],
  );
  return rows;
}

export async function lockDriftItems(h: Handle, ids: readonly string[]): Promise<DriftItemRow[]> {
  return h
    .trx('drift_items')
    .whereRaw('id = any(?)', [ids as string[]])
    .orderBy('id')
    .forUpdate();
}

export async function driftInWork(h: Handle, limit: number): Promise<DriftItemRow[]> {
  return h.trx('drift_items').whereIn('state', ['intended', 'accepted']).orderBy(['system_id', 'id']).limit(limit);
}

export async function setDriftItem(h: Handle, id: string, change: Partial<Omit<DriftItemRow, 'id'>>): Promise<void> {
  await h.trx('drift_items').where({ id }).update(change);
}

export interface FollowRow {
  choice_id: ChoiceId;
  system_id: SystemId;
  said_at: string;
  followed_at: string | null;
}

/** Notes when a system had followed a no; the first time counts. */
export async function noteFollowed(h: Handle, rows: readonly FollowRow[]): Promise<void> {
  if (rows.length === 0) return;
  await h.trx.raw(
    `insert into follow_times (choice_id, system_id, said_at, followed_at) select *
  from unnest(?::text[], ?::text[], ?::timestamptz[], ?::timestamptz[])
     on conflict (choice_id, system_id) do update
       set followed_at = coalesce(follow_times.followed_at, excluded.followed_at)`,
    [
      rows.map((row) => row.choice_id),
      rows.map((row) => row.system_id),
      rows.map((row) => row.said_at),
      rows.map((row) => row.followed_at) as string[],
    ],
  );
}

export async function followRows(h: Handle, since: string): Promise<FollowRow[]> {
  return h.trx('follow_times').where('said_at', '>=', since).orderBy('said_at').limit(100_000);
}
