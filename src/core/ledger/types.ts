import type { ChoiceId } from '../shared/ids';
import type { Reason } from '../words/reasons';

export const ANSWERS = [
  'grant',
  'confirm',
  'refuse',
  'withdraw',
  'object',
  'opt-out',
  'opt-in',
  'gpc-seen',
  'guardian-confirm',
] as const;
export type Answer = (typeof ANSWERS)[number];

/** `soft-opt-in`: advertising for own similar goods to the address of a sale, until the person says no (ePrivacy Directive art. 13(2)). */
export const PURPOSE_KINDS = ['necessary', 'consent', 'legitimate-interest', 'soft-opt-in', 'opt-out'] as const;
export type PurposeKind = (typeof PURPOSE_KINDS)[number];

export const STANDINGS = [
  'always-on',
  'not-asked',
  'default-permitted',
  'awaiting-confirmation',
  'granted',
  'refused',
  'withdrawn',
  'objected',
  'opted-out',
  'lapsed',
  'outdated',
  'under-age',
  'restricted',
  'erased',
] as const;
export type Standing = (typeof STANDINGS)[number];

/** One version of a purpose. `validFrom` is when its rules hold, `recordedAt` when we knew of them (both instants). */
export interface PurposeVersion {
  id: string;
  version: number;
  validFrom: string;
  recordedAt: string;
  /** The kind where no country says otherwise. */
  kind: PurposeKind;
  /** Another kind for people of a country, from a day on: `US` or `US-CA` (ISO 3166). The narrower place wins, then the later day. */
  kinds: readonly { country: string; from: string; kind: PurposeKind }[];
  parent: string | null;
  title: string;
  confirmWithinHours: number | null;
  shelfLifeDays: number | null;
  askAgainAfterDays: number | null;
  /** A yes under an ask or notice that was since changed materially does not count any more. */
  askAgainOnMaterial: boolean;
  /** Sale, sharing or targeted advertising: a browser's opt-out signal speaks of it. */
  isSale: boolean;
}

/** One version of an ask or of a notice, as far as standing needs it. */
export interface WordingVersion {
  kind: 'ask' | 'notice';
  id: string;
  version: number;
  validFrom: string;
  recordedAt: string;
  /** Changed in a way that people have to be asked about again. */
  isMaterial: boolean;
}

/** Under which words and where an answer was given. */
export interface Terms {
  ask: string | null;
  askVersion: number | null;
  notice: string | null;
  noticeVersion: number | null;
  country: string | null;
}

export const NO_TERMS: Terms = { ask: null, askVersion: null, notice: null, noticeVersion: null, country: null };

/** The public part of one choice, as standing needs it. */
export interface Choice {
  id: string;
  /** Given at sealing under one lock, together with `recordedAt`: a later one never has an earlier time of record. */
  seq: number;
  purpose: string;
  answer: Answer;
  /** RFC 3339 instant, or a day where only the day is known. */
  occurredAt: string;
  /** RFC 3339 instant: when the ledger learnt of it. */
  recordedAt: string;
  /** For `confirm` and `guardian-confirm`: the grant it confirms. */
  confirms: ChoiceId | null;
  /** An opaque value of the one address the answer names (a keyed hash), or null for the person as a whole. */
  address: string | null;
  terms: Terms;
  /** An opt-in after the person was told that their browser says otherwise. */
  isTold: boolean;
}

/** Dated facts of the person. Instants. */
export interface PersonFacts {
  restricted: readonly { from: string; until: string | null }[];
  erasedAt: string | null;
  /** `from` null: since ever. The latest that began counts. */
  countries: readonly { from: string | null; country: string }[];
  birthYear: number | null;
  /** Sales, with the address that was given in each (a keyed hash, as choices have it). */
  bought: readonly { at: string; address: string }[];
}

export const NO_FACTS: PersonFacts = { restricted: [], erasedAt: null, countries: [], birthYear: null, bought: [] };

export interface StandingAnswer {
  permitted: boolean;
  standing: Standing;
  /** RFC 3339 instant or day since when it holds; null where nothing was ever said. */
  since: string | null;
  because: string | null;
  mayAskAgainFrom: string | null;
  reasons: Reason[];
}
