import { reason } from '../shared/reason';
import type { Reason } from '../words/reasons';
import { compare, nameOf, type Comparison } from './compare';
import { frequency } from '../people/names';
import type { PersonField, PersonRecord } from '../people/record';
import { weightOf } from './weights';

export const BANDS = ['certain', 'likely', 'possible', 'unlikely'] as const;
export type Band = (typeof BANDS)[number];

export interface ScoredField extends Comparison {
  /** Bits. */
  weight: number;
}

export interface Score {
  /** Sum of bits after caps. */
  weight: number;
  probability: number;
  band: Band;
  fields: ScoredField[];
  reasons: Reason[];
}

/** E-mail and number of one account move together: jointly they count for at most this many bits. */
const CONTACT_CAP = 22;
/** Street, postcode and city are one address, which a household shares: at most this many bits. */
const ADDRESS_CAP = 10;
/** Many live in one town: postcode and city together say this much. */
const AREA_CAP = 5;
const DEFAULT_PRIOR = 1 / 2500;

/**
 * Is this record the person's: Fellegi–Sunter with guards.
 *
 * @param prior P(same) before looking; 1 / number of candidates
 * @returns weight in bits, posterior, band (`certain` ≥ 0.99, `likely` ≥ 0.80, `possible` ≥ 0.20)
 */
export function score(known: PersonRecord, found: PersonRecord, prior = DEFAULT_PRIOR): Score {
  const frequent = Math.min(frequency(nameOf(known)), frequency(nameOf(found)));
  const fields = compare(known, found).map((field) => ({
    ...field,
    weight: weightOf(field.field, field.level, frequent),
  }));
  const weight =
    fields.reduce((sum, field) => sum + field.weight, 0) -
    over(fields, ['email', 'phone', 'customer-number'], CONTACT_CAP) -
    overAddress(fields);
  const odds = (prior / (1 - prior)) * 2 ** weight;
  const probability = odds / (1 + odds);
  const reasons = fields
    .filter((field) => field.level !== 'missing')
    .map(({ field, level }): Reason => reason({ code: 'compared', field, level }));
  return { ...guard(bandOf(probability), fields, known, found, reasons), weight, probability, fields };
}

/** By how much fields that move together say more than they jointly may. One alone may say all it has. */
function over(fields: readonly ScoredField[], together: readonly PersonField[], most: number): number {
  const own = fields.filter(({ field, weight }) => together.includes(field) && weight > 0);
  return own.length > 1 ? Math.max(0, own.reduce((sum, { weight }) => sum + weight, 0) - most) : 0;
}

function overAddress(fields: readonly ScoredField[]): number {
  const area = over(fields, ['postcode', 'city'], AREA_CAP);
  const sum =
    fields
      .filter(({ field, weight }) => ['street', 'postcode', 'city'].includes(field) && weight > 0)
      .reduce((all, { weight }) => all + weight, 0) - area;
  return area + Math.max(0, sum - ADDRESS_CAP);
}

export function bandOf(probability: number): Band {
  if (probability >= 0.99) return 'certain';
  if (probability >= 0.8) return 'likely';
  return probability >= 0.2 ? 'possible' : 'unlikely';
}

function guard(
  band: Band,
  fields: readonly ScoredField[],
  known: PersonRecord,
  found: PersonRecord,
  reasons: Reason[],
): { band: Band; reasons: Reason[] } {
  const level = (name: ScoredField['field']) => fields.find(({ field }) => field === name)!.level;
  const agrees = (name: ScoredField['field']) => level(name) === 'exact' || level(name) === 'normalised';
  const sharedContact = agrees('email') || agrees('phone');
  // In whatever form the name is written: only one that differs in all of them is somebody else's.
  const isOther = level('name') === 'different';
  if (isOther && level('birth-date') === 'different' && level('customer-number') !== 'exact')
    return {
      band: 'unlikely',
      reasons: [...reasons, reason({ code: 'household-guard', by: 'birth-date' })],
    };
  if (level('birth-date') === 'different')
    return {
      band: cap(band, 'possible'),
      reasons: [...reasons, reason({ code: 'birth-date-guard' })],
    };
  if (level('customer-number') === 'different')
    return {
      band: cap(band, 'possible'),
      reasons: [...reasons, reason({ code: 'customer-number-guard' })],
    };
  if (sharedContact && isOther)
    return {
      band: cap(band, 'possible'),
      reasons: [...reasons, reason({ code: 'household-guard', by: 'given-name' })],
    };
  return { band, reasons };
}

function cap(band: Band, most: Band): Band {
  return BANDS.indexOf(band) < BANDS.indexOf(most) ? most : band;
}
