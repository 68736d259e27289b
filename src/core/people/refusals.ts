import type { AccessRefusal } from '../access/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type LinkPersonsRefusal =
  | AccessRefusal
  | { code: 'reason-missing' }
  | { code: 'same-person' }
  | { code: 'linked-already' }
  | { code: 'not-linked' };
