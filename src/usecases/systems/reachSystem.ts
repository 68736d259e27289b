import type { AccessRefusal } from '../../core/access/refusals';
import { diagnose } from '../../core/systems/kinds';
import type { Reached } from '../../core/systems/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { markReached } from '../../db/systems/systems';
import { isConnectorError, type Connector } from '../../ports/connector';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { openConnector } from './openConnector';
import { systemInReach } from './systemsInReach';

/** Reaches one registered system and says what came of it, and if nothing did, what to try. */
export async function testSystem(ctx: Context, input: { id: string }): Promise<Result<Reached, AccessRefusal>> {
  if (!reach(ctx, 'systems.change')) return refuse({ code: 'not-allowed', act: 'systems.change' });
  const row = await ctx.transaction((h) => systemInReach(ctx, h, 'systems.change', input.id));
  if (!row) return refuse({ code: 'not-found' });
  const reached = await tryToReach(row.kind, async () => (await openConnector(ctx, row.id)).connector);
  await ctx.transaction(async (h) => {
    await markReached(h, row.id, ctx.clock.now(), reached.ok ? null : reached.said.slice(0, 200));
    await recordTrail(
      ctx,
      h,
      'system-changed',
      row.id,
      `connection tested: ${reached.ok ? 'it answers' : reached.said.slice(0, 200)}`,
    );
  });
  return ok(reached);
}

/** Settings that are not kept yet are tried the same way. */
export async function tryToReach(kind: string, open: () => Connector | Promise<Connector>): Promise<Reached> {
  let connector: Connector | null = null;
  try {
    connector = await open();
    const { collections } = await connector.describe();
    return {
      ok: true,
      collections: collections.length,
      fields: collections.reduce((sum, { fields }) => sum + fields.length, 0),
    };
  } catch (error) {
    if (!isConnectorError(error)) throw error;
    return { ok: false, ...diagnose(kind, error.kind), said: `${error.kind}: ${error.message}` };
  } finally {
    await connector?.close();
  }
}
