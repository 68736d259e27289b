/** What an erasure destroyed, written outside the database so that a restored backup cannot bring it back. No personal data. */
export interface JournalEntry {
  schema: 'bookend-erasure-1';
  at: string;
  ref: string;
  personId: string | null;
  requestIds: string[];
  dataKeyIds: string[];
  suppressions: { hash: string; version: number; kind: string }[];
}

export interface Journal {
  /** On disk, whatever happens next, when this returns. */
  append(entry: JournalEntry): Promise<void>;
  /** Every entry, oldest first. @throws where a line is not whole, naming it */
  read(): Promise<JournalEntry[]>;
}
