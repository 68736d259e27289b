// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type StandingRefusal =
  { code: 'unknown-purpose'; purpose: string } | { code: 'identifier-unreadable'; kind: string };
