import type { RunId } from '../../core/shared/ids';
import { bitOf, type Phase, type Sighting, type TrackerKind } from '../../core/sites/trackers';
import type { Use } from '../../core/sites/trackerWords';
import type { Handle } from '../shared/handle';

export interface ScanPageRow {
  run_id: RunId;
  phase: Phase;
  url: string;
  /** It was reached behind a sign-in. */
  is_signed: boolean;
  state: 'waiting' | 'done' | 'failed';
  fault: string | null;
  place: number;
}

export interface ScanSeenRow {
  run_id: RunId;
  kind: TrackerKind;
  host: string;
  name: string;
  by_host: string | null;
  lives_days: number | null;
  /** Bits of the phases it was seen in. */
  phases: number;
  pages: number;
  first_url: string;
}

/** What a colleague said of everything of a host, or of one name there. */
export interface TrackerWordsRow {
  host: string;
  /** Empty: everything of the host that has no words of its own. */
  name: string;
  owner: string;
  use: Use;
  keeps_days: number | null;
  is_sale: boolean;
  said_by: string;
  said_at: string;
}

/** Pages that are known of a phase, in the order in which they were found. */
export async function scanPages(h: Handle, runId: string, phase: Phase): Promise<ScanPageRow[]> {
  return h.trx('scan_pages').where({ run_id: runId, phase }).orderBy('place');
}

/** Those that are known already stay as they are. */
export async function addScanPages(
  h: Handle,
  of: Pick<ScanPageRow, 'run_id' | 'phase' | 'is_signed'>,
  urls: readonly string[],
  from: number,
): Promise<void> {
  if (urls.length === 0) return;
  await h
    .trx('scan_pages')
    .insert(urls.map((url, i) => ({ ...of, url, state: 'waiting', fault: null, place: from + i })))
    .onConflict(['run_id', 'phase', 'url'])
    .ignore();
}

export async function endScanPage(
  h: Handle,
  { run_id, phase, url }: Pick<ScanPageRow, 'run_id' | 'phase' | 'url'>,
  change: Pick<ScanPageRow, 'state' | 'fault'>,
): Promise<void> {
  await h.trx('scan_pages').where({ run_id, phase, url }).update(change);
}

/** It is looked at once somebody is signed in. */
export async function waitForSignIn(h: Handle, { run_id, phase, url }: ScanPageRow): Promise<void> {
  await h.trx('scan_pages').where({ run_id, phase, url }).update({ is_signed: true });
}

/** What nobody looks at any more. */
export async function dropWaitingPages(h: Handle, runId: string, phase: Phase): Promise<void> {
  await h.trx('scan_pages').where({ run_id: runId, phase, state: 'waiting' }).delete();
}

/** Adds what a page showed to what others did. */
export async function addSeen(
  h: Handle,
  { runId, phase, url }: { runId: RunId; phase: Phase; url: string },
  sightings: readonly Sighting[],
): Promise<void> {
  if (sightings.length === 0) return;
  await h
    .trx('scan_seen')
    .insert(
      sightings.map(({ kind, host, name, by, livesDays }) => ({
        run_id: runId,
        kind,
        host,
        name,
        by_host: by,
        lives_days: livesDays,
        phases: bitOf(phase),
        pages: 1,
        first_url: url,
      })),
    )
    .onConflict(['run_id', 'kind', 'host', 'name'])
    .merge({
      phases: h.trx.raw('scan_seen.phases | excluded.phases'),
      pages: h.trx.raw('scan_seen.pages + 1'),
      by_host: h.trx.raw('coalesce(scan_seen.by_host, excluded.by_host)'),
      lives_days: h.trx.raw('greatest(scan_seen.lives_days, excluded.lives_days)'),
    });
}

export async function seenInScan(h: Handle, runId: string): Promise<ScanSeenRow[]> {
  return h.trx('scan_seen').where({ run_id: runId }).orderBy(['host', 'kind', 'name']);
}

/** Scans of a site that are older than the last ones go. @param keep how many stay */
export async function dropOldScans(h: Handle, siteId: string, keep: number): Promise<void> {
  const old = h
    .trx('runs')
    .where({ kind: 'scan-site', subject: siteId })
    .orderBy('no', 'desc')
    .offset(keep)
    .select('id');
  const ids = (await old).map(({ id }: { id: string }) => id);
  await h.trx('scan_pages').whereIn('run_id', ids).delete();
  await h.trx('scan_seen').whereIn('run_id', ids).delete();
}

export async function trackerWords(h: Handle): Promise<TrackerWordsRow[]> {
  return h.trx('tracker_words').orderBy(['host', 'name']).limit(5000);
}

export async function sayTrackerWords(h: Handle, row: TrackerWordsRow): Promise<void> {
  await h.trx('tracker_words').insert(row).onConflict(['host', 'name']).merge();
}
