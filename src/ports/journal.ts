import type { DataKeyId, PersonId, RequestId, RequestRef } from '../core/shared/ids';
/** What an erasure destroyed, written outside the database so that a restored backup cannot bring it back. No personal data. */
export interface JournalEntry {
  schema: 'bookend-erasure-2';
  /** The same at every try of one erasure: it stands in the journal once. */
  id: string;
  at: string;
  ref: RequestRef;
  personIds: PersonId[];
  requestIds: RequestId[];
  dataKeyIds: DataKeyId[];
  suppressions: { hash: string; version: number; kind: string }[];
  /** How the request ended; null where it had ended before. */
  outcome: string | null;
}

export interface Journal {
  /** On disk, whatever happens next, when this returns; once, however often it is said. */
  append(entry: JournalEntry): Promise<void>;
  /** Every entry, oldest first. @throws where a line is not whole, naming it */
  read(): Promise<JournalEntry[]>;
}
