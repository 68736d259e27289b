import { link, type TrailAct, type TrailEntry } from '../../core/trail/chain';
import { insertTrail, lastTrailHash } from '../../db/trail/appendTrail';
import type { Handle } from '../../db/handle';
import type { Context } from '../context';

/**
 * Adds one entry to the trail, in the transaction of the act it tells of. Take it last: it holds the month's lock.
 *
 * @param details free text, kept sealed; never put personal data into `subject`
 */
export async function recordTrail(ctx: Context, h: Handle, act: TrailAct, subject: string | null, details: string | null = null): Promise<void> {
  const id = ctx.keys.id('trl');
  const at = ctx.clock.now();
  const month = at.slice(0, 7);
  const sealed = details ? ctx.keys.sealOwn(details, id) : null;
  const detailsHash = sealed ? ctx.keys.hash(sealed).toString('hex') : null;
  const entry: TrailEntry = { id, month, at: new Date(at).toISOString(), actor: ctx.actor.id, act, subject, detailsHash };
  const previous = await lastTrailHash(h, month);
  const hash = Buffer.from(link((bytes) => ctx.keys.hash(bytes), previous, entry));
  await insertTrail(h, { id, month, at, actor: ctx.actor.id, act, subject, details_sealed: sealed, details_hash: detailsHash, hash });
}
