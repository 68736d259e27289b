import type { AccessRefusal } from '../../core/access/refusals';
import type { AskedLine } from '../../core/audiences/views';
import { addDays, localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { permissionCounts } from '../../db/standing/permissions';
import { allPurposes } from '../../db/purposes/purposes';
import { listSystems } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';

const DAYS = 7;

/** Which systems have asked before they used an address, in the last seven days: a sender that never asks obeys nobody. */
export async function readPermissionCounts(ctx: Context): Promise<Result<AskedLine[], AccessRefusal>> {
  if (!reach(ctx, 'audiences.check')) return refuse({ code: 'not-allowed', act: 'audiences.check' });
  return ctx.transaction(async (h) => {
    const since = addDays(localDay(ctx.clock.now(), ctx.organisation.zone), 1 - DAYS);
    const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const titles = new Map((await allPurposes(h)).map(({ id, title }) => [id, title]));
    return ok(
      (await permissionCounts(h, since)).map((row) => ({
        system: names.get(row.system_id) ?? row.system_id,
        purpose: titles.get(row.purpose) ?? row.purpose,
        permitted: row.permitted,
        refused: row.refused,
        lastDay: row.last_day,
      })),
    );
  });
}
