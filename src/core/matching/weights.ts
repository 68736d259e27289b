import type { PersonField } from '../people/record';

/** How two values agree. `partial`: a part of them does, such as the year of a date or the given name alone. */
export type Level = 'exact' | 'normalised' | 'close' | 'partial' | 'different' | 'missing';

/**
 * m = P(level | same person), u = P(level | different people).
 *
 * The m column was estimated by EM (`bench matching`) on made-up registers with the errors of real ones, and rounded;
 * u follows from how many people share a value (Fellegi & Sunter 1969, section 3.3). Names get their u from how
 * frequent their words are; here stands that of a rare one.
 */
export const WEIGHTS: Readonly<
  Record<PersonField, Partial<Record<Exclude<Level, 'missing'>, { m: number; u: number }>>>
> = {
  email: {
    exact: { m: 0.7, u: 0.00002 },
    normalised: { m: 0.68, u: 0.00003 },
    close: { m: 0.05, u: 0.0005 },
    different: { m: 0.35, u: 0.9995 },
  },
  phone: {
    exact: { m: 0.7, u: 0.00003 },
    normalised: { m: 0.68, u: 0.00004 },
    close: { m: 0.02, u: 0.0005 },
    different: { m: 0.4, u: 0.9995 },
  },
  'customer-number': { exact: { m: 0.98, u: 0.000001 }, different: { m: 0.02, u: 1 } },
  name: {
    exact: { m: 0.6, u: 0.0004 },
    normalised: { m: 0.2, u: 0.0002 },
    close: { m: 0.12, u: 0.001 },
    partial: { m: 0.05, u: 0.02 },
    different: { m: 0.02, u: 0.98 },
  },
  'birth-date': {
    exact: { m: 0.85, u: 0.00005 },
    close: { m: 0.06, u: 0.002 },
    partial: { m: 0.1, u: 0.012 },
    different: { m: 0.02, u: 0.985 },
  },
  street: {
    exact: { m: 0.6, u: 0.0004 },
    close: { m: 0.1, u: 0.0006 },
    partial: { m: 0.04, u: 0.002 },
    different: { m: 0.35, u: 0.997 },
  },
  postcode: { exact: { m: 0.7, u: 0.005 }, different: { m: 0.3, u: 0.995 } },
  city: { normalised: { m: 0.85, u: 0.05 }, different: { m: 0.25, u: 0.95 } },
};

/** A frequent name is met that many times as often, by how many of its words are frequent. */
const FREQUENT = [1, 4, 12];

/**
 * Bits of evidence: log2(m/u). Missing says nothing.
 *
 * @param frequent of a name: how many of its words are frequent, see `frequency`
 */
export function weightOf(field: PersonField, level: Level, frequent = 0): number {
  if (level === 'missing') return 0;
  const row = WEIGHTS[field][level];
  if (!row) return 0;
  const more = field === 'name' && level !== 'different' ? FREQUENT[frequent]! : 1;
  return Math.log2(row.m / (row.u * more));
}
