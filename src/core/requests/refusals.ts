// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type DecideRefusal =
  | { code: 'already-decided' }
  | { code: 'trace-not-finished' }
  | { code: 'matches-undecided'; count: number }
  | { code: 'identity-not-proven' }
  | { code: 'no-address' }
  | { code: 'helpers-open'; count: number };

export type ReopenRefusal = { code: 'request-open' } | { code: 'person-gone' };

export type ReceiveAppealRefusal = { code: 'person-gone' };

export type AnswerAppealRefusal = { code: 'no-open-appeal' } | { code: 'no-address' };

export type AddAssignmentRuleRefusal = { code: 'cannot-own' };

export type AnswerByLetterRefusal = { code: 'not-decided' };

export type SetOwnerRefusal = { code: 'cannot-own' };

export type TakeBackNoteRefusal = { code: 'not-found' } | { code: 'note-stays' };

export type ReadRequestStateRefusal = { code: 'not-found' };

export type ReadStatusRefusal = { code: 'status-unknown' };

export type WorkOnRequestRefusal = { code: 'request-closed' };
