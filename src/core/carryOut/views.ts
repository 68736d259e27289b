import type { Answer, Standing } from '../ledger/types';

// What use cases give and pages show: written once, between the two.

/** What exercising a right would put into the ledger for one purpose; `answer` null: nothing changes. */
export interface EffectView {
  purpose: string;
  title: string;
  answer: Answer | null;
  standing: Standing;
  permitted: boolean;
}

/** Records that are theirs, and what was done to single ones for a right. */
export interface RecordActView {
  records: {
    id: string;
    systemName: string;
    collection: string;
    title: string;
    fields: { name: string; value: string }[];
  }[];
  acts: {
    id: string;
    kind: string;
    systemName: string;
    record: string;
    field: string | null;
    was: string | null;
    value: string | null;
    state: string;
    detail: string | null;
  }[];
  /** Whoever received these records from us and has to be told; `how` null: not yet. */
  recipients: RecipientView[];
}

/** Whoever had received the data, and whether they were told (GDPR art. 19). */
export interface RecipientView {
  recipient: string;
  /** How they were told, or why they cannot be; null: open. */
  how: string | null;
  wasTold: boolean;
  toldOn: string | null;
}
