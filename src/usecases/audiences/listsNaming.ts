import { audiencesAlive } from '../../db/audiences/audiences';
import type { Context } from '../shared/context';
import { listLines } from './checkAudience';

/** Lists of addresses in which a person stands. Read outside of a transaction: a list may have a million lines. @returns their ids */
export async function listsNaming(ctx: Context, speaks: (text: string) => boolean): Promise<string[]> {
  const found: string[] = [];
  for (const audience of await ctx.transaction(audiencesAlive)) {
    try {
      for await (const { raw } of listLines(ctx, audience)) {
        if (!speaks(raw)) continue;
        found.push(audience.id);
        break;
      }
    } catch (error) {
      // Its file went by its own term meanwhile.
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
    }
  }
  return found;
}
