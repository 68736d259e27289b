import { setTimeout as delay } from 'node:timers/promises';
import type { RunId } from '../../core/shared/ids';
import { choosePages, mayVisit, NO_ROBOTS, pageOf, readRobots, readSitemap, type Robots } from '../../core/sites/crawl';
import { PHASES, type Phase } from '../../core/sites/trackers';
import {
  addScanPages,
  addSeen,
  dropOldScans,
  dropWaitingPages,
  endScanPage,
  scanPages,
  waitForSignIn,
  type ScanPageRow,
} from '../../db/sites/scans';
import type { RunRow } from '../../db/runs/runs';
import { siteById, type SiteRow } from '../../db/sites/sites';
import { BrowserMissing, type Looker, type PageLook, type SiteVisitor, type VisitorSettings } from '../../ports/looker';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { finishRun, moveRun, RunFailed, workOnRun } from '../runs/workOnRun';
import { countWrong } from './readScan';
import { siteSignIn } from './sealed';

/** Pages of a phase on which what comes late is waited for; what is on every page is seen there. */
const LONG_LOOKS = 2;
const LONG_STAY_S = 4;
const SHORT_STAY_S = 0.5;
/** A site that asks for more patience than this gets so much, seconds. */
const LONGEST_DELAY_S = 10;
/** Addresses of pages that are kept to choose from. */
const MOST_FOUND = 2000;
const MOST_SITEMAPS = 5;
/** A site whose pages are slow is not looked at for longer, hours; what was seen by then stays. */
const LONGEST_HOURS = 2;
/** Scans of a site that stay to be compared. */
const KEPT_SCANS = 12;

/** The browser of a scan is gone; what was seen with it is kept. */
class BrowserBroke extends Error {
  override name = 'BrowserBroke';
  readonly code = 'browser-broke';
}

interface Scan {
  runId: RunId;
  startedAt: string;
  site: SiteRow;
  looker: Looker;
  /** What each origin of the site asks of programs. */
  robots: ReadonlyMap<string, Robots>;
  settings: VisitorSettings;
}

/**
 * Looks at a site's pages three times with a browser that was never there: without an answer, after a no, after a yes to everything.
 * Nothing is submitted and no answer reaches the ledger. After a kill it goes on with the first page that was not looked at.
 */
export async function scanSite(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async (run) => {
    const site = await ctx.reading((h) => siteById(h, run.subject!));
    if (!site || site.closed_at) throw new RunFailed('site-closed');
    if (!ctx.looker) throw new Error('only a worker scans');
    const scan = await prepare(ctx, run, site, ctx.looker);
    try {
      for (const phase of PHASES) await lookThrough(ctx, scan, phase);
    } catch (error) {
      if (error instanceof BrowserMissing) throw new RunFailed('no-browser');
      throw error;
    }
    await ctx.transaction(async (h) => {
      const pages = await scanPages(h, runId, 'before');
      // Where nothing was seen nothing is in order: the scan before is still the last word.
      if (!pages.some(({ state }) => state === 'done')) throw new RunFailed('site-no-page');
      const wrong = await countWrong(h, site, runId);
      await tellProgress(h, runId, { wrong, ...(isLate(ctx, scan) ? { cut: 1 } : {}) });
      await dropOldScans(h, site.id, KEPT_SCANS);
      await finishRun(ctx, h, runId);
    });
  });
}

async function prepare(
  ctx: Context,
  { id: runId, started_at: startedAt }: RunRow,
  site: SiteRow,
  looker: Looker,
): Promise<Scan> {
  const settings: VisitorSettings = {
    ownHosts: site.origins.map((origin) => new URL(origin).hostname),
    site: site.id,
    bookend: ctx.baseUrl,
    reach: ctx.reach,
    tries: null,
    language: null,
    gpc: false,
  };
  const robots = new Map<string, Robots>();
  for (const origin of site.origins) {
    const text = await looker.read(`${origin}/robots.txt`, settings);
    robots.set(origin, text === null ? NO_ROBOTS : readRobots(text));
  }
  const scan = { runId, startedAt, site, looker, robots, settings };
  const known = await ctx.reading((h) => scanPages(h, runId, 'before'));
  if (known.length > 0) return scan;
  const found = site.origins.map((origin) => `${origin}/`);
  for (const origin of site.origins) found.push(...(await fromSitemaps(scan, origin)));
  await ctx.transaction((h) =>
    addScanPages(h, { run_id: runId, phase: 'before', is_signed: false }, allowed(scan, found, found[0]!), 0),
  );
  return scan;
}

async function fromSitemaps({ looker, robots, settings, site }: Scan, origin: string): Promise<string[]> {
  const [queue, found] = [
    [...new Set([`${origin}/sitemap.xml`, ...(robots.get(origin)?.sitemaps ?? [])])],
    [] as string[],
  ];
  for (let n = 0; n < MOST_SITEMAPS && n < queue.length; n++) {
    if (!URL.canParse(queue[n]!) || !site.origins.includes(new URL(queue[n]!).origin)) continue;
    for (const address of readSitemap((await looker.read(queue[n]!, settings)) ?? ''))
      (address.endsWith('.xml') ? queue : found).push(address);
  }
  return found;
}

/** What may be looked at of what was found. */
function allowed({ site, robots }: Scan, addresses: readonly string[], base: string): string[] {
  const pages = addresses.map((address) => pageOf(address, base, site.origins)).filter((page) => page !== null);
  return [...new Set(pages)]
    .filter((page) => mayVisit(robots.get(new URL(page).origin) ?? NO_ROBOTS, page))
    .slice(0, MOST_FOUND);
}

/** One phase: a new visitor, who answers where it is asked for, and then looks at each page. */
async function lookThrough(ctx: Context, scan: Scan, phase: Phase): Promise<void> {
  const { runId, site, looker } = scan;
  if (phase !== 'before') await carryPages(ctx, runId, phase);
  const [first] = await ctx.reading((h) => scanPages(h, runId, phase));
  if (isLate(ctx, scan) || !first || (await nextPage(ctx, scan, phase)) === null)
    return await ctx.transaction((h) => dropWaitingPages(h, runId, phase));
  const visitor = await looker.visitor(scan.settings);
  try {
    if (phase !== 'before') {
      const wasAnswered = await visitor.answer(first.url, phase === 'yes' ? 'all' : 'none');
      // Without a panel there is nothing that could be answered: what was seen before an answer is all there is.
      if (!wasAnswered) return await ctx.transaction((h) => dropWaitingPages(h, runId, phase));
    }
    await lookAtAll(ctx, scan, phase, visitor, false);
    const signIn = site.sign_in_sealed ? siteSignIn.openUnder(ctx.keys, null, site.sign_in_sealed, site.id) : null;
    if (!signIn) return;
    if (!(await visitor.signIn(signIn.url, signIn.user, signIn.password)))
      return await noteSignIn(ctx, scan, phase, signIn.url);
    const landed = await visitor.look(signIn.url, { staySeconds: 0, fillsForms: false, picture: false });
    if (phase === 'before') await keepFound(ctx, scan, phase, landed, true);
    await lookAtAll(ctx, scan, phase, visitor, true);
  } finally {
    await visitor.close();
  }
  await ctx.transaction((h) => dropWaitingPages(h, runId, phase));
}

/** Later visitors look at the pages that the first one found. */
async function carryPages(ctx: Context, runId: RunId, phase: Phase): Promise<void> {
  await ctx.transaction(async (h) => {
    const first = (await scanPages(h, runId, 'before')).filter(({ state }) => state === 'done');
    for (const isSigned of [false, true]) {
      const urls = first.filter(({ is_signed }) => is_signed === isSigned).map(({ url }) => url);
      await addScanPages(h, { run_id: runId, phase, is_signed: isSigned }, urls, 0);
    }
  });
}

async function lookAtAll(
  ctx: Context,
  scan: Scan,
  phase: Phase,
  visitor: SiteVisitor,
  isSigned: boolean,
): Promise<void> {
  const asked = Math.max(...[...scan.robots.values()].map(({ delay: seconds }) => seconds ?? 0));
  const pause = Math.max(scan.looker.pauseMs, Math.min(asked, LONGEST_DELAY_S) * 1000);
  for (let n = 0; ; n++) {
    const page = isLate(ctx, scan) ? null : await nextPage(ctx, scan, phase, isSigned);
    if (!page) return;
    if (n > 0) await delay(pause);
    const look = await lookOnce(visitor, page, n < LONG_LOOKS ? LONG_STAY_S : SHORT_STAY_S);
    if (page.place === 0 && phase === 'before' && look.fault && !page.is_signed) {
      if (['unreachable', 'out-of-reach', 'redirects'].includes(look.fault)) throw new RunFailed(`site-${look.fault}`);
    }
    if (phase === 'before') await keepFound(ctx, scan, phase, look, isSigned);
    if (!isSigned && (await askedToSignIn(ctx, scan, page, look))) continue;
    await keepLook(ctx, scan, page, look);
    // It is tried again with a new browser, which goes on with the next page.
    if (look.fault === 'browser-broke') throw new BrowserBroke(page.url);
  }
}

const isLate = (ctx: Context, { startedAt }: Scan): boolean =>
  Date.parse(ctx.clock.now()) - Date.parse(startedAt) > LONGEST_HOURS * 3_600_000;

/** Whoever is not signed in is shown the sign-in instead: the page waits until somebody is. @returns whether it does */
async function askedToSignIn(ctx: Context, { site }: Scan, page: ScanPageRow, look: PageLook): Promise<boolean> {
  const signIn = site.sign_in_sealed ? siteSignIn.openUnder(ctx.keys, null, site.sign_in_sealed, site.id) : null;
  if (!signIn) return false;
  const [at, form] = [look.address, signIn.url].map((address) => pageOf(address, address, site.origins));
  if (at !== form || page.url === form) return false;
  await ctx.transaction((h) => waitForSignIn(h, page));
  return true;
}

async function lookOnce(visitor: SiteVisitor, { url }: ScanPageRow, staySeconds: number): Promise<PageLook> {
  try {
    return await visitor.look(url, { staySeconds, fillsForms: true, picture: false });
  } catch (error) {
    // The page broke the browser: it is said, and the others are looked at.
    if (error instanceof Error && /Target closed|Session closed|Connection closed|detached/i.test(error.message))
      return {
        address: url,
        status: null,
        fault: 'browser-broke',
        links: [],
        sightings: [],
        panel: null,
        calls: {},
        picture: null,
      };
    throw error;
  }
}

async function nextPage(
  ctx: Context,
  { runId, site }: Scan,
  phase: Phase,
  isSigned?: boolean,
): Promise<ScanPageRow | null> {
  const pages = await ctx.reading((h) => scanPages(h, runId, phase));
  // What somebody sees who is signed in counts by itself: it must not fall behind a thousand pages for everybody.
  const own = isSigned === undefined ? pages : pages.filter(({ is_signed }) => is_signed === isSigned);
  const chosen = new Set(
    choosePages(
      own.map(({ url }) => url),
      site.scan_most,
    ),
  );
  return own.find(({ url, state }) => state === 'waiting' && chosen.has(url)) ?? null;
}

async function keepFound(ctx: Context, scan: Scan, phase: Phase, look: PageLook, isSigned: boolean): Promise<void> {
  const found = allowed(scan, [...(isSigned ? [look.address] : []), ...look.links], look.address);
  await ctx.transaction(async (h) => {
    const known = await scanPages(h, scan.runId, phase);
    const of = { run_id: scan.runId, phase, is_signed: isSigned };
    if (known.length < MOST_FOUND) await addScanPages(h, of, found, known.length);
  });
}

async function keepLook(ctx: Context, { runId, site }: Scan, page: ScanPageRow, look: PageLook): Promise<void> {
  const isSeen = look.fault === null || look.fault === 'timeout' || look.fault === 'too-large';
  await ctx.transaction(async (h) => {
    // It led to somebody else: what is there is not of this site.
    const isHere = site.origins.some((origin) => look.address.startsWith(`${origin}/`));
    if (isHere) await addSeen(h, { runId, phase: page.phase, url: page.url }, look.sightings);
    await endScanPage(h, page, {
      state: isSeen && isHere ? 'done' : 'failed',
      fault: look.fault ?? (isHere ? null : 'elsewhere'),
    });
    await tellProgress(h, runId);
  });
}

async function tellProgress(h: Handle, runId: RunId, more: { cut?: 1; wrong?: number } = {}): Promise<void> {
  const all = (await Promise.all(PHASES.map((phase) => scanPages(h, runId, phase)))).flat();
  const over = all.filter(({ state }) => state !== 'waiting');
  const failed = over.filter(({ state }) => state === 'failed').length;
  await moveRun(h, runId, { done: over.length, counts: { failed, ...more } });
}

/** Nobody could sign in: what lies behind it was not looked at, and that is said like a page that failed. */
async function noteSignIn(ctx: Context, { runId }: Scan, phase: Phase, url: string): Promise<void> {
  await ctx.transaction(async (h) => {
    const page = { run_id: runId, phase, url: new URL(url).origin + new URL(url).pathname };
    await addScanPages(h, { ...page, is_signed: true }, [page.url], MOST_FOUND);
    await endScanPage(h, page, { state: 'failed', fault: 'sign-in' });
    await dropWaitingPages(h, runId, phase);
  });
}
