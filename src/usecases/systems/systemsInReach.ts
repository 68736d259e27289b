import type { Act } from '../../core/access/roles';
import { userById } from '../../db/access/users';
import type { Handle } from '../../db/shared/handle';
import { listSystems, systemById, type SystemRow } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';

/** The systems that the one who acts may see or change: all, or those whose owner they are by their address. */
export async function systemsInReach(ctx: Context, h: Handle, act: Act): Promise<SystemRow[]> {
  const all = await listSystems(h);
  if (reach(ctx, act) === 'all') return all;
  const own = await ownAddress(ctx, h);
  return all.filter(({ owner_email }) => own !== null && owner_email === own);
}

/** One of them, or null: there is none such, or it is not theirs. */
export async function systemInReach(ctx: Context, h: Handle, act: Act, id: string): Promise<SystemRow | null> {
  const row = await systemById(h, id);
  const how = reach(ctx, act);
  if (!row || how === null) return null;
  if (how === 'all') return row;
  const own = await ownAddress(ctx, h);
  return own !== null && row.owner_email === own ? row : null;
}

async function ownAddress(ctx: Context, h: Handle): Promise<string | null> {
  return ctx.actor.kind === 'user' ? ((await userById(h, ctx.actor.id))?.email ?? null) : null;
}
