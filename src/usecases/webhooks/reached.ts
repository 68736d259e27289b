import { sayReached, type Reached } from '../../core/ledger/trees';
import { lastSeq } from '../../db/ledger/ledger';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';

/** How far the ledger is, tree by tree. */
export async function endOfLedger(ctx: Context, h: Handle): Promise<Reached> {
  const reached = new Map<number, number>();
  for (let tree = 0; tree < ctx.trees; tree++) reached.set(tree, await lastSeq(h, tree));
  return reached;
}

/** Before the first choice of every tree. */
export const beforeTheFirst = (ctx: Context): string =>
  sayReached(new Map(Array.from({ length: ctx.trees }, (_, tree) => [tree, 0])));
