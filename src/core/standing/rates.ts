import { isNo } from './timeline';
import type { Answer } from '../ledger/types';

/** Answers counted by one dimension. */
export interface Rate {
  key: string;
  grants: number;
  refusals: number;
  withdrawals: number;
  other: number;
}

const YES: readonly Answer[] = ['grant', 'opt-in'];

/**
 * Rates of yes, no and taken back, by any key.
 *
 * @param rows counted answers
 * @param keyOf the key of a row; null leaves it out
 */
export function ratesBy<R extends { answer: Answer; n: number }>(
  rows: readonly R[],
  keyOf: (row: R) => string | null,
): Rate[] {
  const rates = new Map<string, Rate>();
  for (const row of rows) {
    const key = keyOf(row);
    if (key === null) continue;
    const rate = rates.get(key) ?? { key, grants: 0, refusals: 0, withdrawals: 0, other: 0 };
    if (YES.includes(row.answer)) rate.grants += row.n;
    else if (row.answer === 'refuse') rate.refusals += row.n;
    else if (isNo(row.answer)) rate.withdrawals += row.n;
    else rate.other += row.n;
    rates.set(key, rate);
  }
  return [...rates.values()].sort((a, b) => total(b) - total(a) || (a.key < b.key ? -1 : 1));
}

export function total({ grants, refusals, withdrawals }: Rate): number {
  return grants + refusals + withdrawals;
}

/** The share of those who were asked and said yes; null where nobody was. */
export function shareOf({ grants, refusals }: Rate): number | null {
  return grants + refusals === 0 ? null : grants / (grants + refusals);
}
