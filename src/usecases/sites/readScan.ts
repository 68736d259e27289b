import type { AccessRefusal } from '../../core/access/refusals';
import type { RunId } from '../../core/shared/ids';
import { findingsOf, type Tied } from '../../core/sites/findings';
import { knownTracker, type TrackerWords } from '../../core/sites/trackerWords';
import { keyOfTracker, phasesOf } from '../../core/sites/trackers';
import type { ScanTracker, ScanView } from '../../core/sites/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { runsOf } from '../../db/runs/runs';
import { allPurposes } from '../../db/purposes/purposes';
import { scanPages, seenInScan, trackerWords, type ScanSeenRow, type TrackerWordsRow } from '../../db/sites/scans';
import { siteById, type SiteRow } from '../../db/sites/sites';
import type { Handle } from '../../db/shared/handle';
import { runView } from '../runs/runView';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { siteSignIn } from './sealed';

/** What was seen on a site by its last scan that ended, what is wrong about it, and what differs from the one before. */
export async function readScan(ctx: Context, { id }: { id: string }): Promise<Result<ScanView, AccessRefusal>> {
  if (!reach(ctx, 'sites.see')) return refuse({ code: 'not-allowed', act: 'sites.see' });
  return ctx.reading(async (h) => {
    const site = await siteById(h, id);
    if (!site) return refuse({ code: 'not-found' });
    const runs = await runsOf(h, 'scan-site', id);
    const [last, before] = runs.filter(({ state }) => state === 'finished');
    const words = await trackerWords(h);
    const seen = last ? await seenInScan(h, last.id) : [];
    const earlier = new Set(before ? (await seenInScan(h, before.id)).map(keyOfTracker) : []);
    const tied = await tiedBy(h, site);
    const trackers = seen.map((row): ScanTracker => {
      const phases = phasesOf(row.phases);
      const said = wordsFor(site, row, words);
      const sighting = { ...row, by: row.by_host, livesDays: row.lives_days };
      return {
        key: keyOfTracker(row),
        kind: row.kind,
        host: row.host,
        name: row.name,
        by: row.by_host,
        livesDays: row.lives_days,
        phases,
        pages: row.pages,
        firstUrl: row.first_url,
        words: said,
        findings: findingsOf({ ...sighting, phases }, said, tied),
        isNew: before !== undefined && !earlier.has(keyOfTracker(row)),
      };
    });
    const now = new Set(seen.map(keyOfTracker));
    const pages = last
      ? (await Promise.all(['before', 'no', 'yes'].map((p) => scanPages(h, last.id, p as never)))).flat()
      : [];
    const kept = site.sign_in_sealed ? siteSignIn.openUnder(ctx.keys, null, site.sign_in_sealed, site.id) : null;
    return ok({
      id: site.id,
      name: site.name,
      run: runs[0] ? runView(ctx, runs[0]) : null,
      scannedAt: last?.finished_at ?? null,
      wasCut: Boolean(last?.counts['cut']),
      pages: pages.filter(({ phase, state }) => phase === 'before' && state === 'done').length,
      failed: pages.filter(({ state }) => state === 'failed').map(({ url, fault }) => ({ url, fault: fault ?? '' })),
      trackers: trackers.sort((a, b) => b.findings.length - a.findings.length),
      gone: [...earlier].filter((key) => !now.has(key)),
      plan: {
        everyDays: site.scan_days,
        pages: site.scan_most,
        signInUrl: kept?.url ?? '',
        user: kept?.user ?? '',
        hasPassword: kept !== null,
      },
      mayChange: reach(ctx, 'sites.change') !== null && site.closed_at === null,
    });
  });
}

async function tiedBy(h: Handle, site: SiteRow): Promise<Tied> {
  const sale = (await allPurposes(h)).filter(({ isSale }) => isSale).map((one) => one.id);
  return { held: site.held, sale: [...new Set(sale)] };
}

/** How many of the things that a scan saw are not in order. */
export async function countWrong(h: Handle, site: SiteRow, runId: RunId): Promise<number> {
  const [words, tied] = [await trackerWords(h), await tiedBy(h, site)];
  return (await seenInScan(h, runId)).filter((row) => {
    const seen = { ...row, by: row.by_host, livesDays: row.lives_days, phases: phasesOf(row.phases) };
    return findingsOf(seen, wordsFor(site, row, words), tied).length > 0;
  }).length;
}

/** What a colleague said of this name, of all of its host, or what comes with Bookend. */
export function wordsFor(site: SiteRow, row: ScanSeenRow, said: readonly TrackerWordsRow[]): TrackerWords | null {
  const isOwn = site.origins.some((origin) => new URL(origin).hostname === row.host);
  const own =
    said.find(({ host, name }) => host === row.host && name === row.name && name !== '') ??
    said.find(({ host, name }) => host === row.host && name === '');
  if (own) return { owner: own.owner, use: own.use, keepsDays: own.keeps_days, isSale: own.is_sale };
  return knownTracker({ ...row, by: row.by_host }, isOwn);
}
