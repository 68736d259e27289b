import type { RetentionRefusal } from '../../core/keeping/refusals';
import type { OpenInput, OpenPlace } from '../../core/keeping/schema';
import { ok, refuse, type Result } from '../../core/shared/result';
import { deleteOpenRule, insertOpenRule, listOpenRules } from '../../db/erasure/plans';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { collectionsOf, missingPlace, statesOf } from './retentionRules';

/** From now on a record in one of these states is not finished: an erasure leaves it until it is. */
export async function addOpenRule(ctx: Context, input: OpenInput): Promise<Result<null, RetentionRefusal>> {
  if (!reach(ctx, 'retention.change')) return refuse({ code: 'not-allowed', act: 'retention.change' });
  return ctx.transaction(async (h) => {
    const { collection, field } = input;
    const system = (await listSystems(h)).find(({ id }) => id === input.systemId);
    if (!system) return refuse({ code: 'no-such-system' });
    const place = missingPlace(await collectionsOf(h, system.id), collection, [field]);
    if (place) return refuse({ code: 'no-such-place', place });
    const isThere = (await listOpenRules(h)).some(
      (rule) => rule.system === system.id && rule.collection === collection && rule.field === field,
    );
    if (isThere) return refuse({ code: 'rule-there' });
    const openValues = statesOf(input.openValues);
    await insertOpenRule(h, { system: system.id, collection, field, openValues });
    const what = `${system.name}, ${collection}: open while ${field} is ${openValues.join(', ')}`;
    await recordTrail(ctx, h, 'retention-changed', system.id, what);
    return ok(null);
  });
}

/** Its states keep nothing any more; what an open plan says is worked out anew before it is carried out. */
export async function removeOpenRule(ctx: Context, input: OpenPlace): Promise<Result<null, RetentionRefusal>> {
  if (!reach(ctx, 'retention.change')) return refuse({ code: 'not-allowed', act: 'retention.change' });
  return ctx.transaction(async (h) => {
    const { systemId: system, collection, field } = input;
    if (!(await deleteOpenRule(h, { system, collection, field }))) return refuse({ code: 'not-found' });
    await recordTrail(ctx, h, 'retention-changed', system, `removed: ${collection}, open by ${field}`);
    return ok(null);
  });
}
