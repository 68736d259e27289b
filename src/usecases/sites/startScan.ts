import type { SiteRefusal } from '../../core/sites/refusals';
import type { ScanPlan } from '../../core/sites/schema';
import { addDays, localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { lastRun } from '../../db/runs/runs';
import { listSites, setSite, siteById } from '../../db/sites/sites';
import { sayTrackerWords } from '../../db/sites/scans';
import type { SayTracker } from '../../core/sites/schema';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { beginRun } from '../runs/beginRun';
import { recordTrail } from '../trail/recordTrail';
import { siteSignIn } from './sealed';

/** Asks for a site's pages to be looked at by a real browser; one scan of a site at a time. */
export async function startScan(ctx: Context, { id }: { id: string }): Promise<Result<{ runId: string }, SiteRefusal>> {
  if (!reach(ctx, 'sites.change')) return refuse({ code: 'not-allowed', act: 'sites.change' });
  return ctx.transaction<Result<{ runId: string }, SiteRefusal>>(async (h) => {
    // Of two who ask at once the second waits, and finds that it runs.
    const site = await siteById(h, id, 'to change it');
    if (!site) return refuse({ code: 'not-found' });
    if (site.closed_at) return refuse({ code: 'site-closed' });
    if (await lastRun(h, 'scan-site', { subject: id, state: 'running' })) return refuse({ code: 'scan-running' });
    const runId = ctx.keys.id('scn');
    await beginRun(ctx, h, 'scan-site', { id: runId, subject: id });
    await recordTrail(ctx, h, 'site-scanned', id, site.origins.join());
    return ok({ runId });
  });
}

/** Every site whose turn it is, as it was planned for it. */
export async function startDueScans(ctx: Context): Promise<void> {
  const today = localDay(ctx.clock.now(), ctx.organisation.zone);
  const due = await ctx.reading(async (h) => {
    const found: string[] = [];
    for (const { id, scan_days, closed_at } of await listSites(h)) {
      if (scan_days === null || closed_at) continue;
      const last = await lastRun(h, 'scan-site', { subject: id });
      if (!last || addDays(localDay(last.started_at, ctx.organisation.zone), scan_days) <= today) found.push(id);
    }
    return found;
  });
  for (const id of due) await startScan(ctx, { id });
}

/** How often a site is scanned, how many of its pages, and as whom it signs in. */
export async function planScan(ctx: Context, input: ScanPlan): Promise<Result<null, SiteRefusal>> {
  if (!reach(ctx, 'sites.change')) return refuse({ code: 'not-allowed', act: 'sites.change' });
  return ctx.transaction<Result<null, SiteRefusal>>(async (h) => {
    const site = await siteById(h, input.id, 'to change it');
    if (!site) return refuse({ code: 'not-found' });
    if (site.closed_at) return refuse({ code: 'site-closed' });
    const { signInUrl: url, user } = input;
    const kept = site.sign_in_sealed ? siteSignIn.openUnder(ctx.keys, null, site.sign_in_sealed, site.id) : null;
    if (url && !site.origins.includes(new URL(url).origin)) return refuse({ code: 'scan-sign-in-elsewhere' });
    // A password that was given for one form is not typed into another.
    const password = input.password || (kept?.url === url && kept.user === user ? kept.password : '');
    if (url && (!user || !password)) return refuse({ code: 'scan-sign-in-incomplete' });
    await setSite(h, site.id, {
      scan_days: input.everyDays || null,
      scan_most: input.pages,
      sign_in_sealed: url ? siteSignIn.closeUnder(ctx.keys, null, { url, user, password }, site.id) : null,
      changed_at: ctx.clock.now(),
    });
    const when = input.everyDays ? `every ${input.everyDays} days` : 'when asked';
    await recordTrail(
      ctx,
      h,
      'site-changed',
      site.id,
      `scanned ${when}, ${input.pages} pages${url ? ', signed in' : ''}`,
    );
    return ok(null);
  });
}

/** Whose something is and what it is for, for a host or for one name there; the newest word counts. */
export async function sayTracker(ctx: Context, input: SayTracker): Promise<Result<null, SiteRefusal>> {
  if (!reach(ctx, 'sites.change')) return refuse({ code: 'not-allowed', act: 'sites.change' });
  return ctx.transaction(async (h) => {
    await sayTrackerWords(h, {
      host: input.host,
      name: input.name,
      owner: input.owner,
      use: input.use,
      keeps_days: input.keepsDays,
      is_sale: input.isSale,
      said_by: ctx.actor.id,
      said_at: ctx.clock.now(),
    });
    const what = input.name ? `${input.name} of ${input.host}` : input.host;
    await recordTrail(ctx, h, 'tracker-described', what.slice(0, 100), `${input.owner}, ${input.use}`);
    return ok(null);
  });
}
