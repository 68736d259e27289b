import type { Right } from '../requests/rights';
import { type Day } from '../shared/days';
import { reason } from '../shared/reason';
import type { Reason } from '../words/reasons';
import { SHIPPED_LAWS } from './shippedLaws';
import { lawsOn, regimeById, type Laws, type Regime } from './regimes';

// The member states, and Iceland, Liechtenstein and Norway through the EEA Agreement.
const EEA = new Set([
  'AT',
  'BE',
  'BG',
  'CY',
  'CZ',
  'DE',
  'DK',
  'EE',
  'ES',
  'FI',
  'FR',
  'GR',
  'HR',
  'HU',
  'IE',
  'IS',
  'IT',
  'LI',
  'LT',
  'LU',
  'LV',
  'MT',
  'NL',
  'NO',
  'PL',
  'PT',
  'RO',
  'SE',
  'SI',
  'SK',
]);
/** Laws that bind whoever is established there, wherever the person lives. */
const BY_ESTABLISHMENT = new Set<string>(['eu-gdpr', 'uk-gdpr', 'ch-fadp']);

export interface Place {
  /** ISO 3166 alpha-2; null: not known. */
  country: string | null;
  /** State or province, as in ISO 3166-2 without the country: CA, CO, QC. */
  region: string | null;
}

/** What an organisation states once. */
export interface Standpoint {
  /** Countries in which it is established, ISO 3166. */
  established: readonly string[];
  /** Laws of other places whose thresholds it does not meet; of every other it is taken to meet them. */
  notMet: readonly string[];
}

export interface BindingLaw {
  regime: string;
  reasons: Reason[];
}

export interface BindingLaws {
  /** The law of the person's place first, then those of the establishment. Empty: none was found. */
  laws: BindingLaw[];
  /** What was looked at and does not bind, or is not known. */
  reasons: Reason[];
}

/**
 * The set of laws that bind one request, from where the organisation is established, where the person lives, and the
 * right. A proposal: a colleague may choose others, which is kept with its reason. None found is said, never guessed.
 *
 * Source: GDPR art. 3(1), 3(2): an establishment in the Union brings its processing under the regulation wherever the
 * person lives.
 *
 * @param on day of receipt: a law counts from the day it is in force
 * @example lawsFor({ country: 'US', region: 'CA' }, 'access', { established: ['DK'], notMet: [] },
 *   '2026-11-24').laws.map(({ regime }) => regime) // ['us-ca', 'eu-gdpr']
 */
export function lawsFor(
  place: Place,
  right: Right,
  standpoint: Standpoint,
  on: Day,
  laws: Laws = SHIPPED_LAWS,
): BindingLaws {
  const where = placeAsWritten(place);
  const reasons: Reason[] = [];
  if (where.country === null) reasons.push(reason({ code: 'place-unknown' }));
  const local: BindingLaw[] = [];
  const home: BindingLaw[] = [];
  let isPlaceCovered = false;
  for (const law of lawsOn(on, laws)) {
    const established = BY_ESTABLISHMENT.has(law.id)
      ? standpoint.established.find((country) => isIn(law, country.toUpperCase()))
      : undefined;
    const lives = where.country !== null && livesUnder(law, where);
    if (!established && !lives) continue;
    isPlaceCovered ||= lives;
    if (law.rights && !law.rights.includes(right)) {
      reasons.push(reason({ code: 'right-unknown-there', law: law.title, right }, law.source));
      continue;
    }
    if (!established && standpoint.notMet.includes(law.id)) {
      reasons.push(reason({ code: 'thresholds-not-met', law: law.title }, law.source));
      continue;
    }
    const why = whyBinding(law, lives ? where : null, established ?? null);
    (lives ? local : home).push({ regime: law.id, reasons: why });
  }
  if (where.country !== null && !isPlaceCovered) reasons.push(notThere(where, on, laws));
  const found = [...local, ...home];
  if (found.length === 0) reasons.push(reason({ code: 'no-law-found' }));
  return { laws: found, reasons };
}

function placeAsWritten({ country, region }: Place): Place {
  const code = region?.trim().toUpperCase();
  return { country: country?.trim().toUpperCase() || null, region: code?.replace(/^[A-Z]{2}-/, '') || null };
}

/** @param where the person lives under it; @param established in which of its countries the organisation is */
function whyBinding(law: Regime, where: Place | null, established: string | null): Reason[] {
  const why: Reason[] = [];
  const source = (article: string) => (law.id === 'eu-gdpr' ? article : law.source);
  if (where)
    why.push(reason({ code: 'place', place: sayPlace(where), law: law.title }, source('GDPR art. 3(1), 3(2)')));
  if (established) why.push(reason({ code: 'establishment', country: established }, source('GDPR art. 3(1)')));
  return why;
}

function isIn(law: Regime, country: string): boolean {
  return law.id === 'eu-gdpr' ? EEA.has(country) : law.place.country === country;
}

/**
 * A law of a region counts only where that region is known. A law of a whole country does not count in regions with
 * their own.
 */
function livesUnder(law: Regime, { country, region }: Place): boolean {
  if (!isIn(law, country!)) return false;
  if (law.place.region) return law.place.region === region;
  return !(region && law.place.except?.includes(region));
}

function notThere(where: Place, on: Day, laws: Laws): Reason {
  const later = [...new Set(laws.map(({ id }) => id))]
    .map((id) => regimeById(id, undefined, laws)!)
    .find((law) => law.effectiveFrom > on && livesUnder(law, where));
  if (later) return reason({ code: 'not-in-force', law: later.title, from: later.effectiveFrom }, later.source);
  const isStateUnknown = where.country === 'US' && !where.region;
  return reason({ code: 'no-local-law', place: sayPlace(where), isStateUnknown });
}

function sayPlace({ country, region }: Place): string {
  return region ? `${region}, ${country}` : country!;
}
