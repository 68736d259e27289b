import type { AccessRefusal } from '../access/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type SiteRefusal =
  | AccessRefusal
  | { code: 'site-known'; id: string }
  | { code: 'site-closed' }
  | { code: 'scan-running' }
  | { code: 'try-running' }
  | { code: 'try-elsewhere' }
  | { code: 'scan-sign-in-elsewhere' }
  | { code: 'scan-sign-in-incomplete' }
  | { code: 'site-ask-unknown'; ask: string }
  | { code: 'site-purpose-unknown'; purpose: string };

/** Why an answer of a panel is not taken. */
export type PanelRefusal =
  | { code: 'panel-unknown' }
  /** It comes from a page of another site. */
  | { code: 'panel-origin' }
  | { code: 'panel-version'; version: number }
  | { code: 'panel-purpose'; purpose: string };
