import type { AccessRefusal } from '../access/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type AudienceRefusal =
  | AccessRefusal
  | { code: 'unknown-purpose'; purpose: string }
  | { code: 'file-empty' | 'file-damaged' }
  | { code: 'file-too-large'; most: number }
  | { code: 'result-not-ready' };

export type DraftRefusal = AccessRefusal | { code: 'draft-empty' } | { code: 'file-too-large'; most: number };
