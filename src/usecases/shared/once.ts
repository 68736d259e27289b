import { claim, claimAgain, claimOf, settleClaim, type ClaimName } from '../../db/shared/claims';
import type { Context } from './context';
import { faultCode } from './faultCode';

// Only one does this, once. Three ways of asking: a call that comes again is given its first answer (`onceOnly`), work of a day is
// done once that day whoever looks (`onceADay`), and of work that is long only one worker has it at a time (`ctx.exclusively`).

const HOUR_MS = 3_600_000;
/** How long a call that comes again is given its first answer, hours. */
const KEPT_HOURS = 24;
/** How long it is known which work of a day was done, days. */
const KEPT_DAYS = 30;
/** Work that failed is tried again by itself after so long, milliseconds. */
const AGAIN_MS = 5 * 60_000;

const after = (now: string, ms: number) => new Date(Date.parse(now) + ms).toISOString();

export interface Answer {
  status: number;
  body: unknown;
}

/**
 * `Idempotency-Key`: the same key and body give the first answer; another body is refused with 409. The key is claimed before the
 * work and in its transaction: of two equal calls at once the second waits for the first, and after a crash neither was done.
 *
 * @param work is given the context to act in: all it does is part of the one transaction
 */
export async function onceOnly(
  ctx: Context,
  apiKeyId: string,
  key: string | null,
  rawBody: string,
  work: (ctx: Context) => Promise<Answer>,
): Promise<Answer> {
  if (!key) return work(ctx);
  const name = { scope: `call:${apiKeyId}`, key: ctx.keys.hash(Buffer.from(key)).toString('hex') };
  const contentHash = ctx.keys.hash(Buffer.from(rawBody));
  const now = ctx.clock.real();
  return ctx.transaction(async (h) => {
    const before = await claim(h, name, {
      content_hash: contentHash,
      claimed_at: now,
      expires_at: after(now, KEPT_HOURS * HOUR_MS),
    });
    if (before)
      return before.content_hash?.equals(contentHash)
        ? (before.answer as Answer)
        : { status: 409, body: { code: 'idempotency-key-reused', title: 'This key came before with another body.' } };
    const answer = await work({ ...ctx, transaction: (part) => part(h), reading: (part) => part(h) });
    await settleClaim(h, name, { state: 'done', answer });
    return answer;
  });
}

/**
 * Does a day's work, by one worker at a time, unless it is done; what failed is tried again after a while, and does not throw.
 *
 * @returns whether it was done now
 */
export async function onceADay(ctx: Context, task: string, work: () => Promise<unknown>): Promise<boolean> {
  const name: ClaimName = { scope: `daily:${task}`, key: ctx.clock.real().slice(0, 10) };
  const done = await ctx.exclusively(name.scope, async () => {
    if (!(await takeUp(ctx, name))) return false;
    const end = (state: 'done' | 'failed', cause: string | null) =>
      ctx.transaction((h) => settleClaim(h, name, { state, cause, ended_at: ctx.clock.real() }));
    try {
      await work();
      await end('done', null);
      return true;
    } catch (error) {
      ctx.log.error({ task, cause: faultCode(error) }, 'daily work failed');
      await end('failed', faultCode(error));
      return false;
    }
  });
  return done ?? false;
}

async function takeUp(ctx: Context, name: ClaimName): Promise<boolean> {
  const now = ctx.clock.real();
  return ctx.transaction(async (h) => {
    const row = await claimOf(h, name);
    if (row?.state === 'done') return false;
    if (row?.state === 'failed' && Date.parse(now) - Date.parse(row.ended_at!) < AGAIN_MS) return false;
    if (row) await claimAgain(h, name, now);
    else await claim(h, name, { claimed_at: now, expires_at: after(now, KEPT_DAYS * 24 * HOUR_MS) });
    return true;
  });
}
