import type { ImportField } from './mapping';
import type { AccessRefusal } from '../access/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type MappingRefusal =
  | { code: 'file-empty' }
  | { code: 'columns-missing'; missing: string[]; expected: string[] }
  | { code: 'mapping-incomplete'; missing: ImportField[] };

export type CorrectRefusal = AccessRefusal | { code: 'line-not-held' } | { code: 'import-not-finished' };

export type MapImportRefusal = AccessRefusal | MappingRefusal | { code: 'import-already-started' };

export type StartImportRefusal = AccessRefusal | { code: 'import-already-started' };

export type UploadRefusal =
  | AccessRefusal
  | MappingRefusal
  | { code: 'file-damaged' }
  | { code: 'file-too-large'; most: number }
  | { code: 'unknown-system'; system: string }
  | { code: 'unknown-mapping'; mapping: string };
