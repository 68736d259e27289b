import type { RotateRefusal } from '../../core/keys/refusals';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  countKeysByVersion,
  insertRotation,
  keysUnderOlder,
  replaceWrapped,
  rotationById,
  rotationsRunning,
  setRotation,
} from '../../db/keys/keyWork';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

/** Asks for every data key to be wrapped anew under the newest master key of the key file. */
export async function startRotation(ctx: Context): Promise<Result<{ id: string }, RotateRefusal>> {
  if (!reach(ctx, 'keys.change')) return refuse({ code: 'not-allowed', act: 'keys.change' });
  return ctx.transaction(async (h) => {
    if ((await rotationsRunning(h)).length > 0) return refuse({ code: 'rotation-running' });
    const to = ctx.keys.masterVersion();
    const total = (await countKeysByVersion(h))
      .filter(({ version }) => version < to)
      .reduce((sum, { keys }) => sum + keys, 0);
    if (total === 0) return refuse({ code: 'nothing-to-rotate' });
    const id = ctx.keys.id('rot');
    await insertRotation(h, { id, to_version: to, total, started_by: ctx.actor.id, started_at: ctx.clock.now() });
    await ctx.jobs.enqueue(h.trx, 'rotate-keys', { rotationId: id });
    await recordTrail(ctx, h, 'keys-rotated', id, `to version ${to}: started, ${total} keys`);
    return ok({ id });
  });
}

const KEYS_AT_ONCE = 1000;

/** A thousand keys a transaction; a killed run goes on with those that are left. What the keys seal is not touched. */
export async function rotateKeys(ctx: Context, { rotationId }: { rotationId: string }): Promise<void> {
  for (let more = true; more;) {
    more = await ctx.transaction(async (h) => {
      const row = await rotationById(h, rotationId);
      if (!row || row.state !== 'running') return false;
      const keys = await keysUnderOlder(h, row.to_version, KEYS_AT_ONCE);
      if (keys.length === 0) {
        await setRotation(h, row.id, { state: 'finished', finished_at: ctx.clock.now() });
        await recordTrail(ctx, h, 'keys-rotated', row.id, `finished, ${row.done} keys`);
        return false;
      }
      await replaceWrapped(
        h,
        keys.map(({ id, wrapped, master_version }) => {
          const next = ctx.keys.rewrap({ wrapped, masterVersion: master_version });
          return { id, wrapped: next.wrapped, master_version: next.masterVersion };
        }),
      );
      await setRotation(h, row.id, { done: Number(row.done) + keys.length });
      return true;
    });
  }
}
