import type { Context } from '../context';
import { reach } from '../shared/may';

/** A colleague by role; a machine only for its own system, with the scope for it. */
export function mayImport(ctx: Context, systemId: string): boolean {
  if (ctx.actor.kind === 'machine') return ctx.actor.systemId === systemId && ctx.actor.scopes.includes('choices:write');
  return reach(ctx, 'imports.run') !== null;
}
