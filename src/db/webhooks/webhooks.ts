import type { CallType, Topic, ToldRequest } from '../../core/webhooks/call';
import type { RequestId } from '../../core/shared/ids';
import type { Stage } from '../../core/requests/stages';
import type { Handle } from '../shared/handle';

export interface WebhookRow {
  id: string;
  name: string;
  url: string;
  topics: Topic[];
  names_people: boolean;
  secret_sealed: Buffer;
  /** The last choice of each tree that is in a call, as `sayReached` writes it. */
  reached: string;
  state: 'on' | 'off' | 'given-up';
  made_by: string;
  created_at: string;
}

export interface WebhookCallRow {
  id: string;
  no: number;
  webhook_id: string;
  type: CallType;
  said: { choices?: string[]; requests?: ToldRequest[] };
  state: 'open' | 'taken';
  tries: number;
  next_try_at: string | null;
  status: number | null;
  fault: string | null;
  created_at: string;
  taken_at: string | null;
}

export interface WebhookEventRow {
  id: number;
  webhook_id: string;
  request_id: RequestId;
  stage: Stage;
  at: string;
}

export async function insertWebhook(h: Handle, row: WebhookRow): Promise<void> {
  await h.trx('webhooks').insert(row);
}

export async function listWebhooks(h: Handle): Promise<WebhookRow[]> {
  return h.trx('webhooks').orderBy('created_at').limit(200);
}

/** @param why given, the row is held until it is changed */
export async function webhookById(h: Handle, id: string, why?: 'to change it'): Promise<WebhookRow | undefined> {
  const query = h.trx('webhooks').where({ id }).first();
  return why ? query.forUpdate() : query;
}

export async function setWebhook(
  h: Handle,
  id: string,
  change: Partial<Pick<WebhookRow, 'state' | 'reached' | 'secret_sealed'>>,
): Promise<void> {
  await h.trx('webhooks').where({ id }).update(change);
}

/** With its calls and what waited to be told. */
export async function deleteWebhook(h: Handle, id: string): Promise<void> {
  await h.trx('webhooks').where({ id }).delete();
}

/** Those who are told of requests are told of this step, also later where they are off for now. */
export async function noteRequestMoved(
  h: Handle,
  event: Pick<WebhookEventRow, 'request_id' | 'stage' | 'at'>,
): Promise<void> {
  await h.trx.raw(
    `insert into webhook_events (webhook_id, request_id, stage, at)
     select id, ?, ?, ? from webhooks where 'requests' = any(topics)`,
    [event.request_id, event.stage, event.at],
  );
}

/** Takes the oldest steps that wait: they are in no other call. */
export async function takeEvents(h: Handle, webhookId: string, limit: number): Promise<ToldRequest[]> {
  const { rows } = await h.trx.raw<{ rows: (ToldRequest & { id: string })[] }>(
    `with taken as (
       delete from webhook_events where id in (
         select id from webhook_events where webhook_id = ? order by id limit ?
       ) returning *
     )
     select taken.id, requests.ref, requests."right", taken.stage, taken.at, requests.due_on as "dueOn"
     from taken join requests on requests.id = taken.request_id order by taken.id`,
    [webhookId, limit],
  );
  return rows.map(({ ref, right, stage, at, dueOn }) => ({ ref, right, stage, at, dueOn }));
}

export async function insertCall(
  h: Handle,
  row: Pick<WebhookCallRow, 'id' | 'webhook_id' | 'type' | 'said' | 'created_at'>,
): Promise<void> {
  await h.trx('webhook_calls').insert({
    ...row,
    said: JSON.stringify(row.said),
    state: 'open',
    tries: 0,
    next_try_at: row.created_at,
  });
}

export async function openCall(h: Handle, webhookId: string): Promise<WebhookCallRow | undefined> {
  return h.trx('webhook_calls').where({ webhook_id: webhookId, state: 'open' }).first();
}

export async function setCall(
  h: Handle,
  id: string,
  change: Partial<Pick<WebhookCallRow, 'state' | 'tries' | 'next_try_at' | 'status' | 'fault' | 'taken_at'>>,
): Promise<void> {
  await h.trx('webhook_calls').where({ id }).update(change);
}

/** The latest first. */
export async function callsOf(h: Handle, webhookId: string, limit: number): Promise<WebhookCallRow[]> {
  return h.trx('webhook_calls').where({ webhook_id: webhookId }).orderBy('no', 'desc').limit(limit);
}

export async function lastTaken(h: Handle): Promise<Map<string, string>> {
  const rows = (await h
    .trx('webhook_calls')
    .where({ state: 'taken' })
    .groupBy('webhook_id')
    .select('webhook_id', h.trx.raw('max(taken_at) as at'))) as unknown as { webhook_id: string; at: string }[];
  return new Map(rows.map(({ webhook_id, at }) => [webhook_id, at]));
}

/** Those whose open call has failed so often, or was given up. */
export async function webhooksNotTaking(
  h: Handle,
  tries: number,
): Promise<(Pick<WebhookRow, 'name' | 'state'> & { tries: number })[]> {
  return h
    .trx('webhooks')
    .join('webhook_calls as c', (on) =>
      on.on('c.webhook_id', 'webhooks.id').andOnVal('c.state', 'open').andOnVal('c.tries', '>=', tries),
    )
    .select('webhooks.name', 'webhooks.state', 'c.tries')
    .whereNot('webhooks.state', 'off');
}

/** The log of calls that were taken is kept for a while. */
export async function forgetOldCalls(h: Handle, before: string): Promise<number> {
  return h.trx('webhook_calls').where({ state: 'taken' }).where('taken_at', '<', before).delete();
}

/**
 * Those that have something to do: an open call whose time has come, steps that wait, or choices that came since.
 *
 * @param reached how far the ledger is, as `sayReached` writes it
 */
export async function webhooksDue(h: Handle, now: string, reached: string): Promise<string[]> {
  const { rows } = await h.trx.raw<{ rows: { id: string }[] }>(
    `select w.id from webhooks w left join webhook_calls c on c.webhook_id = w.id and c.state = 'open'
     where w.state = 'on' and case
       when c.id is not null then c.next_try_at <= ?
       else ('choices' = any(w.topics) and w.reached <> ?)
         or exists (select 1 from webhook_events e where e.webhook_id = w.id)
       end`,
    [now, reached],
  );
  return rows.map(({ id }) => id);
}
