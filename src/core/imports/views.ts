import type { RecordStatus } from '../ledger/schema';
import type { RunView } from '../runs/views';
import type { Reason } from '../words/reasons';
import type { FileWords } from './fileWords';
import type { Mapping } from './mapping';

// What use cases give and pages show: written once, between the two.

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
  bytes: number;
  way: string;
  error: string | null;
  fileName: string;
  system: string;
  at: string;
  /** How far the dry run, or then the taking in, is: in lines. */
  run: RunView | null;
}

/** What a machine is told of an import: the counts, and how many lines are done. */
export type ImportState = Pick<
  ImportSummary,
  'id' | 'state' | 'total' | 'recorded' | 'duplicate' | 'conflict' | 'suppressed' | 'quarantined'
> & { done_lines: number };

/** A line that would not, or did not, simply go in. */
export interface HeldLine {
  line: number;
  status: RecordStatus;
  reasons: Reason[];
  /** Null where the text was not kept: a duplicate, or an erased person's. */
  raw: string | null;
}

export interface ImportView {
  summary: ImportSummary;
  held: HeldLine[];
  /** The line after which the next page of held lines begins. */
  next: number | null;
  /** What the dry run says would happen. */
  preview: { counts: Record<RecordStatus, number>; held: readonly HeldLine[]; isPartial: boolean } | null;
  /** A file nobody has mapped yet: its columns, a proposal, a few lines, its words, and what they can mean. */
  toMap: {
    columns: string[];
    mapping: Mapping;
    sample: string[];
    words: FileWords;
    purposes: { id: string; title: string }[];
  } | null;
}
