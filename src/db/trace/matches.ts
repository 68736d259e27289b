import type { Band } from '../../core/identity/score';
import type { Verdict } from '../../core/requests/views';
import type { Handle } from '../handle';

export interface MatchRow {
  id: string;
  trace_id: string;
  system_id: string;
  collection: string;
  record_key: string;
  /** `collection/key` of the record it hangs on, in the same system. */
  parent_key: string | null;
  title_sealed: Buffer;
  record_sealed: Buffer;
  fields: { field: string; level: string; weight: number }[];
  weight: number;
  probability: number;
  band: Band;
  is_shared: boolean;
  verdict: Verdict | null;
  verdict_by: string | null;
  verdict_at: string | null;
  round: number;
}

/** A record found again in a later round or a later try stays as it was judged. */
export async function insertMatches(h: Handle, rows: readonly MatchRow[]): Promise<number> {
  if (rows.length === 0) return 0;
  const done = (await h.trx('matches').insert(rows.map((row) => ({ ...row, fields: JSON.stringify(row.fields) }))).onConflict(['trace_id', 'system_id', 'collection', 'record_key']).ignore().returning('id')) as unknown[];
  return done.length;
}

export async function matchesOf(h: Handle, traceId: string): Promise<MatchRow[]> {
  return h.trx('matches').where({ trace_id: traceId }).orderByRaw('system_id, weight desc, id').limit(20_000);
}

export async function matchById(h: Handle, id: string): Promise<MatchRow | undefined> {
  return h.trx('matches').where({ id }).first();
}

/** The record a match hangs on, and what hangs on it, at any depth, share its verdict. */
export async function setVerdict(h: Handle, match: MatchRow, verdict: Verdict | null, by: string, at: string): Promise<string[]> {
  const result = (await h.trx.raw(
    `with recursive tree as (
       select id, collection || '/' || record_key as place from matches where id = ?
       union
       select m.id, m.collection || '/' || m.record_key from matches m join tree t on m.parent_key = t.place where m.trace_id = ? and m.system_id = ?
     )
     update matches set verdict = ?, verdict_by = ?, verdict_at = ? where id in (select id from tree) returning id`,
    [match.id, match.trace_id, match.system_id, verdict, by, at],
  )) as { rows: { id: string }[] };
  return result.rows.map(({ id }) => id);
}

export async function undecidedInBand(h: Handle, traceId: string, band: Band): Promise<MatchRow[]> {
  return h.trx('matches').where({ trace_id: traceId, band }).whereNull('verdict').whereNull('parent_key').limit(5000);
}
