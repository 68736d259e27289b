import type { MatchId, RequestId, SystemId, TraceId } from '../../core/shared/ids';
import type { Band } from '../../core/matching/score';
import type { Verdict } from '../../core/trace/views';
import type { Handle } from '../shared/handle';
import type { TraceRow } from './traces';

export interface MatchRow {
  id: MatchId;
  trace_id: TraceId;
  system_id: SystemId;
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
  /** Outside of the conditions of its trace: shown, and no part of the answer. */
  is_outside: boolean;
  /** Against the trace before: not there, there with other words, or the same. Null: there was none before. */
  news: 'new' | 'changed' | 'same' | null;
  topics_sealed: Buffer | null;
  second_asked_by: string | null;
  second_verdict: Verdict | null;
  second_by: string | null;
  second_at: string | null;
}

/** A match without its record, which can be large. */
export type MatchHead = Omit<MatchRow, 'record_sealed'> & { record_bytes: number };

const HEAD = [
  'id',
  'trace_id',
  'system_id',
  'collection',
  'record_key',
  'parent_key',
  'title_sealed',
  'fields',
  'weight',
  'probability',
  'band',
  'is_shared',
  'verdict',
  'verdict_by',
  'verdict_at',
  'round',
  'is_outside',
  'news',
  'topics_sealed',
  'second_asked_by',
  'second_verdict',
  'second_by',
  'second_at',
] as const;
/** Matches of one trace at most. */
const MOST = 200_000;
/** Bytes and rows of records that are held at once. */
const AT_ONCE_BYTES = 4 * 1024 * 1024;
const AT_ONCE = 500;

/** A record found again in a later round or a later try stays as it was judged. */
export async function insertMatches(h: Handle, rows: readonly MatchRow[]): Promise<number> {
  if (rows.length === 0) return 0;
  const done = (await h
    .trx('matches')
    .insert(rows.map((row) => ({ ...row, fields: JSON.stringify(row.fields) })))
    .onConflict(['trace_id', 'system_id', 'collection', 'record_key'])
    .ignore()
    .returning('id')) as unknown[];
  return done.length;
}

/** The collections in which records of the newest trace are theirs. */
export async function collectionsFound(
  h: Handle,
  requestId: RequestId,
): Promise<{ system_id: SystemId; collection: string }[]> {
  const newest = h
    .trx('traces')
    .where({ request_id: requestId, kind: 'find' })
    .orderBy('started_at', 'desc')
    .orderBy('id', 'desc')
    .limit(1)
    .select('id');
  return h
    .trx('matches')
    .where('trace_id', newest)
    .where({ verdict: 'theirs', is_outside: false })
    .distinct('system_id', 'collection')
    .orderBy(['system_id', 'collection']);
}

/** How many records of the newest trace there are, and how many of them are theirs. */
export async function countFound(h: Handle, requestId: RequestId): Promise<{ theirs: number; total: number }> {
  const newest = h
    .trx('traces')
    .where({ request_id: requestId, kind: 'find' })
    .orderBy('started_at', 'desc')
    .orderBy('id', 'desc')
    .limit(1)
    .select('id');
  const row = (await h
    .trx('matches')
    .where('trace_id', newest)
    .select(h.trx.raw("count(*)::int as total, (count(*) filter (where verdict = 'theirs'))::int as theirs"))
    .first()) as unknown as { theirs: number; total: number };
  return { theirs: row.theirs, total: row.total };
}

export async function matchesOf(h: Handle, traceId: TraceId): Promise<MatchHead[]> {
  const heads: MatchHead[] = await h
    .trx('matches')
    .where({ trace_id: traceId })
    .orderByRaw('system_id, weight desc, id')
    .limit(MOST)
    .select(...HEAD, h.trx.raw('octet_length(record_sealed) as record_bytes'));
  return heads;
}

/** The sealed records of some matches, a few megabytes at a time, in the order of the matches. */
export async function* sealedRecords<M extends Pick<MatchHead, 'id' | 'record_bytes'>>(
  h: Handle,
  matches: readonly M[],
): AsyncGenerator<[match: M, sealed: Buffer]> {
  for (const some of inPieces(matches)) {
    const rows: Pick<MatchRow, 'id' | 'record_sealed'>[] = await h
      .trx('matches')
      .whereIn(
        'id',
        some.map(({ id }) => id),
      )
      .select('id', 'record_sealed');
    const sealed = new Map(rows.map(({ id, record_sealed }) => [id, record_sealed]));
    for (const match of some) yield [match, sealed.get(match.id)!];
  }
}

/** Matches in pieces whose records can be held at once. */
export function* inPieces<M extends Pick<MatchHead, 'record_bytes'>>(matches: readonly M[]): Generator<M[]> {
  let [piece, bytes] = [[] as M[], 0];
  for (const match of matches) {
    if (piece.length > 0 && (piece.length >= AT_ONCE || bytes + match.record_bytes > AT_ONCE_BYTES)) {
      yield piece;
      [piece, bytes] = [[], 0];
    }
    piece.push(match);
    bytes += match.record_bytes;
  }
  if (piece.length > 0) yield piece;
}

export async function matchById(h: Handle, id: string): Promise<MatchRow | undefined> {
  return h.trx('matches').where({ id }).first();
}

/** Those of the matches that were found for the request, by their id. */
export async function matchesById(
  h: Handle,
  requestId: RequestId,
  ids: readonly string[],
): Promise<Map<string, MatchRow>> {
  const rows = (await h
    .trx('matches')
    .whereIn('id', [...ids])
    .whereIn('trace_id', h.trx('traces').select('id').where({ request_id: requestId }))) as MatchRow[];
  return new Map(rows.map((row) => [row.id, row]));
}

/** The record a match hangs on, and what hangs on it, at any depth, share its verdict. */
export async function setVerdict(
  h: Handle,
  match: MatchRow,
  verdict: Verdict | null,
  by: string,
  at: string,
): Promise<string[]> {
  const result: { rows: { id: string }[] } = await h.trx.raw(
    `with recursive tree as (
       select id, collection || '/' || record_key as place from matches where id = ?
       union
       select m.id, m.collection || '/' || m.record_key from matches m join tree t on m.parent_key = t.place
         where m.trace_id = ? and m.system_id = ?
     )
     update matches set verdict = ?, verdict_by = ?, verdict_at = ? where id in (select id from tree) returning id`,
    [match.id, match.trace_id, match.system_id, verdict, by, at],
  );
  return result.rows.map(({ id }) => id);
}

/** All matches of a band that nobody has judged, and what hangs on them, are judged at once. Returns how many. */
export async function setBandVerdict(
  h: Handle,
  traceId: TraceId,
  band: Band,
  verdict: Verdict,
  by: string,
  at: string,
): Promise<number> {
  const result: { rowCount: number } = await h.trx.raw(
    `with recursive tree as (
       select id, system_id, collection || '/' || record_key as place from matches
         where trace_id = ? and band = ? and verdict is null and parent_key is null and not is_outside
       union
       select m.id, m.system_id, m.collection || '/' || m.record_key from matches m
         join tree t on m.parent_key = t.place and m.system_id = t.system_id where m.trace_id = ?
     )
     update matches set verdict = ?, verdict_by = ?, verdict_at = ? where id in (select id from tree)`,
    [traceId, band, traceId, verdict, by, at],
  );
  return result.rowCount;
}

/** What a record that is kept hangs on, at any height, is kept with it. */
export async function keepParents(h: Handle, traceId: TraceId, systemId: SystemId): Promise<void> {
  await h.trx.raw(
    `with recursive up as (
       select parent_key from matches where trace_id = ? and system_id = ? and not is_outside
         and parent_key is not null
       union
       select m.parent_key from matches m join up u on m.collection || '/' || m.record_key = u.parent_key
         where m.trace_id = ? and m.system_id = ? and m.parent_key is not null
     )
     update matches set is_outside = false where trace_id = ? and system_id = ? and is_outside
       and collection || '/' || record_key in (select parent_key from up)`,
    [traceId, systemId, traceId, systemId, traceId, systemId],
  );
}

export async function setSecond(
  h: Handle,
  id: string,
  change: Partial<Pick<MatchRow, 'second_asked_by' | 'second_verdict' | 'second_by' | 'second_at'>>,
): Promise<void> {
  await h.trx('matches').where({ id }).update(change);
}

/** Matches, with what was redacted in them, become those of another trace. */
export async function moveMatches(h: Handle, ids: readonly string[], traceId: TraceId): Promise<void> {
  await h
    .trx('redactions')
    .whereRaw('match_id = any(?)', [ids as string[]])
    .update({ trace_id: traceId });
  await h
    .trx('matches')
    .whereRaw('id = any(?)', [ids as string[]])
    .update({ trace_id: traceId, news: 'same' });
}

export async function setOutside(h: Handle, id: string, isOutside: boolean): Promise<void> {
  await h.trx('matches').where({ id }).update({ is_outside: isOutside });
}

/**
 * Matches of the trace before that this one, in systems it has searched to the end, did not find; without those that
 * were not theirs.
 */
export async function goneSince(
  h: Handle,
  trace: Pick<TraceRow, 'id' | 'state'>,
  before: Pick<TraceRow, 'id'>,
): Promise<Pick<MatchRow, 'id' | 'system_id' | 'collection' | 'record_key' | 'title_sealed'>[]> {
  if (trace.state !== 'finished') return [];
  const searched = h
    .trx('trace_steps')
    .where({ trace_id: trace.id })
    .groupBy('system_id')
    .havingRaw("bool_and(state = 'done')")
    .select('system_id');
  return h
    .trx('matches as old')
    .where({ 'old.trace_id': before.id })
    .whereIn('old.system_id', searched)
    .whereRaw("old.verdict is distinct from 'not-theirs'")
    .whereNotExists(
      h
        .trx('matches as m')
        .select(h.trx.raw('1'))
        .where({ 'm.trace_id': trace.id })
        .whereRaw('(m.system_id, m.collection, m.record_key) = (old.system_id, old.collection, old.record_key)'),
    )
    .orderBy(['old.system_id', 'old.collection', 'old.record_key'])
    .limit(500)
    .select('old.id', 'old.system_id', 'old.collection', 'old.record_key', 'old.title_sealed');
}

/** One record of a trace by its place. */
export async function matchAt(
  h: Handle,
  traceId: TraceId,
  at: Pick<MatchRow, 'system_id' | 'collection' | 'record_key'>,
): Promise<MatchRow | undefined> {
  return h
    .trx('matches')
    .where({ trace_id: traceId, system_id: at.system_id, collection: at.collection, record_key: at.record_key })
    .first();
}
