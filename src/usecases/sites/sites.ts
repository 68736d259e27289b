import type { AccessRefusal } from '../../core/access/refusals';
import { askInForce } from '../../core/sites/panelFor';
import type { SiteRefusal } from '../../core/sites/refusals';
import { liveState, type LiveState } from '../../core/sites/live';
import { needsOf, originsOf, type AddSite, type ChangeSite } from '../../core/sites/schema';
import type { SiteLine, SitesView, SiteView } from '../../core/sites/views';
import type { SystemId } from '../../core/shared/ids';
import { addDays, localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { allPurposes, allWordings } from '../../db/purposes/purposes';
import {
  answersSince,
  countsOfSite,
  insertSite,
  listSites,
  setSite,
  shownSince,
  siteById,
  type SiteRow,
} from '../../db/sites/sites';
import { insertSystem } from '../../db/systems/systems';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

const WEEK_DAYS = 7;
/** Days whose counts say which version is served. */
const LIVE_DAYS = 30;
/** Days that the figures of a site look back. */
const COUNT_DAYS = 365;

/** Every site with its panel, and what a new one may show. */
export async function readSites(ctx: Context): Promise<Result<SitesView, AccessRefusal>> {
  if (!reach(ctx, 'sites.see')) return refuse({ code: 'not-allowed', act: 'sites.see' });
  return ctx.reading(async (h) => {
    const asks = (await allWordings(h)).filter(({ kind, purposes }) => kind === 'ask' && purposes.length > 0);
    const answers = await answersSince(h, weekAgo(ctx));
    return ok({
      sites: (await listSites(h)).map((row) => lineOf(ctx, row, asks, answers)),
      asks: [...new Set(asks.map(({ id }) => id))].map((id) => ({
        id,
        purposes: [...(asks.findLast((one) => one.id === id)?.purposes ?? [])],
      })),
      purposes: [...new Set((await allPurposes(h)).map(({ id }) => id))],
      mayChange: reach(ctx, 'sites.change') !== null,
    });
  });
}

const weekAgo = (ctx: Context) => addDays(localDay(ctx.clock.now(), ctx.organisation.zone), -WEEK_DAYS);

/** Which version its pages really show. */
async function liveOf(ctx: Context, h: Handle, row: SiteRow, asks: Asks): Promise<LiveState> {
  const own = asks.filter(({ kind, id }) => kind === 'ask' && id === row.ask_id);
  const current = askInForce(own, ctx.clock.now());
  const from = current && localDay(current.validFrom, ctx.organisation.zone);
  const since = addDays(localDay(ctx.clock.now(), ctx.organisation.zone), -LIVE_DAYS);
  return liveState(await shownSince(h, row.id, since), current && from ? { version: current.version, from } : null);
}

/** Sites whose pages still show an older version than the one in force. */
export async function sitesBehind(ctx: Context, h: Handle): Promise<{ id: string; name: string; version: number }[]> {
  const behind: { id: string; name: string; version: number }[] = [];
  const asks = await allWordings(h);
  for (const row of await listSites(h)) {
    if (row.closed_at) continue;
    const { isBehind, version } = await liveOf(ctx, h, row, asks);
    if (isBehind && version !== null) behind.push({ id: row.id, name: row.name, version });
  }
  return behind;
}

type Asks = Awaited<ReturnType<typeof allWordings>>;

function lineOf(ctx: Context, row: SiteRow, asks: Asks, answers: Map<string, number>): SiteLine {
  const own = asks.filter(({ kind, id }) => kind === 'ask' && id === row.ask_id);
  return {
    id: row.id,
    name: row.name,
    origins: row.origins,
    ask: row.ask_id,
    version: askInForce(own, ctx.clock.now())?.version ?? null,
    isClosed: row.closed_at !== null,
    answers: answers.get(row.id) ?? 0,
  };
}

/** One site: what its panel turns and holds back, the line for its pages, and how it was answered. */
export async function readSite(ctx: Context, { id }: { id: string }): Promise<Result<SiteView, AccessRefusal>> {
  if (!reach(ctx, 'sites.see')) return refuse({ code: 'not-allowed', act: 'sites.see' });
  return ctx.reading(async (h) => {
    const row = await siteById(h, id);
    if (!row) return refuse({ code: 'not-found' });
    const asks = await allWordings(h);
    return ok({
      ...lineOf(ctx, row, asks, await answersSince(h, weekAgo(ctx))),
      position: row.position,
      switches: row.switches.map(({ name, purposes }) => `${name}: ${purposes.join(', ')}`).join('\n'),
      held: row.held.map(({ part, purposes }) => `${part}: ${purposes.join(', ')}`).join('\n'),
      script: `<script src="${ctx.baseUrl}/panel/${row.id}/script.js"></script>`,
      counts: (await countsOfSite(h, id, addDays(localDay(ctx.clock.now(), ctx.organisation.zone), -COUNT_DAYS))).map(
        ({ site_id: _, ...count }) => count,
      ),
      live: await liveOf(ctx, h, row, asks),
      mayChange: reach(ctx, 'sites.change') !== null && row.closed_at === null,
      asks: [
        ...new Set(asks.filter(({ kind, purposes }) => kind === 'ask' && purposes.length > 0).map((one) => one.id)),
      ],
    });
  });
}

/** A site of the organisation; what is answered there comes in as from a system of its own. */
export async function addSite(ctx: Context, input: AddSite): Promise<Result<{ id: string }, SiteRefusal>> {
  if (!reach(ctx, 'sites.change')) return refuse({ code: 'not-allowed', act: 'sites.change' });
  return ctx.transaction<Result<{ id: string }, SiteRefusal>>(async (h) => {
    if (await siteById(h, input.id)) return refuse({ code: 'site-known', id: input.id });
    const settled = await settle(h, input);
    if (!settled.ok) return settled;
    const now = ctx.clock.now();
    const system: SystemId = `sys_site_${input.id}`;
    await insertSystem(h, {
      id: system,
      kind: 'site',
      name: input.name,
      default_country: null,
      connection_sealed: null,
      is_traced: false,
      owner: null,
      sort_order: 900,
    });
    await insertSite(h, {
      id: input.id,
      system_id: system,
      ...settled.value,
      scan_days: null,
      scan_most: 30,
      sign_in_sealed: null,
      made_by: ctx.actor.id,
      created_at: now,
      changed_at: now,
      closed_at: null,
    });
    await recordTrail(
      ctx,
      h,
      'site-changed',
      input.id,
      `asks from now on: ${input.ask}, ${settled.value.origins.join()}`,
    );
    return ok({ id: input.id });
  });
}

/** What a site shows, turns and holds back; pages that are opened from now on do so. */
export async function changeSite(ctx: Context, input: ChangeSite): Promise<Result<null, SiteRefusal>> {
  return changing(ctx, input.id, async (h, row) => {
    const settled = await settle(h, input);
    if (!settled.ok) return settled;
    await setSite(h, row.id, { ...settled.value, changed_at: ctx.clock.now() });
    await recordTrail(ctx, h, 'site-changed', row.id, `${input.ask}, ${settled.value.origins.join()}`);
    return ok(null);
  });
}

/** No panel is shown there any more and no answer is taken; what was answered stays in the ledger. */
export async function closeSite(ctx: Context, { id }: { id: string }): Promise<Result<null, SiteRefusal>> {
  return changing(ctx, id, async (h, row) => {
    await setSite(h, row.id, { closed_at: ctx.clock.now(), changed_at: ctx.clock.now() });
    await recordTrail(ctx, h, 'site-changed', row.id, 'taken out of use');
    return ok(null);
  });
}

function changing(
  ctx: Context,
  id: string,
  work: (h: Handle, row: SiteRow) => Promise<Result<null, SiteRefusal>>,
): Promise<Result<null, SiteRefusal>> {
  if (!reach(ctx, 'sites.change')) return Promise.resolve(refuse({ code: 'not-allowed', act: 'sites.change' }));
  return ctx.transaction<Result<null, SiteRefusal>>(async (h) => {
    const row = await siteById(h, id, 'to change it');
    if (!row) return refuse({ code: 'not-found' });
    return row.closed_at ? refuse({ code: 'site-closed' }) : work(h, row);
  });
}

type Settled = Pick<SiteRow, 'name' | 'origins' | 'ask_id' | 'position' | 'switches' | 'held'>;

/** What was typed, in the form it is kept in; every ask and purpose has to be there. */
async function settle(h: Handle, input: ChangeSite): Promise<Result<Settled, SiteRefusal>> {
  const asks = (await allWordings(h)).filter(({ kind, purposes }) => kind === 'ask' && purposes.length > 0);
  if (!asks.some(({ id }) => id === input.ask)) return refuse({ code: 'site-ask-unknown', ask: input.ask });
  const known = new Set((await allPurposes(h)).map(({ id }) => id));
  const [switches, held] = [needsOf(input.switches), needsOf(input.held)];
  const unknown = [...switches, ...held].flatMap(({ purposes }) => purposes).find((id) => !known.has(id));
  if (unknown) return refuse({ code: 'site-purpose-unknown', purpose: unknown });
  return ok({
    name: input.name,
    origins: [...new Set(originsOf(input.origins))],
    ask_id: input.ask,
    position: input.position,
    switches: switches.map(({ before, purposes }) => ({ name: before, purposes })),
    held: held.map(({ before, purposes }) => ({ part: before, purposes })),
  });
}
