// Why something was decided: a code with its values. The words are in `core/words/reasons`.

export type IdentityReason =
  | { code: 'own-mailbox' }
  | { code: 'signed-in' }
  | { code: 'facts'; count: number }
  | { code: 'special-data' }
  | { code: 'document' };

/** What asking does to the clock. */
export type AskingReason =
  /** `law`: whose clock runs on, where several bind. */
  { code: 'asking-runs-on'; law: string | null } | { code: 'asking-pauses' } | { code: 'asking-moves-start' };
