import type { Answer, PurposeKind } from '../ledger/types';
import type { Right } from '../requests/rights';

/** Rights that are carried out as choices in the ledger. */
export const CHOICE_RIGHTS: ReadonlySet<Right> = new Set(['objection', 'opt-out', 'limit', 'withdrawal']);

/**
 * The answer that goes into the ledger when a right is exercised against a purpose of a kind; null where nothing changes,
 * because what is necessary cannot be refused.
 * Source: GDPR art. 7(3), 21(2), 21(3); Civ. Code 1798.120, 1798.121.
 *
 * @example effectOf('objection', 'legitimate-interest') // 'object'
 */
export function effectOf(right: Right, kind: PurposeKind): Answer | null {
  if (!CHOICE_RIGHTS.has(right) || kind === 'necessary') return null;
  if (kind === 'consent') return 'withdraw';
  return kind === 'legitimate-interest' || kind === 'soft-opt-in' ? 'object' : 'opt-out';
}
