import type { RunId } from '../../core/shared/ids';
import type { RemoveSealedRefusal } from '../../core/ledger/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import { addYears, beginningOfDay, localDay, type Day } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { countSealedBefore, removeSealedBefore } from '../../db/ledger/sealedRemovals';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { beginRun } from '../runs/beginRun';
import { countIn, finishRun, workOnRun } from '../runs/workOnRun';
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
    await beginRun(ctx, h, 'remove-sealed', { id, subject: input.beforeDay, total: count });
    await recordTrail(ctx, h, 'sealed-parts-removed', id, `before ${input.beforeDay}: ${count} asked`);
    return ok({ id });
  });
}

const AT_ONCE = 5000;

/** Some thousand parts a transaction; the subject of the run is the day before which they were recorded. */
export async function removeSealed(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async (run) => {
    const before = instantOf(ctx, run.subject!);
    let removed = Number(run.done);
    for (let more = true; more;) {
      more = await ctx.transaction(async (h) => {
        const count = await removeSealedBefore(h, before, AT_ONCE);
        removed += count;
        await countIn(h, runId, { done: count });
        if (count > 0) return true;
        await finishRun(ctx, h, runId);
        await recordTrail(ctx, h, 'sealed-parts-removed', runId, `${removed} removed`);
        return false;
      });
    }
  });
}
