import type { SystemId, TraceId } from '../shared/ids';
import type { Band, ScoredField } from '../matching/score';
import type { Topic } from './topics';
import type { TraceConditions } from './conditions';
import type { AlikePair } from '../intake/nearDuplicates';
import type { Redaction } from './redaction';

// What use cases give and pages show: written once, between the two.

export const VERDICTS = ['theirs', 'not-theirs', 'unsure'] as const;

export type Verdict = (typeof VERDICTS)[number];

export interface StepView {
  system_id: SystemId;
  round: number;
  state: string;
  scanned: number;
  found: number;
  tries: number;
  error_code: string | null;
  error_text: string | null;
  next_try_at: string | null;
  started_at: string | null;
  finished_at: string | null;
  left_out: number;
  name: string;
}

export interface MatchLine {
  id: string;
  system: string;
  systemName: string;
  collection: string;
  title: string;
  parent: string | null;
  place: string;
  band: Band;
  weight: number;
  because: string;
  isShared: boolean;
  isRedacted: boolean;
  verdict: Verdict | null;
  /** What it is about, the weightiest first. */
  topics: Topic[];
  /** Found, but outside of the conditions of the trace: no part of the answer. */
  isOutside: boolean;
  /** Against the trace before; null: there was none. */
  news: 'new' | 'changed' | 'same' | null;
  second: SecondReading | null;
}

/** A second reader was asked for. */
export interface SecondReading {
  askedBy: string;
  isOwnAsk: boolean;
  verdict: Verdict | null;
  by: string | null;
}

export interface TraceView {
  id: TraceId;
  state: string;
  round: number;
  steps: StepView[];
  keys: { id: string; kind: string; value: string; round: number; taught: boolean; isStruck: boolean }[];
  conditions: TraceConditions;
  matches: MatchLine[];
  undecided: number;
  helpers: {
    id: string;
    system: string;
    kind: string;
    dueOn: string;
    state: string;
    uploads: number;
    answer: string | null;
  }[];
  /** What could not be read; it limits the answer and is named in its letter. */
  problems: { system: string; place: string; text: string }[];
  /** What the trace before found and this one, in a system it could search, did not. */
  gone: { system: string; title: string; place: string }[];
  /** Matches that are nearly the same; may be folded. */
  alike: AlikePair[];
}

export interface MatchOpened {
  id: string;
  title: string;
  fields: ScoredField[];
  record: Record<string, string | null>;
  text: string | null;
  files: { name: string; mediaType: string }[];
  others: string[];
  marks: string[];
  /** What may be removed before it is handed over. */
  proposed: Redaction[];
  /** What a reviewer decided to remove; null: nothing decided. */
  redacted: Redaction[] | null;
}
