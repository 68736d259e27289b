import type { AccessRefusal } from '../access/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type PutRightRefusal =
  AccessRefusal | { code: 'drift-other-way'; count: number } | { code: 'drift-changed'; expected: number };
