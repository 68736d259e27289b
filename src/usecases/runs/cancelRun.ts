import type { CancelRunRefusal } from '../../core/runs/refusals';
import { CANCELLABLE, type RunKind } from '../../core/runs/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { endRun, lockRun } from '../../db/runs/runs';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

/** Whether whoever looks may stop work of a kind. */
export function mayCancel(ctx: Context, kind: RunKind): boolean {
  return kind in CANCELLABLE && reach(ctx, CANCELLABLE[kind as keyof typeof CANCELLABLE]) === 'all';
}

/** Stops work that is under way: what it has done so far stays as it is, and it can be asked for anew. */
export async function cancelRun(ctx: Context, input: { id: string }): Promise<Result<null, CancelRunRefusal>> {
  return ctx.transaction(async (h) => {
    const run = await lockRun(h, input.id);
    if (!run || !mayCancel(ctx, run.kind)) return refuse({ code: 'not-found' });
    if (run.state !== 'running') return refuse({ code: 'run-ended' });
    await endRun(h, run.id, { state: 'cancelled', finished_at: ctx.clock.now() });
    await recordTrail(ctx, h, 'run-cancelled', run.id, run.kind);
    return ok(null);
  });
}
