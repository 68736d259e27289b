import type { AccessRefusal } from '../access/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type WordingRefusal =
  | AccessRefusal
  | { code: 'wording-in-the-past' }
  | { code: 'wording-unchanged' }
  | { code: 'ask-without-purpose' }
  | { code: 'wording-purpose-unknown'; purpose: string }
  | { code: 'wording-unfair'; faults: number }
  | { code: 'wording-doubtful'; doubts: number };
