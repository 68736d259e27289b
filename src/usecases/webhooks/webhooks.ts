import type { AccessRefusal } from '../../core/access/refusals';
import type { NewSecret } from '../../core/access/views';
import { readReached, sayReached } from '../../core/ledger/trees';
import { ok, refuse, type RefusalBase, type Result } from '../../core/shared/result';
import type { AddWebhookRefusal, TryWebhookRefusal } from '../../core/webhooks/refusals';
import type { AddWebhook } from '../../core/webhooks/schema';
import type { WebhookCallView, WebhookView } from '../../core/webhooks/views';
import { userNames } from '../../db/access/users';
import type { Handle } from '../../db/shared/handle';
import {
  callsOf,
  deleteWebhook,
  insertCall,
  insertWebhook,
  lastTaken,
  listWebhooks,
  openCall,
  setCall,
  setWebhook,
  webhookById,
  type WebhookCallRow,
  type WebhookRow,
} from '../../db/webhooks/webhooks';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { outOfReach } from '../systems/withinReach';
import { recordTrail } from '../trail/recordTrail';
import { beforeTheFirst, endOfLedger } from './reached';
import { webhookSecret } from './sealed';

const SHOWN = 100;

/** Whom Bookend tells of what, how far each is, and what does not get through. Secrets are not in it. */
export async function readWebhooks(ctx: Context): Promise<Result<WebhookView[], AccessRefusal>> {
  if (!reach(ctx, 'installation.see')) return refuse({ code: 'not-allowed', act: 'installation.see' });
  return ctx.reading(async (h) => {
    const [names, taken, end] = [await userNames(h), await lastTaken(h), await endOfLedger(ctx, h)];
    const views: WebhookView[] = [];
    for (const row of await listWebhooks(h)) {
      const call = await openCall(h, row.id);
      const reached = readReached(row.reached) ?? new Map<number, number>();
      views.push({
        id: row.id,
        name: row.name,
        url: row.url,
        topics: row.topics,
        namesPeople: row.names_people,
        state: row.state,
        madeAt: row.created_at,
        madeBy: names.get(row.made_by) ?? null,
        lastTakenAt: taken.get(row.id) ?? null,
        failing:
          call && call.tries > 0
            ? { since: call.created_at, tries: call.tries, nextTryAt: call.next_try_at, why: answerOf(call) }
            : null,
        behind: row.topics.includes('choices')
          ? [...end].reduce((sum, [tree, seq]) => sum + seq - (reached.get(tree) ?? 0), 0)
          : null,
      });
    }
    return ok(views);
  });
}

/** The calls of one of them, the latest first. */
export async function readWebhookCalls(
  ctx: Context,
  { id }: { id: string },
): Promise<Result<{ name: string; calls: WebhookCallView[] }, AccessRefusal>> {
  if (!reach(ctx, 'installation.see')) return refuse({ code: 'not-allowed', act: 'installation.see' });
  return ctx.reading(async (h) => {
    const row = await webhookById(h, id);
    if (!row) return refuse({ code: 'not-found' });
    return ok({
      name: row.name,
      calls: (await callsOf(h, id, SHOWN)).map((call) => ({
        id: call.id,
        type: call.type,
        told: call.said.choices?.length ?? call.said.requests?.length ?? 0,
        state: call.state,
        tries: call.tries,
        createdAt: call.created_at,
        takenAt: call.taken_at,
        nextTryAt: call.next_try_at,
        answer: answerOf(call),
      })),
    });
  });
}

const answerOf = ({ status, fault }: WebhookCallRow): string =>
  fault ?? (status === null ? 'not called yet' : `answered ${status}`);

/** Begins to tell a program; its secret is told once. What is told begins now, or with the first choice of the ledger. */
export async function addWebhook(ctx: Context, input: AddWebhook): Promise<Result<NewSecret, AddWebhookRefusal>> {
  if (!reach(ctx, 'installation.change')) return refuse({ code: 'not-allowed', act: 'installation.change' });
  const [host] = Object.values(await outOfReach({ url: input.url }, ctx.reach, ctx.folders.real));
  if (host) return refuse({ code: 'webhook-out-of-reach', host });
  const [id, secret] = [ctx.keys.id('whk'), newSecret(ctx)];
  return ctx.transaction(async (h) => {
    if ((await listWebhooks(h)).some(({ url }) => url === input.url)) return refuse({ code: 'webhook-known' });
    await insertWebhook(h, {
      id,
      name: input.name,
      url: input.url,
      topics: [...new Set(input.topics)],
      names_people: input.namesPeople,
      secret_sealed: webhookSecret.closeUnder(ctx.keys, null, secret, id),
      reached: input.fromTheBeginning ? beforeTheFirst(ctx) : sayReached(await endOfLedger(ctx, h)),
      state: 'on',
      made_by: ctx.actor.id,
      created_at: ctx.clock.real(),
    });
    const people = input.namesPeople ? ', with addresses of people' : '';
    await recordTrail(
      ctx,
      h,
      'webhook-changed',
      id,
      `told from now on: ${input.name}: ${input.topics.join()}${people}`,
    );
    return ok({ id, secret });
  });
}

/** Another secret in its place: calls from now on are signed with it. */
export async function rotateWebhookSecret(
  ctx: Context,
  { id }: { id: string },
): Promise<Result<NewSecret, AccessRefusal>> {
  const secret = newSecret(ctx);
  return changing(ctx, id, async (h, row) => {
    await setWebhook(h, id, { secret_sealed: webhookSecret.closeUnder(ctx.keys, null, secret, id) });
    await recordTrail(ctx, h, 'webhook-changed', id, `another secret: ${row.name}`);
    return ok({ id, secret });
  });
}

/** Nothing is sent for now; what happens meanwhile waits. */
export async function pauseWebhook(ctx: Context, { id }: { id: string }): Promise<Result<null, AccessRefusal>> {
  return changing(ctx, id, async (h, row) => {
    if (row.state !== 'on') return ok(null);
    await setWebhook(h, id, { state: 'off' });
    await recordTrail(ctx, h, 'webhook-changed', id, `not told for now: ${row.name}`);
    return ok(null);
  });
}

/** Goes on where it stopped, at once. */
export async function resumeWebhook(ctx: Context, { id }: { id: string }): Promise<Result<null, AccessRefusal>> {
  return changing(ctx, id, async (h, row) => {
    const call = await openCall(h, id);
    if (call) await setCall(h, call.id, { next_try_at: ctx.clock.real(), tries: 0 });
    if (row.state !== 'on') await setWebhook(h, id, { state: 'on' });
    await ctx.jobs.enqueue(h.trx, 'call-webhook', { webhookId: id });
    await recordTrail(ctx, h, 'webhook-changed', id, `told again: ${row.name}`);
    return ok(null);
  });
}

/** A call that tells nothing, to see whether it gets through. */
export async function tryWebhook(ctx: Context, { id }: { id: string }): Promise<Result<null, TryWebhookRefusal>> {
  return changing<null, TryWebhookRefusal>(ctx, id, async (h, row) => {
    if (row.state !== 'on' || (await openCall(h, id))) return refuse({ code: 'webhook-busy' });
    await insertCall(h, {
      id: ctx.keys.id('cal'),
      webhook_id: id,
      type: 'test',
      said: {},
      created_at: ctx.clock.real(),
    });
    await ctx.jobs.enqueue(h.trx, 'call-webhook', { webhookId: id });
    return ok(null);
  });
}

/** Nobody is told any more; its log goes too. */
export async function removeWebhook(ctx: Context, { id }: { id: string }): Promise<Result<null, AccessRefusal>> {
  return changing(ctx, id, async (h, row) => {
    await deleteWebhook(h, id);
    await recordTrail(ctx, h, 'webhook-changed', id, `not told any more: ${row.name}`);
    return ok(null);
  });
}

async function changing<T, R extends RefusalBase = AccessRefusal>(
  ctx: Context,
  id: string,
  work: (h: Handle, row: WebhookRow) => Promise<Result<T, R>>,
): Promise<Result<T, R | AccessRefusal>> {
  if (!reach(ctx, 'installation.change')) return refuse({ code: 'not-allowed', act: 'installation.change' });
  return ctx.transaction<Result<T, R | AccessRefusal>>(async (h) => {
    const row = await webhookById(h, id, 'to change it');
    return row ? work(h, row) : refuse({ code: 'not-found' });
  });
}

const newSecret = (ctx: Context): string => `whsec_${ctx.keys.random(32).toString('base64')}`;
