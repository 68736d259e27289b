import type { TrailAct } from '../../core/trail/chain';
import type { Handle } from '../../db/shared/handle';
import { insertLook, repeatLook } from '../../db/trail/looks';
import type { Context } from '../shared/context';
import { recordTrail } from './recordTrail';

/** Looks at the same within this time are one entry, milliseconds. */
const SAME_LOOK_MS = 10 * 60_000;

/**
 * Notes a look, as `recordTrail` notes an act: a page that shows itself anew, or is come back to within ten minutes, is
 * the entry it began with and a count beside it. The entry is in the chain; the count is not.
 */
export async function recordLook(
  ctx: Context,
  h: Handle,
  act: TrailAct,
  subject: string | null,
  details: string | null = null,
): Promise<void> {
  const now = ctx.clock.now();
  const key = ctx.keys.index(`look:${JSON.stringify([ctx.actor.id, act, subject, details])}`);
  const after = new Date(Date.parse(now) - SAME_LOOK_MS).toISOString();
  if (await repeatLook(h, key, after)) return;
  const id = await recordTrail(ctx, h, act, subject, details);
  await insertLook(h, { trail_id: id, key, at: now });
}
