import { reachOf, type Act, type Reach } from '../../core/access/roles';
import type { Context } from './context';

/** How far the one who acts may go; null: may not. The worker may do what its jobs say. */
export function reach(ctx: Context, act: Act): Reach | null {
  if (ctx.actor.kind === 'worker') return 'all';
  return ctx.actor.kind === 'user' ? reachOf(ctx.actor.roles, act) : null;
}
