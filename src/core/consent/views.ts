import type { Reason } from '../shared/reason';
import type { RecordStatus } from './schema';
import type { StandingAnswer } from './types';

// What use cases give and pages show: written once, between the two.

export interface PersonView {
  id: string;
  name: string | null;
  country: string | null;
  isMasked: boolean;
  erasedAt: string | null;
  identifiers: { kind: string; value: string; source: string; since: string }[];
  standings: (StandingAnswer & { purpose: string; title: string; plain: string; kind: string; parent: string | null })[];
  choices: { id: string; seq: number; purpose: string; answer: string; occurredAt: string; recordedAt: string; system: string; ask: string | null; askVersion: number | null; folio: number; place: string | null }[];
  requests: { ref: string; right: string; stage: string; dueOn: string }[];
  asOf: string;
}

export interface ImportSummary {
  id: string;
  state: string;
  total: number;
  recorded: number;
  duplicate: number;
  conflict: number;
  suppressed: number;
  quarantined: number;
  encoding: string;
  done_lines: number;
  fileName: string;
  system: string;
  at: string;
}

/** A line that would not, or did not, simply go in. */
export interface HeldLine {
  line: number;
  status: RecordStatus;
  reasons: Reason[];
  /** Null where the text was not kept: a duplicate, or an erased person's. */
  raw: string | null;
}

export interface ImportPreview {
  id: string;
  encoding: string;
  total: number;
  counts: Record<RecordStatus, number>;
  held: HeldLine[];
}
