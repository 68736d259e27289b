import type { Section, Settings } from '../../core/installation/settings';
import { firstShape, sealedAs } from '../keys/sealedValue';

/** Passwords of mail servers and mailboxes, under the installation's own key. */
export const settingSecrets = sealedAs(
  firstShape<Settings>(),
  'settings.secrets_sealed',
  (section: Section) => `settings:${section}`,
);
