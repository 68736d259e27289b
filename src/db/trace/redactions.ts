import type { MatchId, TraceId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface RedactionRow {
  match_id: MatchId;
  trace_id: TraceId;
  /** Offsets and reasons, sealed under the request's key: where something was says what. */
  passages_sealed: Buffer;
  decided_by: string;
  decided_at: string;
}

export async function setRedaction(h: Handle, row: RedactionRow): Promise<void> {
  await h.trx('redactions').insert(row).onConflict('match_id').merge();
}

export async function clearRedaction(h: Handle, matchId: MatchId): Promise<void> {
  await h.trx('redactions').where({ match_id: matchId }).delete();
}

export async function redactionOf(h: Handle, matchId: MatchId): Promise<RedactionRow | undefined> {
  return h.trx('redactions').where({ match_id: matchId }).first();
}

export async function redactionsOf(h: Handle, traceId: TraceId): Promise<Map<string, RedactionRow>> {
  const rows = (await h.trx('redactions').where({ trace_id: traceId }).limit(20_000)) as RedactionRow[];
  return new Map(rows.map((row) => [row.match_id, row]));
}
