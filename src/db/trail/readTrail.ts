import type { Handle } from '../shared/handle';
import type { TrailRow } from './appendTrail';

export interface TrailFilter {
  actor: string | null;
  subject: string | null;
  act: string | null;
  before: number | null;
  limit: number;
}

/** Newest first, keyset-paged by sequence. */
export async function readTrail(h: Handle, filter: TrailFilter): Promise<TrailRow[]> {
  const query = h.trx('trail').select('*').orderBy('seq', 'desc').limit(filter.limit);
  if (filter.actor) query.where('actor', filter.actor);
  if (filter.subject) query.where('subject', filter.subject);
  if (filter.act) query.where('act', filter.act);
  if (filter.before) query.where('seq', '<', filter.before);
  return query;
}

export async function trailOfMonth(h: Handle, tree: number, month: string): Promise<TrailRow[]> {
  return h.trx('trail').select('*').where({ tree, month }).orderBy('seq');
}

export async function trailMonths(h: Handle): Promise<string[]> {
  const rows = (await h.trx('trail').distinct('month').orderBy('month')) as { month: string }[];
  return rows.map(({ month }) => month);
}
