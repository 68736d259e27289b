// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type RedactRefusal = { code: 'already-decided' } | { code: 'not-found' } | { code: 'nothing-to-redact' };

export type VerdictRefusal = { code: 'already-decided' } | { code: 'not-found' };

export type SecondRefusal = { code: 'already-decided' } | { code: 'not-found' } | { code: 'read-already' };

export type StartTraceRefusal =
  { code: 'identity-not-proven' } | { code: 'trace-running' } | { code: 'already-decided' };

export type RetrySystemRefusal = { code: 'not-found' } | { code: 'step-not-failed' };

export type StopTraceRefusal = { code: 'trace-not-running' };

export type ResumeTraceRefusal = { code: 'trace-not-stopped' };

export type StrikeRefusal = { code: 'already-decided' } | { code: 'not-found' };
