import type { AccessRefusal } from '../../core/access/refusals';
import type { SourceLine } from '../../core/ledger/views';
import { healthOf } from '../../core/standing/silence';
import { addDays, localDay } from '../../core/shared/days';
import { groupBy } from '../../core/shared/groupBy';
import { ok, refuse, type Result } from '../../core/shared/result';
import { sourceDays } from '../../db/ledger/sources';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';

const LOOK_BACK_DAYS = 400;

/** When each source last delivered choices, and whether it is silent for longer than usual. */
export async function readSources(ctx: Context): Promise<Result<SourceLine[], AccessRefusal>> {
  if (!reach(ctx, 'ledger.see')) return refuse({ code: 'not-allowed', act: 'ledger.see' });
  return ctx.transaction(async (h) => {
    const today = localDay(ctx.clock.now(), ctx.organisation.zone);
    const days = groupBy(await sourceDays(h, addDays(today, -LOOK_BACK_DAYS)), ({ system_id }) => system_id);
    return ok(
      (await listSystems(h)).flatMap(({ id, name }) => {
        const own = days.get(id);
        if (!own) return [];
        return [
          {
            id,
            name,
            lastAt: own.at(-1)!.last_at,
            lastWeek: own.filter(({ day }) => day > addDays(today, -7)).reduce((sum, { choices }) => sum + choices, 0),
            ...healthOf(
              own.map(({ day }) => day),
              today,
            ),
          },
        ];
      }),
    );
  });
}
