/**
 * One fact that led to a decision, in plain words.
 *
 * Every function of the core that decides something returns its answer together with
 * the chain of reasons, because a coordinator has to defend the answer to a person,
 * a lawyer and an authority.
 *
 * @example { code: 'one-month', text: 'One month is Tue 24 Nov 2026.', source: 'GDPR art. 12(3)' }
 */
export interface Reason {
  code: string;
  text: string;
  source?: string;
}

export function reason(code: string, text: string, source?: string): Reason {
  return source ? { code, text, source } : { code, text };
}
