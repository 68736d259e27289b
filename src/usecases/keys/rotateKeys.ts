import type { RunId } from '../../core/shared/ids';
import type { RotateRefusal } from '../../core/keys/refusals';
import { ok, refuse, type Result } from '../../core/shared/result';
import { countKeysByVersion, keysUnderOlder, replaceWrapped } from '../../db/keys/keyWork';
import { runsRunning } from '../../db/runs/runs';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { beginRun } from '../runs/beginRun';
import { countIn, finishRun, workOnRun } from '../runs/workOnRun';
import { recordTrail } from '../trail/recordTrail';

/** Asks for every data key to be wrapped anew under the newest master key of the key file. */
export async function startRotation(ctx: Context): Promise<Result<{ id: string }, RotateRefusal>> {
  if (!reach(ctx, 'keys.change')) return refuse({ code: 'not-allowed', act: 'keys.change' });
  return ctx.transaction(async (h) => {
    if ((await runsRunning(h, 'rotate-keys')).length > 0) return refuse({ code: 'rotation-running' });
    const to = ctx.keys.masterVersion();
    const total = (await countKeysByVersion(h))
      .filter(({ version }) => version < to)
      .reduce((sum, { keys }) => sum + keys, 0);
    if (total === 0) return refuse({ code: 'nothing-to-rotate' });
    const id = ctx.keys.id('rot');
    await beginRun(ctx, h, 'rotate-keys', { id, subject: String(to), total });
    await recordTrail(ctx, h, 'keys-rotated', id, `to version ${to}: started, ${total} keys`);
    return ok({ id });
  });
}

const KEYS_AT_ONCE = 1000;

/**
 * A thousand keys a transaction; a killed run goes on with those that are left. What the keys seal is not touched. The subject of
 * the run is the version they go under.
 */
export async function rotateKeys(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async (run) => {
    let done = Number(run.done);
    for (let more = true; more;) {
      more = await ctx.transaction(async (h) => {
        const keys = await keysUnderOlder(h, Number(run.subject), KEYS_AT_ONCE);
        if (keys.length === 0) {
          await finishRun(ctx, h, runId);
          await recordTrail(ctx, h, 'keys-rotated', runId, `finished, ${done} keys`);
          return false;
        }
        await replaceWrapped(
          h,
          keys.map(({ id, wrapped, master_version }) => {
            const next = ctx.keys.rewrap({ wrapped, masterVersion: master_version });
            return { id, wrapped: next.wrapped, master_version: next.masterVersion };
          }),
        );
        done += keys.length;
        await countIn(h, runId, { done: keys.length });
        return true;
      });
    }
  });
}
