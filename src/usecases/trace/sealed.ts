import type { MatchId, TraceId } from '../../core/shared/ids';
import type { TraceConditions } from '../../core/trace/conditions';
import type { Redaction } from '../../core/trace/redaction';
import type { Topic } from '../../core/trace/topics';
import type { FoundRecord } from '../../ports/connector';
import { firstShape, sealedAs, sealedText } from '../keys/sealedValue';

// What a search found, and what it searched for, under the request's own key.

export const matchTitle = sealedText('matches.title_sealed', (matchId: MatchId) => `title:${matchId}`);
export const matchRecord = sealedAs(
  firstShape<FoundRecord>(),
  'matches.record_sealed',
  (matchId: MatchId) => `record:${matchId}`,
);
export const matchTopics = sealedAs(
  firstShape<Topic[]>(),
  'matches.topics_sealed',
  (matchId: MatchId) => `topics:${matchId}`,
);
export const matchPassages = sealedAs(
  firstShape<Redaction[]>(),
  'redactions.passages_sealed',
  (matchId: MatchId) => `redaction:${matchId}`,
);
export const keyValue = sealedText('trace_keys.value_sealed', (keyId: string) => `key:${keyId}`);
export const problemPlace = sealedText('trace_problems.place_sealed', (traceId: TraceId) => `problem:${traceId}`);
export const traceConditions = sealedAs(
  firstShape<TraceConditions>(),
  'traces.conditions_sealed',
  (traceId: TraceId) => `conditions:${traceId}`,
);
