import type { AccessRefusal } from '../access/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type SettingsRefusal = { code: 'settings-wrong'; problems: Record<string, string> };

export type SearchingRefusal =
  | { code: 'fields-unconfirmed'; count: number }
  | { code: 'not-read' }
  | { code: 'inactive-unknown' }
  | { code: 'own-always-searched' };

export type ReferenceRefusal = AccessRefusal | { code: 'no-such-field'; field: string } | { code: 'declared-there' };

export type ReadFieldsRefusal = { code: 'system-unreachable'; message: string };

export type TrySearchRefusal = AccessRefusal | ReadFieldsRefusal | { code: 'test-address-unreadable' };

export type SayInLanguageRefusal = { code: 'not-found' } | { code: 'words-too-long'; most: number };
