import { reachedWith, readReached, sayReached } from '../../core/ledger/trees';
import { isTaken, MOST_TOLD, waitBeforeCall, type CallBody, type ToldChoice } from '../../core/webhooks/call';
import { choicesById, EVERY_CHOICE, streamChoices, type ChoiceRow } from '../../db/ledger/ledger';
import { identifiersOf, personsById } from '../../db/people/persons';
import type { Handle } from '../../db/shared/handle';
import {
  forgetOldCalls,
  insertCall,
  openCall,
  setCall,
  setWebhook,
  takeEvents,
  webhookById,
  webhooksDue,
  type WebhookCallRow,
  type WebhookRow,
} from '../../db/webhooks/webhooks';
import type { Posted } from '../../ports/outside';
import { vaultOf } from '../keys/vault';
import { personIdentifier } from '../people/sealed';
import type { Context } from '../shared/context';
import { webhookSignature } from '../shared/webhookSignature';
import { recordTrail } from '../trail/recordTrail';
import { outOfReach } from '../systems/withinReach';
import { endOfLedger } from './reached';
import { webhookSecret } from './sealed';

/** First wait of a call that was not taken, in units of the shortest wait of the installation. */
const FIRST_WAIT = 5;
/** Calls of one piece of work; after them others have their turn. */
const CALLS_A_RUN = 50;
const DAY_MS = 86_400_000;

export const lockOfWebhook = (id: string): string => `webhook:${id}`;

/** Asks the worker for a call to everybody who has not been told something yet. @returns how many */
export async function callWebhooks(ctx: Context): Promise<number> {
  return ctx.transaction(async (h) => {
    const now = ctx.clock.real();
    await forgetOldCalls(h, new Date(Date.parse(now) - ctx.terms.callLogDays * DAY_MS).toISOString());
    const due = await webhooksDue(h, now, sayReached(await endOfLedger(ctx, h)));
    for (const webhookId of due) await ctx.jobs.enqueue(h.trx, 'call-webhook', { webhookId });
    return due.length;
  });
}

/**
 * Tells one program what it has not been told, in order and one call at a time. What a call tells is fixed before it is sent, so
 * that one whose answer was lost is made again with its id; at least once, and recognisable.
 *
 * @returns how many calls were taken
 */
export async function callWebhook(ctx: Context, { webhookId }: { webhookId: string }): Promise<number> {
  const count = await ctx.exclusively(lockOfWebhook(webhookId), async () => {
    for (let taken = 0; taken < CALLS_A_RUN; taken++) {
      const next = await ctx.transaction((h) => nextCall(ctx, h, webhookId));
      if (!next || !(await make(ctx, next))) return taken;
    }
    await ctx.transaction((h) => ctx.jobs.enqueue(h.trx, 'call-webhook', { webhookId }));
    return CALLS_A_RUN;
  });
  return count ?? 0;
}

interface Next {
  webhook: WebhookRow;
  call: WebhookCallRow;
  body: CallBody;
}

/** The open call if its time has come, else a new one of what waits; null: nothing to do now. */
async function nextCall(ctx: Context, h: Handle, webhookId: string): Promise<Next | null> {
  const webhook = await webhookById(h, webhookId, 'to change it');
  if (webhook?.state !== 'on') return null;
  const open = await openCall(h, webhookId);
  if (open && (open.next_try_at ?? '') > ctx.clock.real()) return null;
  const call = open ?? (await newCall(ctx, h, webhook));
  return call ? { webhook, call, body: await bodyOf(ctx, h, webhook, call) } : null;
}

async function newCall(ctx: Context, h: Handle, webhook: WebhookRow): Promise<WebhookCallRow | null> {
  const insert = async (type: WebhookCallRow['type'], said: WebhookCallRow['said']) => {
    const id = ctx.keys.id('cal');
    await insertCall(h, { id, webhook_id: webhook.id, type, said, created_at: ctx.clock.real() });
    return (await openCall(h, webhook.id))!;
  };
  const requests = await takeEvents(h, webhook.id, MOST_TOLD);
  if (requests.length > 0) return insert('requests.moved', { requests });
  if (!webhook.topics.includes('choices')) return null;
  const after = readReached(webhook.reached) ?? new Map<number, number>();
  const choices = await streamChoices(h, ctx.trees, { ...EVERY_CHOICE, after, limit: MOST_TOLD });
  if (choices.length === 0) return null;
  await setWebhook(h, webhook.id, { reached: sayReached(reachedWith(after, choices)) });
  return insert('choices.recorded', { choices: choices.map(({ id }) => id) });
}

/** Made anew for each try, from what is kept at that moment: an erased person is not named by a call that waited. */
async function bodyOf(ctx: Context, h: Handle, webhook: WebhookRow, call: WebhookCallRow): Promise<CallBody> {
  if (call.type === 'test') return { type: 'test', data: { from: ctx.organisation.name } };
  if (call.type === 'requests.moved') return { type: call.type, data: { requests: call.said.requests ?? [] } };
  const ids = call.said.choices ?? [];
  const rows = new Map((await choicesById(h, ids)).map((row) => [row.id as string, row]));
  const found = ids.flatMap((id) => rows.get(id) ?? []);
  const known = webhook.names_people ? await identifiersByPerson(ctx, h, found) : null;
  const choices = found.map((row): ToldChoice => ({
    id: row.id,
    person: row.person_id,
    purpose: row.purpose,
    answer: row.answer,
    occurredAt: row.occurred_on ?? row.occurred_at,
    recordedAt: row.recorded_at,
    system: row.system_id,
    channel: row.channel,
    identifiers: known?.get(row.person_id) ?? null,
  }));
  return { type: call.type, data: { choices } };
}

async function identifiersByPerson(
  ctx: Context,
  h: Handle,
  rows: readonly ChoiceRow[],
): Promise<Map<string, ToldChoice['identifiers']>> {
  const vault = vaultOf(ctx, h);
  const persons = await personsById(h, [...new Set(rows.map(({ person_id }) => person_id))]);
  await vault.load(persons.flatMap(({ data_key_id }) => data_key_id ?? []));
  const keyOf = new Map(persons.map((person) => [person.id as string, person.data_key_id]));
  const known = new Map<string, NonNullable<ToldChoice['identifiers']>>();
  for (const row of await identifiersOf(
    h,
    persons.filter(({ erased_at }) => !erased_at).map(({ id }) => id),
  )) {
    const value = await personIdentifier.open(vault, keyOf.get(row.person_id) ?? null, row.value_sealed, row.person_id);
    if (value === null) continue;
    const list = known.get(row.person_id) ?? [];
    list.push({ kind: row.kind, value, ...(row.scope ? { system: row.scope } : {}) });
    known.set(row.person_id, list);
  }
  return known;
}

/** @returns whether it was taken */
async function make(ctx: Context, { webhook, call, body }: Next): Promise<boolean> {
  const posted = await send(ctx, webhook, call, body);
  return ctx.transaction(async (h) => {
    const tries = call.tries + 1;
    const told = 'status' in posted ? { status: posted.status, fault: null } : { status: null, fault: posted.fault };
    if ('status' in posted && isTaken(posted.status)) {
      const now = ctx.clock.real();
      await setCall(h, call.id, { ...told, tries, state: 'taken', next_try_at: null, taken_at: now });
      return true;
    }
    ctx.log.warn({ webhook: webhook.id, call: call.id, tries, ...told }, 'webhook call not taken');
    const wait = waitBeforeCall(tries, ctx.retryBaseMs * FIRST_WAIT);
    const next = wait === null ? null : new Date(Date.parse(ctx.clock.real()) + wait).toISOString();
    await setCall(h, call.id, { ...told, tries, next_try_at: next });
    if (next) await ctx.jobs.enqueue(h.trx, 'call-webhook', { webhookId: webhook.id }, next);
    else {
      // Nothing is dropped: it waits, with all that comes after it, until somebody has looked.
      await setWebhook(h, webhook.id, { state: 'given-up' });
      await recordTrail(ctx, h, 'webhook-changed', webhook.id, `given up after ${tries} tries: ${webhook.name}`);
    }
    return false;
  });
}

async function send(ctx: Context, webhook: WebhookRow, call: WebhookCallRow, body: CallBody): Promise<Posted> {
  // The place may have been taken off the list since.
  if (Object.keys(await outOfReach({ url: webhook.url }, ctx.reach, ctx.folders.real)).length > 0)
    return { fault: 'out of reach' };
  const secret = webhookSecret.openUnder(ctx.keys, null, webhook.secret_sealed, webhook.id);
  const now = ctx.clock.real();
  const [timestamp, text] = [String(Math.floor(Date.parse(now) / 1000)), JSON.stringify({ ...body, timestamp: now })];
  return ctx.outside.post(
    webhook.url,
    {
      'webhook-id': call.id,
      'webhook-timestamp': timestamp,
      'webhook-signature': `v1,${webhookSignature(secret, call.id, timestamp, text).toString('base64')}`,
    },
    text,
  );
}
