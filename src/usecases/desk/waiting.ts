import { spellOut } from '../../core/words/spellOut';
import type { Desk } from '../../core/desk/views';
import type { RequestLine } from '../../core/requests/views';
import { addDays, sayInstant, type Day } from '../../core/shared/days';
import { sayFacts } from '../../core/systems/register';
import { failedClaims } from '../../db/shared/claims';
import { mentionsOf } from '../../db/requests/notes';
import type { Handle } from '../../db/shared/handle';
import { listRegisterGaps } from '../../db/systems/registerGaps';
import { webhooksNotTaking } from '../../db/webhooks/webhooks';
import { stuck } from '../health/readHealth';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { ofNotices, ofSites } from './waitingAsks';
import { systemInReach, systemsInReach } from '../systems/systemsInReach';

type Waiting = Desk['waiting'][number];

/** A program that was away for a moment is nobody's business. */
const CALLS_BEFORE_SAID = 3;
const MENTIONS_DAYS = 7;

const some = (count: number, one: string, more = `${one}s`): string => `${count} ${count === 1 ? one : more}`;

/** What does not move by itself: notes to whoever looks, what services do not take, requests, systems; in this order. */
export async function whatWaits(
  ctx: Context,
  h: Handle,
  lines: readonly RequestLine[],
  today: Day,
): Promise<Waiting[]> {
  return [
    ...(await calls(ctx, h, today)),
    ...(await notTaken(ctx, h, lines)),
    ...lines.filter(({ next }) => next.waitsOn !== 'us').map(ofRequest),
    ...(await ofNotices(ctx, h)),
    ...(await ofSites(ctx, h)),
    ...(await ofRegister(ctx, h)),
    ...(await ofWebhooks(ctx, h)),
    ...(await ofDailyWork(ctx, h)),
    ...(await ofSystems(ctx, h)),
  ];
}

function ofRequest(line: RequestLine): Waiting {
  const { waitsOn, text } = line.next;
  const who = waitsOn === 'person' ? line.who : waitsOn === 'helper' ? 'owners of systems' : 'Bookend';
  return { who, what: text, ref: line.ref, href: `/requests/${line.ref}` };
}

/** Notes that name whoever looks. */
async function calls(ctx: Context, h: Handle, today: Day): Promise<Waiting[]> {
  if (ctx.actor.kind !== 'user') return [];
  const mentions = await mentionsOf(h, ctx.actor.id, `${addDays(today, -MENTIONS_DAYS)}T00:00:00Z`);
  return mentions.map(({ ref }) => ({ who: 'you', what: 'named in a note', ref, href: `/requests/${ref}` }));
}

/** Letters and mails that the mail server does not take; messages and files that could not be taken in. */
async function notTaken(ctx: Context, h: Handle, lines: readonly RequestLine[]): Promise<Waiting[]> {
  const { letters, mails, arrivals } = await stuck(ctx, h);
  const seesAll = reach(ctx, 'requests.see') === 'all';
  const own = new Set(lines.map(({ ref }) => ref));
  const since = (instant: string) => `since ${sayInstant(instant, ctx.organisation.zone)}`;
  const waiting: Waiting[] = [];
  for (const kind of ['file', 'mail'] as const) {
    const here = arrivals.filter((arrival) => arrival.kind === kind);
    const isTheirs = kind === 'mail' ? reach(ctx, 'requests.work') : reach(ctx, 'imports.run') === 'all';
    if (here.length === 0 || !isTheirs) continue;
    const codes = [...new Set(here.map(({ error }) => error))].join(', ');
    const what = some(here.length, kind === 'mail' ? 'message' : 'file');
    waiting.push({
      who: kind === 'mail' ? 'the privacy mailbox' : 'a watched folder',
      what: `${what} could not be taken in (${codes}), ${since(here[0]!.arrived_at)}`,
      ref: null,
      href: kind === 'mail' ? '/requests/inbox' : '/ledger/imports',
    });
  }
  if (mails.length > 0 && (reach(ctx, 'systems.see') === 'all' || seesAll))
    waiting.push({
      who: 'the mail server',
      what: `does not take ${some(mails.length, 'mail')}, ${since(mails[0]!.queued_at)}`,
      ref: null,
      href: '/systems',
    });
  const oldest = new Map<string, string>();
  for (const { ref, queued_at } of letters) if (!oldest.has(ref)) oldest.set(ref, queued_at);
  for (const [ref, queuedAt] of oldest)
    if (own.has(ref) || seesAll)
      waiting.push({
        who: 'the mail server',
        what: `does not take a letter, ${since(queuedAt)}`,
        ref,
        href: `/requests/${ref}`,
      });
  return waiting;
}

async function ofRegister(ctx: Context, h: Handle): Promise<Waiting[]> {
  const waiting: Waiting[] = [];
  for (const gap of await listRegisterGaps(h))
    if ((await systemInReach(ctx, h, 'systems.see', gap.system_id)) !== null)
      waiting.push({
        who: 'the register',
        what:
          `does not say ${sayFacts(gap.facts)} of ${gap.system_id} · ${gap.collection}; ` +
          `${gap.request_ref} had to go without`,
        ref: null,
        href: `/systems/${gap.system_id}`,
      });
  return waiting;
}

/** Programs that do not take what they are told. */
async function ofWebhooks(ctx: Context, h: Handle): Promise<Waiting[]> {
  if (!reach(ctx, 'installation.see')) return [];
  return (await webhooksNotTaking(h, CALLS_BEFORE_SAID)).map(({ name, state, tries }) => ({
    who: name,
    what:
      state === 'given-up'
        ? 'did not take a call for days and was given up; what comes since waits'
        : `does not take what it is told (${some(tries, 'try', 'tries')})`,
    ref: null,
    href: '/setup/webhooks',
  }));
}

async function ofDailyWork(ctx: Context, h: Handle): Promise<Waiting[]> {
  if (reach(ctx, 'systems.see') !== 'all') return [];
  return (await failedClaims(h, 'daily')).map(({ scope }) => ({
    who: 'Bookend',
    what: `daily work failed: ${spellOut(scope.slice('daily:'.length))}; it is tried again`,
    ref: null,
    href: '/systems',
  }));
}

async function ofSystems(ctx: Context, h: Handle): Promise<Waiting[]> {
  if (!reach(ctx, 'systems.see')) return [];
  return (await systemsInReach(ctx, h, 'systems.see'))
    .filter(({ last_error }) => last_error)
    .map(({ name, last_error }) => ({ who: name, what: last_error!, ref: null, href: '/systems' }));
}
