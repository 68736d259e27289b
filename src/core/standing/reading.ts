import type { Laws } from '../clock/regimes';
import type { Reason } from '../words/reasons';
import type { PersonFacts, PurposeVersion, Standing, WordingVersion } from '../ledger/types';
import { epochOf } from '../shared/days';
import type { confirmWindows } from '../purposes/purposes';

/** What a standing is read by: purposes and wordings in force at one moment. */
export interface Rules {
  purposes: ReadonlyMap<string, PurposeVersion>;
  wordings: readonly WordingVersion[];
  /** Double opt-in by the versions of their time. */
  windows: ReturnType<typeof confirmWindows>;
  /** Instant. */
  at: string;
  zone: string;
  laws: Laws;
}

/** What a reading says, with the sequence number of the choice it rests on. */
export interface Reading {
  permitted: boolean;
  standing: Standing;
  since: string | null;
  becauseSeq: number | null;
  mayAskAgainFrom: string | null;
  reasons: Reason[];
}

/** What a purpose says for itself, before what it belongs to is asked. */
export interface Own extends Omit<Reading, 'permitted'> {
  isYes: boolean;
}

export function nothing(standingOf: Standing): Omit<Reading, 'permitted'> {
  return { standing: standingOf, since: null, becauseSeq: null, mayAskAgainFrom: null, reasons: [] };
}

/** Where the person was at a moment, as far as is known. */
export function countryAt(facts: PersonFacts, at: string): string | null {
  let found: string | null = null;
  for (const { from, country } of facts.countries) if (from === null || epochOf(from) <= epochOf(at)) found = country;
  return found;
}
