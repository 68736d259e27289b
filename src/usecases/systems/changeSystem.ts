import type { SearchingRefusal } from '../../core/systems/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { RegisterEntry } from '../../core/packs/cover';
import type { InactiveRule } from '../../core/systems/views';
import { missingFacts } from '../../core/systems/register';
import { ok, refuse, type Result } from '../../core/shared/result';
import { fieldsOf } from '../../db/systems/fields';
import { insertRegisterEntry, setSystem } from '../../db/systems/systems';
import { setRegisterGap } from '../../db/systems/registerGaps';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { systemInReach } from './systemsInReach';

/** What a collection is for: packs and letters say it so from now on. */
export async function changeRegister(ctx: Context, input: RegisterEntry): Promise<Result<null, AccessRefusal>> {
  if (!reach(ctx, 'systems.change')) return refuse({ code: 'not-allowed', act: 'systems.change' });
  return ctx.transaction(async (h) => {
    const row = await systemInReach(ctx, h, 'systems.change', input.system);
    if (!row) return refuse({ code: 'not-found' });
    await insertRegisterEntry(h, input);
    await setRegisterGap(h, row.id, input.collection, missingFacts(input));
    await recordTrail(
      ctx,
      h,
      'system-changed',
      row.id,
      `register of ${input.collection}: ${input.purposes.join(', ')}; kept ${input.retention}`.slice(0, 2000),
    );
    return ok(null);
  });
}

/** Whether traces go to a system, and whether people there who are no longer active are looked for too. */
export async function changeSearching(
  ctx: Context,
  input: { system: string; isTraced: boolean; searchesInactive: boolean; inactive: InactiveRule | null },
): Promise<Result<null, AccessRefusal | SearchingRefusal>> {
  if (!reach(ctx, 'systems.change')) return refuse({ code: 'not-allowed', act: 'systems.change' });
  return ctx.transaction(async (h) => {
    const row = await systemInReach(ctx, h, 'systems.change', input.system);
    if (!row) return refuse({ code: 'not-found' });
    if (row.kind === 'bookend' && !input.isTraced) return refuse({ code: 'own-always-searched' });
    const fields = await fieldsOf(h, row.id);
    // A system that was added by hand says what its fields hold before anybody relies on its being searched.
    // What a mapping says of a service was written by somebody who meant it: nothing is left to confirm.
    const open =
      row.kind === 'rest'
        ? 0
        : fields.filter(({ proposed, confirmed_at }) => proposed !== null && confirmed_at === null).length;
    const isNew = input.isTraced && !row.is_traced && row.kind !== 'by-hand';
    if (isNew && row.read_at === null) return refuse({ code: 'not-read' });
    if (isNew && open > 0) return refuse({ code: 'fields-unconfirmed', count: open });
    const rule = input.inactive;
    if (
      !input.searchesInactive &&
      (!rule || !fields.some(({ collection, field }) => collection === rule.collection && field === rule.field))
    )
      return refuse({ code: 'inactive-unknown' });
    await setSystem(h, row.id, {
      is_traced: input.isTraced,
      searches_inactive: input.searchesInactive,
      inactive_rule: input.inactive,
    });
    await recordTrail(
      ctx,
      h,
      'system-changed',
      row.id,
      `${input.isTraced ? 'searched' : 'not searched'}; people no longer active ` +
        `${input.searchesInactive ? 'too' : `left out where ${rule!.collection}.${rule!.field} is ${rule!.values.join(' or ')}`}`,
    );
    return ok(null);
  });
}
