import type { RunId } from '../../core/shared/ids';
import { purposesInForce } from '../../core/purposes/purposes';
import type { SiteRefusal } from '../../core/sites/refusals';
import { statesToTry, type TrySite, type TryState, type TryView } from '../../core/sites/tryOut';
import { ok, refuse, type Result } from '../../core/shared/result';
import type { AccessRefusal } from '../../core/access/refusals';
import { allPurposes } from '../../db/purposes/purposes';
import { lastRun } from '../../db/runs/runs';
import { siteById } from '../../db/sites/sites';
import { insertTry, insertTryLook, tryById, tryLooks, tryPicture, type SiteTryRow } from '../../db/sites/tries';
import { BrowserMissing, type Looker } from '../../ports/looker';
import { beginRun } from '../runs/beginRun';
import { viewOrNull } from '../runs/runView';
import { finishRun, moveRun, RunFailed, workOnRun } from '../runs/workOnRun';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { panelOf } from './panel';
import { tryToken } from './tryToken';

/** What comes late is waited for, seconds. */
const STAY_S = 1.5;

/** Asks for a page of a site to be tried as a fresh visitor from a place: before an answer, after a no, after each yes. */
export async function startTry(ctx: Context, input: TrySite): Promise<Result<{ runId: string }, SiteRefusal>> {
  if (!reach(ctx, 'sites.see')) return refuse({ code: 'not-allowed', act: 'sites.see' });
  return ctx.transaction<Result<{ runId: string }, SiteRefusal>>(async (h) => {
    // Of two who ask at once the second waits, and finds that it runs.
    const site = await siteById(h, input.id, 'to change it');
    if (!site) return refuse({ code: 'not-found' });
    if (site.closed_at) return refuse({ code: 'site-closed' });
    if (!site.origins.includes(new URL(input.url).origin)) return refuse({ code: 'try-elsewhere' });
    if (await lastRun(h, 'try-site', { subject: site.id, state: 'running' })) return refuse({ code: 'try-running' });
    const runId = ctx.keys.id('try');
    await beginRun(ctx, h, 'try-site', { id: runId, subject: site.id });
    const { url, place, language, gpc } = input;
    await insertTry(h, { run_id: runId as RunId, site_id: site.id, url, place, language, gpc });
    return ok({ runId });
  });
}

/** Looks at the page once for each answer, each time as somebody who was never there. Nothing reaches the ledger or the counts. */
export async function trySite(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async (run) => {
    const { looker } = ctx;
    if (!looker) throw new Error('only a worker tries pages');
    const asked = await ctx.reading((h) => tryById(h, runId));
    const site = asked && (await ctx.reading((h) => siteById(h, asked.site_id)));
    if (!asked || !site || site.closed_at) throw new RunFailed('site-closed');
    const tries = tryToken(ctx, site.id, asked);
    const panel = await panelOf(ctx, site.id, { address: null, gpc: asked.gpc, device: 'computer', tries });
    const open = panel?.rules.purposes.filter(({ mode }) => mode !== 'always').map(({ id }) => id) ?? [];
    const states = statesToTry(open);
    try {
      for (const [place, state] of states.entries()) {
        if (place < Number(run.done)) continue;
        const found = await lookAt(ctx, looker, { asked, tries, origins: site.origins, state });
        await ctx.transaction(async (h) => {
          await insertTryLook(h, { run_id: runId, place, ...found });
          await moveRun(h, runId, { done: place + 1, total: states.length });
        });
      }
    } catch (error) {
      if (error instanceof BrowserMissing) throw new RunFailed('no-browser');
      throw error;
    }
    await ctx.transaction((h) => finishRun(ctx, h, runId));
  });
}

async function lookAt(
  ctx: Context,
  looker: Looker,
  { asked, tries, origins, state }: { asked: SiteTryRow; tries: string; origins: string[]; state: TryState },
) {
  const visitor = await looker.visitor({
    ownHosts: origins.map((origin) => new URL(origin).hostname),
    site: asked.site_id,
    bookend: ctx.baseUrl,
    reach: ctx.reach,
    tries,
    language: asked.language,
    gpc: asked.gpc,
  });
  try {
    const options = { staySeconds: STAY_S, fillsForms: false, picture: true };
    // The answer of somebody who tries is not kept: the page is looked at where it was answered.
    const yes = state === 'all' || state === 'none' ? state : [state.slice('only:'.length)];
    const look =
      state === 'before' || !(await visitor.answer(asked.url, yes))
        ? await visitor.look(asked.url, options)
        : await visitor.again(options);
    const { address, fault, panel, sightings, calls, picture } = look;
    return {
      state,
      look: { state, address, fault, panel, sightings, calls },
      picture: picture ? Buffer.from(picture) : null,
    };
  } finally {
    await visitor.close();
  }
}

/** What was tried last on a site, side by side. */
export async function readTry(ctx: Context, { id }: { id: string }): Promise<Result<TryView, AccessRefusal>> {
  if (!reach(ctx, 'sites.see')) return refuse({ code: 'not-allowed', act: 'sites.see' });
  return ctx.reading(async (h) => {
    const site = await siteById(h, id);
    if (!site) return refuse({ code: 'not-found' });
    const run = await lastRun(h, 'try-site', { subject: id });
    const asked = run && (await tryById(h, run.id));
    const now = ctx.clock.now();
    return ok({
      id,
      name: site.name,
      origins: site.origins,
      run: viewOrNull(ctx, run),
      asked: asked ? { url: asked.url, place: asked.place, language: asked.language, gpc: asked.gpc } : null,
      looks: run ? await tryLooks(h, run.id) : [],
      titles: Object.fromEntries(
        purposesInForce(await allPurposes(h), now, now).map((purpose) => [purpose.id, purpose.title]),
      ),
      liveLink: asked && !site.closed_at ? liveLink(ctx, asked) : null,
      mayTry: site.closed_at === null,
    });
  });
}

function liveLink(ctx: Context, asked: SiteTryRow): string {
  const url = new URL(asked.url);
  url.searchParams.set('bookend-try', tryToken(ctx, asked.site_id, asked));
  return url.href;
}

/** How the page looked, as a JPEG; null: there is no picture. */
export async function readTryPicture(
  ctx: Context,
  { id, state }: { id: string; state: string },
): Promise<Result<Buffer | null, AccessRefusal>> {
  if (!reach(ctx, 'sites.see')) return refuse({ code: 'not-allowed', act: 'sites.see' });
  return ctx.reading(async (h) => ok(await tryPicture(h, id, state)));
}
