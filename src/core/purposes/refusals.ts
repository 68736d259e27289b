import type { AccessRefusal } from '../access/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type PurposeRefusal =
  | AccessRefusal
  | { code: 'purpose-in-the-past'; validFrom: string }
  | { code: 'parent-unknown'; parent: string }
  | { code: 'purpose-circle'; parent: string };
