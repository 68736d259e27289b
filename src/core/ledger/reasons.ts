// Why something was decided: a code with its values. The words are in `core/words/reasons`.

/** Why a choice was not simply recorded. */
export type RecordReason =
  | { code: 'unknown-purpose'; purpose: string }
  | { code: 'in-the-future'; at: string }
  | { code: 'identifier-unreadable'; kind: string }
  | { code: 'address-unreadable' }
  | { code: 'unknown-ask' | 'unknown-notice'; id: string }
  | { code: 'unknown-ask-version' | 'unknown-notice-version'; id: string; version: number }
  | { code: 'seen-before' }
  | { code: 'other-content' }
  | { code: 'confirm-without-grant' }
  | { code: 'several-people' }
  | { code: 'erased-before' }
  | { code: 'back-after-erasure' };
