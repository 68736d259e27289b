import type { SystemId } from '../../core/shared/ids';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { systemInReach, systemsInReach } from '../systems/systemsInReach';

/** A colleague by role, a system's owner for their own, a machine only for its own system and with the scope for it. */
export async function mayImport(ctx: Context, h: Handle, systemId: SystemId): Promise<boolean> {
  if (ctx.actor.kind === 'machine')
    return ctx.actor.systemId === systemId && ctx.actor.scopes.includes('choices:write');
  if (ctx.actor.kind === 'worker') return true;
  return (await systemInReach(ctx, h, 'imports.run', systemId)) !== null;
}

/** The systems whose imports the one who acts may see; null: of all. */
export async function importableSystems(ctx: Context, h: Handle): Promise<Set<string> | null> {
  return reach(ctx, 'imports.run') === 'all'
    ? null
    : new Set((await systemsInReach(ctx, h, 'imports.run')).map(({ id }) => id));
}
