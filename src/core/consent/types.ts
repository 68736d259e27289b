import type { Reason } from '../shared/reason';

export const ANSWERS = ['grant', 'confirm', 'refuse', 'withdraw', 'object', 'opt-out', 'opt-in', 'gpc-seen', 'guardian-confirm'] as const;
export type Answer = (typeof ANSWERS)[number];

export const PURPOSE_KINDS = ['necessary', 'consent', 'legitimate-interest', 'opt-out'] as const;
export type PurposeKind = (typeof PURPOSE_KINDS)[number];

export const STANDINGS = [
  'always-on', 'not-asked', 'default-permitted', 'awaiting-confirmation', 'granted', 'refused', 'withdrawn',
  'objected', 'opted-out', 'lapsed', 'outdated', 'under-age', 'restricted', 'erased',
] as const;
export type Standing = (typeof STANDINGS)[number];

/** One version of a purpose. `validFrom` is when its rules hold, `recordedAt` when we knew of them (both instants). */
export interface PurposeVersion {
  id: string;
  version: number;
  validFrom: string;
  recordedAt: string;
  kind: PurposeKind;
  parent: string | null;
  title: string;
  confirmWithinHours: number | null;
  shelfLifeDays: number | null;
  askAgainAfterDays: number | null;
}

/** The public part of one choice, as standing needs it. */
export interface Choice {
  id: string;
  seq: number;
  purpose: string;
  answer: Answer;
  /** RFC 3339 instant, or a day where only the day is known. */
  occurredAt: string;
  /** RFC 3339 instant: when the ledger learnt of it. */
  recordedAt: string;
  /** For `confirm`: the grant it confirms. */
  confirms: string | null;
  /** An opaque value of the one address the answer names (a keyed hash), or null for the person as a whole. */
  address: string | null;
}

/** Dated facts of the person. Instants. */
export interface PersonFacts {
  restricted: readonly { from: string; until: string | null }[];
  erasedAt: string | null;
}

export interface StandingAnswer {
  permitted: boolean;
  standing: Standing;
  /** RFC 3339 instant or day since when it holds; null where nothing was ever said. */
  since: string | null;
  because: string | null;
  mayAskAgainFrom: string | null;
  reasons: Reason[];
}
