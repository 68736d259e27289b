import type { PurposeVersion, Standing } from '../ledger/types';

// What use cases give and pages show: written once, between the two.

/** A version of a purpose with everything that people and colleagues read of it. */
export interface PurposeShown extends PurposeVersion {
  plain: string;
  /** Title and plain words by language; where one is missing, those above are shown. */
  words: Readonly<Record<string, { title: string; plain: string }>>;
  /** Who asks for the confirmation of a double opt-in: the source itself, or Bookend by mail. */
  confirmBy: 'source' | 'bookend';
  channels: readonly string[];
  categories: readonly string[];
  recipients: readonly string[];
  transfers: string | null;
  retention: string | null;
  /** For a legitimate interest: why it outweighs the person's (GDPR art. 6(1)(f)). */
  balancing: string | null;
}

/** How many people's standing a change would alter, from what to what. */
export interface WhatIf {
  people: number;
  altered: number;
  gained: number;
  lost: number;
  changes: { from: Standing; to: Standing; count: number }[];
}
