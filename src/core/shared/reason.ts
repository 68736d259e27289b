/**
 * One fact that led to a decision: a code with its values, and the law it stands on.
 *
 * Every function of the core that decides something returns its answer together with the chain of reasons, because a
 * coordinator has to defend the answer to a person, a lawyer and an authority. Codes and values are kept; words are made when
 * somebody reads them (`core/words/reasons`).
 */
export type Because<R extends { code: string }> = R & {
  /** Article of a law, or of who explains it. */
  source?: string;
  /** Of which law it is said, where several bind: its title. */
  of?: string;
};

/** @example reason({ code: 'received', day: '2026-11-24' }, 'Reg. 1182/71 art. 3(1)') */
export function reason<const R extends { code: string }>(one: R, source?: string): Because<R> {
  return source ? { ...one, source } : one;
}
