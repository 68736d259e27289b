import { reason, type Reason } from '../shared/reason';
import { compare, nameLevel, type Comparison } from './compare';
import type { PersonRecord } from './record';
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
const DEFAULT_PRIOR = 1 / 2500;

/**
 * Is this record the person's: Fellegi–Sunter with guards.
 *
 * @param prior P(same) before looking; 1 / number of candidates
 * @returns weight in bits, posterior, band (`certain` ≥ 0.99, `likely` ≥ 0.80, `possible` ≥ 0.20)
 */
export function score(known: PersonRecord, found: PersonRecord, prior = DEFAULT_PRIOR): Score {
  const fields = compare(known, found).map((field) => ({ ...field, weight: weightOf(field.field, field.level) }));
  const contact = fields.filter(({ field, weight }) => (field === 'email' || field === 'phone' || field === 'customer-number') && weight > 0);
  const over = contact.reduce((sum, { weight }) => sum + weight, 0) - CONTACT_CAP;
  const weight = fields.reduce((sum, field) => sum + field.weight, 0) - (contact.length > 1 && over > 0 ? over : 0);
  const odds = (prior / (1 - prior)) * 2 ** weight;
  const probability = odds / (1 + odds);
  const reasons = fields.filter((field) => field.level !== 'missing').map((field) => reason(`${field.field}-${field.level}`, `${label(field.field)} ${sayLevel(field.level)}`));
  return { ...guard(bandOf(probability), fields, known, found, reasons), weight, probability, fields };
}

export function bandOf(probability: number): Band {
  if (probability >= 0.99) return 'certain';
  if (probability >= 0.8) return 'likely';
  return probability >= 0.2 ? 'possible' : 'unlikely';
}

function guard(band: Band, fields: readonly ScoredField[], known: PersonRecord, found: PersonRecord, reasons: Reason[]): { band: Band; reasons: Reason[] } {
  const level = (name: ScoredField['field']) => fields.find(({ field }) => field === name)!.level;
  const agrees = (name: ScoredField['field']) => level(name) === 'exact' || level(name) === 'normalised';
  if (level('birth-date') === 'different') return { band: cap(band, 'possible'), reasons: [...reasons, reason('birth-date-guard', 'A different birth date: at most possible.')] };
  if (level('customer-number') === 'different') return { band: cap(band, 'possible'), reasons: [...reasons, reason('customer-number-guard', 'The same system knows them under different numbers: at most possible.')] };
  const sharedContact = agrees('email') || agrees('phone');
  const otherGivenName = Boolean(known.givenName && found.givenName) && nameLevel(`${known.givenName} x`, `${found.givenName} x`) === 'different';
  if (sharedContact && otherGivenName) return { band: cap(band, 'possible'), reasons: [...reasons, reason('household-guard', 'A shared address with another given name: a household, at most possible.')] };
  return { band, reasons };
}

function cap(band: Band, most: Band): Band {
  return BANDS.indexOf(band) < BANDS.indexOf(most) ? most : band;
}

function label(field: string): string {
  return field.replace('-', ' ');
}

function sayLevel(level: string): string {
  return level === 'exact' || level === 'normalised' ? 'agrees' : level === 'close' ? 'is close' : 'differs';
}
