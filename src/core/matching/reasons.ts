// Why something was decided: a code with its values. The words are in `core/words/reasons`.

export type MatchReason =
  | { code: 'compared'; field: string; level: string }
  /** Somebody else of the same household. */
  | { code: 'household-guard'; by: 'birth-date' | 'given-name' }
  | { code: 'birth-date-guard' }
  | { code: 'customer-number-guard' };
