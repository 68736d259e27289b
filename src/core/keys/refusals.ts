import type { AccessRefusal } from '../access/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type KeyExportRefusal =
  | AccessRefusal
  | { code: 'reason-missing' }
  | { code: 'own-export' }
  | { code: 'export-approved-already' }
  | { code: 'export-not-approved' }
  | { code: 'export-fetched' }
  | { code: 'passphrase-short'; least: number };

export type RotateRefusal = AccessRefusal | { code: 'nothing-to-rotate' } | { code: 'rotation-running' };
