import type { TraceId } from '../../core/shared/ids';
import type { AlikePair } from '../../core/intake/nearDuplicates';
import { insertRows } from '../shared/insertRows';
import type { Handle } from '../shared/handle';

/** Replaces the pairs of a trace: they are worked out as a whole. */
export async function replaceAlike(h: Handle, traceId: TraceId, pairs: readonly AlikePair[]): Promise<void> {
  await h.trx('alike_matches').where({ trace_id: traceId }).delete();
  await insertRows(
    h,
    'alike_matches',
    ['trace_id', 'a', 'b', 'similarity'],
    pairs.map((pair) => ({ trace_id: traceId, ...pair })),
  );
}

export async function alikeOf(h: Handle, traceId: TraceId): Promise<AlikePair[]> {
  return h
    .trx('alike_matches')
    .select('a', 'b', 'similarity')
    .where({ trace_id: traceId })
    .orderBy('similarity', 'desc')
    .limit(50_000);
}
