import type { Right } from '../requests/rights';
import type { Day } from '../shared/days';
import { SHIPPED_LAWS } from './shippedLaws';

export const REGIME_IDS = [
  'eu-gdpr',
  'uk-gdpr',
  'ch-fadp',
  'us-ca',
  'us-va',
  'us-ut',
  'us-tx',
  'us-mt',
  'us-tn',
  'us-co',
  'us-ct',
  'us-or',
  'us-ia',
  'us-de',
  'us-nj',
  'us-nh',
  'us-ne',
  'us-md',
  'us-mn',
  'us-in',
  'us-ky',
  'us-ri',
  'ca-pipeda',
  'ca-qc',
  'br-lgpd',
] as const;

export type RegimeId = (typeof REGIME_IDS)[number];

/** A legal period: months by the day-number rule, calendar days, or working days of the law's place. */
export type Period = { months: number } | { days: number } | { workingDays: number };

export type Roll = 'sat' | 'sun' | 'holiday';

/** What must be done before the answer is owed, and by when. */
export interface ActRule {
  rights: readonly Right[];
  within: 'at-once' | Period;
  /** True where the act is the whole of the duty: then its date is also the date of the answer. */
  isWholeDuty: boolean;
  /** True where the period may be lengthened like the answer's. */
  extendable: boolean;
  source: string;
}

/** One row of the table of laws. Rows are data with an effective day; a changed row is a new version. */
export interface Regime {
  id: RegimeId;
  /** A law counts from this day on, by the day of receipt. */
  effectiveFrom: Day;
  title: string;
  /** Where it is the law: its people and its public holidays. `except` are regions with a law of their own. */
  place: { country: string; region?: string; except?: readonly string[] };
  /** Rights that it gives; null: all. */
  rights: readonly Right[] | null;
  respond: Period;
  /** `total` counts from the same start as `respond`; `open` waits for a stated day. */
  extension: null | 'open' | { total: Period };
  acknowledge: null | { within: Period; rights: readonly Right[]; source: string };
  acts: readonly ActRule[];
  rolls: readonly Roll[];
  identity: 'pauses' | 'moves-start' | 'runs-on';
  clarification: 'pauses' | 'runs-on';
  fee: 'moves-start' | 'runs-on';
  refuseWithinFirstPeriod: boolean;
  /** `extendable` is added to `within`. */
  appeal: null | 'authority' | { within: Period; extendable?: Period; kind: 'appeal' | 'complaint' };
  /** From this day a signal of the browser is an opt-out there; null: it binds nobody. */
  gpcFrom: Day | null;
  neverDisclose: readonly string[];
  remedies: string;
  source: string;
  /** Whether the row was compared with the text of the law by somebody; what was not takes the earlier date and says so. */
  isConfirmed: boolean;
}

/** Laws as rows, from whatever holds them. */
export type Laws = readonly Regime[];

/**
 * The row of a law that counts on a day: of those in force by then the one that came into force last, and of several of one day the
 * one that was adopted last.
 *
 * @param on day of receipt; undefined: the newest row
 */
export function regimeById(id: string, on?: Day, laws: Laws = SHIPPED_LAWS): Regime | null {
  let found: Regime | null = null;
  for (const row of laws) {
    if (row.id !== id || (on && row.effectiveFrom > on)) continue;
    if (!found || row.effectiveFrom >= found.effectiveFrom) found = row;
  }
  return found;
}

/** The day from which a law is in force at all; null: there is no such law. */
export function inForceFrom(id: string, laws: Laws = SHIPPED_LAWS): Day | null {
  return (
    laws
      .filter((row) => row.id === id)
      .map(({ effectiveFrom }) => effectiveFrom)
      .sort()[0] ?? null
  );
}

/** Each law once, by its row of a day, in the order of the table. */
export function lawsOn(on: Day, laws: Laws = SHIPPED_LAWS): Regime[] {
  return [...new Set(laws.map(({ id }) => id))].flatMap((id) => regimeById(id, on, laws) ?? []);
}
