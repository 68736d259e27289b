import type { AccessRefusal } from '../access/refusals';
import type { SettingName } from './settings';

/** What was typed is wrong: by field, in words. */
export interface WrongSettings {
  code: 'settings-wrong';
  problems: Record<string, string>;
}

export type SaveSettingsRefusal =
  | AccessRefusal
  | WrongSettings
  /** Whoever started the program says it, and wins. */
  | { code: 'set-by-environment'; setting: SettingName }
  /** A secret that was given for one place must not be sent to another. */
  | { code: 'secret-again' };

export type TryMailRefusal = AccessRefusal | { code: 'mail-not-set' } | { code: 'mail-failed'; said: string };

export type ConfirmMailRefusal = AccessRefusal | { code: 'word-wrong' };

export type TryMailboxRefusal = AccessRefusal | { code: 'mailbox-not-set' } | { code: 'mailbox-failed'; said: string };

/** The first address: used, run out, or never one. */
export type FirstRefusal = { code: 'first-taken' } | { code: 'first-unknown' } | WrongSettings;

/** The example is for an installation of which nothing was said yet. */
export type ExampleRefusal = AccessRefusal | { code: 'purposes-there' };
