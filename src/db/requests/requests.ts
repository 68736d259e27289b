import type { RequestOrder, RequestPlace } from '../../core/requests/order';
import type { DataKeyId, PersonId, RequestId, RequestRef, SystemId, UserId } from '../../core/shared/ids';
import type { Knex } from 'knex';
import type { Document, Seen } from '../../core/identity/documents';
import type { Right } from '../../core/requests/rights';
import type { Stage } from '../../core/requests/stages';
import { reachOf } from '../../core/access/roles';
import type { Handle } from '../shared/handle';

export interface RequestRow {
  id: RequestId;
  ref: RequestRef;
  right: Right;
  /** The law of the person's place, or else of the establishment. */
  regime: string;
  /** Every law that binds it, that one first. */
  regimes: string[];
  received_at: string;
  channel: string;
  language: string;
  country: string | null;
  person_id: PersonId | null;
  data_key_id: DataKeyId;
  person_sealed: Buffer | null;
  text_sealed: Buffer | null;
  on_behalf_kind: string | null;
  identity: 'none' | 'asked' | 'proven' | 'failed';
  identity_method: string | null;
  /** By what a line of a list that was taken over is known again. */
  taken_over_hash: Buffer | null;
  identity_document: Document | null;
  identity_seen: Seen | null;
  identity_by: UserId | null;
  trace: 'none' | 'running' | 'finished';
  undecided: number;
  decision: 'none' | 'fulfil' | 'refuse';
  decision_ground: string | null;
  decision_reason_sealed: Buffer | null;
  decided_by: string | null;
  decided_at: string | null;
  pack: 'none' | 'building' | 'ready' | 'sent' | 'downloaded';
  plan: 'none' | 'draft' | 'executing' | 'stopped' | 'finished';
  carried_out: boolean;
  answered: boolean;
  outcome: string | null;
  stage: Stage;
  due_on: string;
  created_at: string;
  closed_at: string | null;
  region: string | null;
  appeal: 'none' | 'open' | 'answered';
  authority: 'not-needed' | 'needed' | 'shown';
  owner_id: string | null;
  status_hash: Buffer | null;
  joined_to: string | null;
  fact_tries: number;
  acknowledged_at: string | null;
  helpers_open: number;
  /** Its number in the organisation's own matter register. */
  matter: string | null;
  /** When its own data went by its term. */
  removed_at: string | null;
  /** The system whose key opened it; null: a person did. */
  system_id: SystemId | null;
}

/** Closed before a moment and not removed yet; with an id that one only, locked. */
export async function requestsToRemove(h: Handle, before: string, most: number, id?: string): Promise<RequestRow[]> {
  const query = h
    .trx('requests')
    .whereNotNull('closed_at')
    .where('closed_at', '<', before)
    .whereNull('removed_at')
    .orderBy('closed_at')
    .limit(most);
  return id ? query.where({ id }).forUpdate() : query;
}

/** The next reference of the year, given once. @example 'BK-2026-00042' */
export async function nextRef(h: Handle, year: number): Promise<string> {
  const result: { rows: { last: number }[] } = await h.trx.raw(
    `insert into request_numbers (year, last) values (?, 1) on conflict (year) do update
  set last = request_numbers.last + 1 returning last`,
    [year],
  );
  return `BK-${year}-${String(result.rows[0]!.last).padStart(5, '0')}`;
}

export async function insertRequest(h: Handle, row: RequestRow): Promise<void> {
  await h.trx('requests').insert(row);
}

/** When a request came into a stage; figures are made of it. */
export async function insertStage(h: Handle, row: { request_id: RequestId; stage: Stage; at: string }): Promise<void> {
  await h.trx('request_stages').insert(row);
}

/** The request that was opened for a line of a list, by what the line is known again. */
export async function requestTakenOver(h: Handle, hash: Buffer): Promise<RequestId | null> {
  const row = (await h.trx('requests').where({ taken_over_hash: hash }).select('id').first()) as
    { id: RequestId } | undefined;
  return row?.id ?? null;
}

export async function setRequest(h: Handle, id: string, change: Partial<RequestRow>): Promise<void> {
  await h.trx('requests').where({ id }).update(change);
}

/** Requests the one who acts may see: coordinators and reviewers their own, supervisors and auditors all. */
export function visible(h: Handle): Knex.QueryBuilder {
  const query = h.trx('requests');
  if (h.actor.kind !== 'user') return query;
  const reach = reachOf(h.actor.roles, 'requests.see');
  if (reach === 'all' || reach === 'masked') return query;
  if (reach === null) return query.whereRaw('false');
  const { id } = h.actor;
  return query.whereExists(
    (members) =>
      void members
        .select(h.trx.raw('1'))
        .from('request_members')
        .whereRaw('request_members.request_id = requests.id')
        .where('request_members.user_id', id),
  );
}

export async function requestByRef(h: Handle, ref: RequestRef): Promise<RequestRow | undefined> {
  return visible(h).select('requests.*').where({ ref }).first();
}

/** Locks the row until the transaction ends: two people acting on one request come one after the other. */
export async function lockRequest(h: Handle, ref: RequestRef): Promise<RequestRow | undefined> {
  return visible(h).select('requests.*').where({ ref }).forUpdate().first();
}

export async function requestById(h: Handle, id: string): Promise<RequestRow | undefined> {
  return h.trx('requests').where({ id }).first();
}

export async function lockRequestById(h: Handle, id: string): Promise<RequestRow | undefined> {
  return h.trx('requests').where({ id }).forUpdate().first();
}

/** Open requests whose clock has stood still at some time, the next due first. */
export async function requestsThatWaited(h: Handle, most: number): Promise<string[]> {
  const asked = h
    .trx('clock_events as e')
    .select(h.trx.raw('1'))
    .whereRaw('e.request_id = requests.id')
    .whereIn('e.kind', ['identity-asked', 'clarification-asked', 'fee-asked']);
  return h.trx('requests').whereNull('closed_at').whereExists(asked).orderBy(['due_on', 'id']).limit(most).pluck('id');
}

export interface RequestFilter {
  state: 'open' | 'closed' | 'all';
  right: string | null;
  stage: string | null;
  regime?: string | null;
  /** Who answers for it. */
  owner?: string | null;
  waits?: 'person' | 'us' | 'machine' | 'helper' | null;
  /** What the list is ordered by; not said: by due day, the open ones the next first, the closed ones the last. */
  order?: RequestOrder | null;
  after: RequestPlace | null;
  limit: number;
}

const ORDER_COLUMN = { due: 'due_on', received: 'received_at' } as const;

/** The value of a row that the list is ordered by. */
export const orderValue = (row: RequestRow, by: RequestOrder['by']): string => row[ORDER_COLUMN[by]];

// On whom the next act waits, as `core/requests/nextAct` says it of one request.
const WAITS_ON_PERSON = `stage = 'identity' and identity = 'asked' and authority <> 'needed'`;
const WAITS_ON_HELPER = `(stage = 'decide' and helpers_open > 0)`;
const WAITS_ON_MACHINE = `((stage = 'trace' and trace = 'running') or (stage = 'carry-out' and (plan = 'executing' or pack = 'building')))`;

/** In an order that an index gives, of one day by their references; keyset-paged, both in one direction. */
export async function listRequests(h: Handle, filter: RequestFilter): Promise<RequestRow[]> {
  const { by, isDown } = filter.order ?? { by: 'due', isDown: filter.state === 'closed' };
  const order = isDown ? 'desc' : 'asc';
  const column = ORDER_COLUMN[by];
  const query = visible(h)
    .select('requests.*')
    .orderBy([
      { column, order },
      { column: 'ref', order },
    ])
    .limit(filter.limit);
  if (filter.state !== 'all') query.where('is_open', filter.state === 'open');
  if (filter.right) query.where('right', filter.right);
  if (filter.stage) query.where('stage', filter.stage);
  if (filter.regime) query.whereRaw('? = any(regimes)', [filter.regime]);
  if (filter.owner) query.where('owner_id', filter.owner);
  if (filter.waits === 'person') query.whereRaw(WAITS_ON_PERSON);
  if (filter.waits === 'machine') query.whereRaw(WAITS_ON_MACHINE);
  if (filter.waits === 'helper') query.whereRaw(WAITS_ON_HELPER);
  if (filter.waits === 'us')
    query.whereRaw(`not (${WAITS_ON_PERSON}) and not (${WAITS_ON_MACHINE}) and not (${WAITS_ON_HELPER})`);
  if (filter.after)
    query.whereRaw(`(??, ref) ${isDown ? '<' : '>'} (?, ?)`, [column, filter.after.at, filter.after.ref]);
  return query;
}

/** Open requests that a law binds, whoever may see them. */
export async function openRequestsUnder(h: Handle, regime: string): Promise<RequestRow[]> {
  return h.trx('requests').where('is_open', true).whereRaw('? = any(regimes)', [regime]).orderBy('ref').limit(10_000);
}

export async function countOpenRequests(h: Handle): Promise<number> {
  const row = (await visible(h).where('is_open', true).count('* as n').first()) as unknown as { n: number };
  return Number(row.n);
}

export async function requestsOfPerson(h: Handle, personId: PersonId): Promise<RequestRow[]> {
  return visible(h).select('requests.*').where('person_id', personId).orderBy('received_at', 'desc').limit(100);
}

/** Open requests but one, whoever may see them; the newest. */
export async function otherOpenRequests(h: Handle, id: string, most: number): Promise<RequestRow[]> {
  return h
    .trx('requests')
    .where('is_open', true)
    .whereNot({ id })
    .whereNotNull('person_sealed')
    .orderBy('received_at', 'desc')
    .limit(most);
}

/** Every request of these people, whoever may see it. */
export async function requestsOfPersons(h: Handle, personIds: readonly PersonId[]): Promise<RequestRow[]> {
  return h
    .trx('requests')
    .whereRaw('person_id = any(?)', [personIds as string[]])
    .orderBy('received_at')
    .limit(1000);
}

/** Requests by their references, whoever may see them. */
export async function requestsByRefs(h: Handle, refs: readonly string[]): Promise<RequestRow[]> {
  return h
    .trx('requests')
    .whereRaw('ref = any(?)', [refs as string[]])
    .limit(1000);
}

/** For an erasure: every request of the person, whoever may see it. */
export async function allRequestsOfPerson(h: Handle, personId: PersonId): Promise<RequestRow[]> {
  return h.trx('requests').where('person_id', personId).orderBy('received_at').limit(1000);
}

/** @returns whether they were none before */
export async function addMember(h: Handle, requestId: RequestId, userId: UserId): Promise<boolean> {
  const added = await h
    .trx('request_members')
    .insert({ request_id: requestId, user_id: userId })
    .onConflict(['user_id', 'request_id'])
    .ignore()
    .returning('user_id');
  return added.length > 0;
}

/** Whoever answers for it stays. */
export async function removeMembers(h: Handle, requestId: RequestId, userIds: readonly UserId[]): Promise<void> {
  await h
    .trx('request_members')
    .where({ request_id: requestId })
    .whereIn('user_id', [...userIds])
    .whereNotIn('user_id', h.trx('requests').where({ id: requestId }).whereNotNull('owner_id').select('owner_id'))
    .delete();
}

/** Whoever works as coordinator joins what comes in by itself. */
export async function addCoordinators(h: Handle, requestId: RequestId): Promise<void> {
  await h.trx.raw(
    `insert into request_members (request_id, user_id) select ?, id from users
  where active and 'coordinator' = any(roles) on conflict do nothing`,
    [requestId],
  );
}

export async function membersOf(h: Handle, requestId: RequestId): Promise<string[]> {
  const rows = (await h
    .trx('request_members')
    .join('users', 'users.id', 'request_members.user_id')
    .where({ request_id: requestId })
    .select('users.name')
    .orderBy('users.name')) as { name: string }[];
  return rows.map(({ name }) => name);
}

export async function memberIdsOf(h: Handle, requestId: RequestId): Promise<string[]> {
  const rows = (await h.trx('request_members').where({ request_id: requestId }).select('user_id').limit(500)) as {
    user_id: UserId;
  }[];
  return rows.map(({ user_id }) => user_id);
}

/** Open requests of the same person and right that came before this one. */
export async function openRequestsLike(
  h: Handle,
  request: RequestRow,
): Promise<{ ref: RequestRef; receivedAt: string }[]> {
  return visible(h)
    .select('requests.ref', { receivedAt: 'requests.received_at' })
    .where({ person_id: request.person_id, right: request.right, is_open: true })
    .whereNot('requests.id', request.id)
    .where('received_at', '<=', request.received_at)
    .orderBy('received_at')
    .limit(5);
}

export async function findRequestsByRef(
  h: Handle,
  ending: string,
  limit: number,
): Promise<{ ref: RequestRef; right: string; stage: string }[]> {
  return visible(h)
    .select('ref', 'right', 'stage')
    .whereRaw('ref like ?', [`%${ending}`])
    .orderBy('ref', 'desc')
    .limit(limit);
}
