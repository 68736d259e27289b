import type { HeldRule, Position, Switch } from '../../core/sites/schema';
import type { SystemId } from '../../core/shared/ids';
import type { Device } from '../../core/sites/figures';
import type { Handle } from '../shared/handle';

export interface SiteRow {
  id: string;
  system_id: SystemId;
  name: string;
  origins: string[];
  ask_id: string;
  position: Position;
  switches: Switch[];
  held: HeldRule[];
  /** Days between two scans; null: only when somebody asks. */
  scan_days: number | null;
  /** Pages of a scan. */
  scan_most: number;
  sign_in_sealed: Buffer | null;
  made_by: string;
  created_at: string;
  changed_at: string;
  closed_at: string | null;
}

export interface SiteCountRow {
  site_id: string;
  day: string;
  version: number;
  language: string;
  place: string;
  device: Device;
  shown: number;
  yes: number;
  no: number;
  part: number;
  withdrawn: number;
}

const asJson = <T extends Partial<Pick<SiteRow, 'switches' | 'held'>>>(row: T) => ({
  ...row,
  ...(row.switches ? { switches: JSON.stringify(row.switches) } : {}),
  ...(row.held ? { held: JSON.stringify(row.held) } : {}),
});

export async function insertSite(h: Handle, row: SiteRow): Promise<void> {
  await h.trx('sites').insert(asJson(row));
}

export async function listSites(h: Handle): Promise<SiteRow[]> {
  return h.trx('sites').orderBy('created_at').limit(200);
}

/** @param why given, the row is held until it is changed */
export async function siteById(h: Handle, id: string, why?: 'to change it'): Promise<SiteRow | undefined> {
  const query = h.trx('sites').where({ id }).first();
  return why ? query.forUpdate() : query;
}

export async function setSite(h: Handle, id: string, change: Partial<Omit<SiteRow, 'id'>>): Promise<void> {
  await h.trx('sites').where({ id }).update(asJson(change));
}

/** Counts so many more; nothing of who. */
export async function countOnSite(
  h: Handle,
  at: Pick<SiteCountRow, 'site_id' | 'day' | 'version' | 'language' | 'place' | 'device'>,
  what: 'shown' | 'yes' | 'no' | 'part' | 'withdrawn',
  many = 1,
): Promise<void> {
  await h
    .trx('site_counts')
    .insert({ ...at, [what]: many })
    .onConflict(['site_id', 'day', 'version', 'language', 'place', 'device'])
    .merge({ [what]: h.trx.raw('site_counts.?? + ?', [what, many]) });
}

/** All counts of a site since a day, the latest first. */
export async function countsOfSite(h: Handle, siteId: string, since: string): Promise<SiteCountRow[]> {
  return h
    .trx('site_counts')
    .where({ site_id: siteId })
    .where('day', '>=', since)
    .orderBy([{ column: 'day', order: 'desc' }, 'version', 'language', 'place', 'device'])
    .limit(20_000);
}

/** How often each version was shown, by day, since a day. */
export async function shownSince(
  h: Handle,
  siteId: string,
  day: string,
): Promise<{ day: string; version: number; shown: number }[]> {
  return h
    .trx('site_counts')
    .where({ site_id: siteId })
    .where('day', '>=', day)
    .groupBy('day', 'version')
    .select('day', 'version', h.trx.raw('sum(shown)::int as shown'));
}

/** Answers since a day, by site. */
export async function answersSince(h: Handle, day: string): Promise<Map<string, number>> {
  const rows: { site_id: string; n: string }[] = await h
    .trx('site_counts')
    .where('day', '>=', day)
    .groupBy('site_id')
    .select('site_id', h.trx.raw('sum(yes + no + part) as n'));
  return new Map(rows.map(({ site_id, n }) => [site_id, Number(n)]));
}
