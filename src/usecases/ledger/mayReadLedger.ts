import type { Context } from '../shared/context';
import { reach } from '../shared/may';

/** A colleague by role; a machine with the scope for it. */
export function mayReadLedger(ctx: Context): boolean {
  return ctx.actor.kind === 'machine' ? ctx.actor.scopes.includes('ledger:read') : reach(ctx, 'ledger.see') !== null;
}
