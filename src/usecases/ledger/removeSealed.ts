import type { RemoveSealedRefusal } from '../../core/ledger/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import { addYears, beginningOfDay, localDay, type Day } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  countSealedBefore,
  insertRemoval,
  removalById,
  removeSealedBefore,
  setRemoval,
} from '../../db/ledger/sealedRemovals';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

/** How long what proves a choice's circumstances (address, place, evidence) is kept at least, years: a claim may still need it. */
const LEAST_YEARS = 1;

const instantOf = (ctx: Context, day: Day) => new Date(beginningOfDay(day, ctx.organisation.zone)).toISOString();

/** How many sealed parts would go. Changes nothing. */
export async function countSealed(
  ctx: Context,
  input: { beforeDay: Day },
): Promise<Result<{ count: number }, AccessRefusal>> {
  if (!reach(ctx, 'ledger.remove-sealed')) return refuse({ code: 'not-allowed', act: 'ledger.remove-sealed' });
  return ctx.transaction(async (h) => ok({ count: await countSealedBefore(h, instantOf(ctx, input.beforeDay)) }));
}

/**
 * Asks for the sealed parts of old choices to be removed: their retention has run out. That the choice was made, when, about
 * what and under which words stays, and stays proven.
 *
 * @param typed the count that was shown, as the confirmation of what cannot be undone
 */
export async function startRemoval(
  ctx: Context,
  input: { beforeDay: Day; typed: number },
): Promise<Result<{ id: string }, RemoveSealedRefusal>> {
  if (!reach(ctx, 'ledger.remove-sealed')) return refuse({ code: 'not-allowed', act: 'ledger.remove-sealed' });
  const earliest = addYears(localDay(ctx.clock.now(), ctx.organisation.zone), -LEAST_YEARS);
  if (input.beforeDay > earliest) return refuse({ code: 'retention-runs', beforeDay: input.beforeDay, earliest });
  return ctx.transaction(async (h) => {
    const count = await countSealedBefore(h, instantOf(ctx, input.beforeDay));
    if (count !== input.typed) return refuse({ code: 'count-wrong', expected: count });
    const id = ctx.keys.id('rem');
    await insertRemoval(h, { id, before_day: input.beforeDay, started_by: ctx.actor.id, started_at: ctx.clock.now() });
    await ctx.jobs.enqueue(h.trx, 'remove-sealed', { removalId: id });
    await recordTrail(ctx, h, 'sealed-parts-removed', id, `before ${input.beforeDay}: ${count} asked`);
    return ok({ id });
  });
}

const AT_ONCE = 5000;

export async function removeSealed(ctx: Context, { removalId }: { removalId: string }): Promise<void> {
  for (let more = true; more;) {
    more = await ctx.transaction(async (h) => {
      const row = await removalById(h, removalId);
      if (!row || row.state !== 'running') return false;
      const count = await removeSealedBefore(h, instantOf(ctx, row.before_day), AT_ONCE);
      const removed = Number(row.removed) + count;
      await setRemoval(h, row.id, {
        removed,
        ...(count === 0 ? { state: 'finished' as const, finished_at: ctx.clock.now() } : {}),
      });
      if (count === 0) await recordTrail(ctx, h, 'sealed-parts-removed', row.id, `${removed} removed`);
      return count > 0;
    });
  }
}
