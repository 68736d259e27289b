import { heldBy } from '../../core/erasure/plan';
import { operationsOf, planLines, setPlan, type PlanRow } from '../../db/erasure/plans';
import { requestById, setRequest } from '../../db/requests/requests';
import { endRun } from '../../db/runs/runs';
import type { Context } from '../shared/context';
import { refreshRequest } from '../requests/refreshRequest';
import { recordTrail } from '../trail/recordTrail';
import { OWN_SYSTEM } from './ownPart';
import { rulesFor } from './planFacts';

/**
 * Whether a hold was placed since the plan was signed on something that has not gone yet. Then the erasure stops where
 * it is: what is done is done, and the rest is planned anew with the hold in it.
 */
export async function holdSince(ctx: Context, row: PlanRow): Promise<boolean> {
  return ctx.transaction(async (h) => {
    const request = (await requestById(h, row.request_id))!;
    const lines = await planLines(h, row.id);
    const done = new Set(
      (await operationsOf(h, row.id)).filter(({ state }) => state === 'done').map(({ position }) => position),
    );
    const persons = lines
      .filter(({ system_id, collection }) => system_id === OWN_SYSTEM && collection === 'persons')
      .map(({ record_key }) => record_key);
    const rules = await rulesFor(ctx, h, [request.person_id, ...persons]);
    const held = lines.filter(
      (line) =>
        line.action !== 'keep' &&
        !done.has(line.position) &&
        heldBy(rules, { system: line.system_id, collection: line.collection }),
    );
    if (held.length === 0) return false;
    await setPlan(h, row.id, {
      state: 'stopped',
      error:
        `A hold was placed on ${held.length} ${held.length === 1 ? 'record' : 'records'} since: nothing more was ` +
        `removed. Work out the plan again.`,
    });
    await endRun(h, row.id, { state: 'cancelled', cause: 'held', finished_at: ctx.clock.now() });
    await setRequest(h, request.id, { plan: 'stopped' });
    await recordTrail(ctx, h, 'erasure-stopped', request.ref, `${held.length} records under a hold`);
    await refreshRequest(ctx, h, request.id);
    return true;
  });
}
