import type { RunId } from '../../core/shared/ids';
import type { TryLook } from '../../core/sites/tryOut';
import type { Handle } from '../shared/handle';

export interface SiteTryRow {
  run_id: RunId;
  site_id: string;
  url: string;
  place: string;
  language: string;
  gpc: boolean;
}

export interface SiteTryLookRow {
  run_id: RunId;
  place: number;
  state: string;
  look: Omit<TryLook, 'hasPicture'>;
  picture: Buffer | null;
}

/** Tries of a site that stay. */
const KEPT = 5;

/** Writes down what is to be tried; older tries of the site go. */
export async function insertTry(h: Handle, row: SiteTryRow): Promise<void> {
  await h.trx('site_tries').insert(row);
  const old = h
    .trx('site_tries')
    .join('runs', 'runs.id', 'site_tries.run_id')
    .where({ site_id: row.site_id })
    .orderBy('runs.no', 'desc')
    .offset(KEPT)
    .select('site_tries.run_id');
  const ids = (await old).map(({ run_id }: { run_id: string }) => run_id);
  await h.trx('site_tries').whereIn('run_id', ids).delete();
}

export async function tryById(h: Handle, runId: string): Promise<SiteTryRow | undefined> {
  return h.trx('site_tries').where({ run_id: runId }).first();
}

/** The looks of a try in their order, without their pictures. */
export async function tryLooks(h: Handle, runId: string): Promise<TryLook[]> {
  const rows: { look: Omit<TryLook, 'hasPicture'>; has_picture: boolean }[] = await h
    .trx('site_try_looks')
    .where({ run_id: runId })
    .orderBy('place')
    .select('look', h.trx.raw('picture is not null as has_picture'));
  return rows.map(({ look, has_picture }) => ({ ...look, hasPicture: has_picture }));
}

export async function insertTryLook(h: Handle, row: SiteTryLookRow): Promise<void> {
  await h
    .trx('site_try_looks')
    .insert({ ...row, look: JSON.stringify(row.look) })
    .onConflict(['run_id', 'place'])
    .merge();
}

export async function tryPicture(h: Handle, siteId: string, state: string): Promise<Buffer | null> {
  const row: { picture: Buffer | null } | undefined = await h
    .trx('site_try_looks')
    .join('site_tries', 'site_tries.run_id', 'site_try_looks.run_id')
    .join('runs', 'runs.id', 'site_tries.run_id')
    .where({ site_id: siteId, 'site_try_looks.state': state })
    .orderBy('runs.no', 'desc')
    .select('picture')
    .first();
  return row?.picture ?? null;
}
