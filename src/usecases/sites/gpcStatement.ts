import { localDay, type Day } from '../../core/shared/days';
import { siteById } from '../../db/sites/sites';
import type { Context } from '../shared/context';

/** Says that a site obeys the signal of browsers, and since when. @returns null where no panel is shown: then nothing obeys it */
export async function gpcStatement(ctx: Context, id: string): Promise<{ gpc: true; lastUpdate: Day } | null> {
  const site = await ctx.reading((h) => siteById(h, id));
  if (!site || site.closed_at) return null;
  return { gpc: true, lastUpdate: localDay(site.changed_at, ctx.organisation.zone) };
}
