import { lockRequestById, requestsThatWaited } from '../../db/requests/requests';
import type { Context } from '../shared/context';
import { refreshRequest } from '../requests/refreshRequest';

/** Open requests that are looked at in a day; the next due first. */
const MOST = 10_000;

/**
 * With every day a request waits for its person the day it is due moves on, though nobody touches it; lists and boards
 * are sorted by that day.
 *
 * @returns how many were moved
 */
export async function moveDueDays(ctx: Context): Promise<number> {
  let moved = 0;
  for (const id of await ctx.transaction((h) => requestsThatWaited(h, MOST))) {
    await ctx.transaction(async (h) => {
      const request = await lockRequestById(h, id);
      if (!request || request.closed_at) return;
      if ((await refreshRequest(ctx, h, id)).due_on !== request.due_on) moved++;
    });
  }
  return moved;
}
