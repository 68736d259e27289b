import type { PersonField } from './record';

export type Level = 'exact' | 'normalised' | 'close' | 'different' | 'missing';

/**
 * m = P(level | same person), u = P(level | different people).
 *
 * The m column follows the error rates usual in registers of customers (typing errors 1–5 %, moves and
 * new addresses 10–25 %); u follows from how many people share a value (Fellegi & Sunter 1969, section 3.3).
 * Names get their u from how frequent the tokens are; the value here is the floor for a rare one.
 */
export const WEIGHTS: Readonly<Record<PersonField, Partial<Record<Exclude<Level, 'missing'>, { m: number; u: number }>>>> = {
  email: { exact: { m: 0.7, u: 0.00002 }, normalised: { m: 0.68, u: 0.00003 }, close: { m: 0.05, u: 0.0005 }, different: { m: 0.25, u: 0.9995 } },
  phone: { exact: { m: 0.7, u: 0.00003 }, normalised: { m: 0.68, u: 0.00004 }, close: { m: 0.02, u: 0.0005 }, different: { m: 0.28, u: 0.9995 } },
  'customer-number': { exact: { m: 0.98, u: 0.000001 }, different: { m: 0.02, u: 1 } },
  name: { exact: { m: 0.85, u: 0.0005 }, normalised: { m: 0.8, u: 0.0007 }, close: { m: 0.1, u: 0.01 }, different: { m: 0.05, u: 0.985 } },
  'birth-date': { exact: { m: 0.96, u: 0.00005 }, close: { m: 0.02, u: 0.0005 }, different: { m: 0.02, u: 0.9995 } },
  postcode: { exact: { m: 0.8, u: 0.005 }, different: { m: 0.2, u: 0.995 } },
  city: { normalised: { m: 0.85, u: 0.05 }, different: { m: 0.15, u: 0.95 } },
};

/** Bits of evidence: log2(m/u). Missing says nothing. */
export function weightOf(field: PersonField, level: Level): number {
  if (level === 'missing') return 0;
  const row = WEIGHTS[field][level];
  return row ? Math.log2(row.m / row.u) : 0;
}
