import type { UserId } from '../shared/ids';
import type { Right } from './rights';

export interface AssignmentRule {
  id: string;
  /** Null fits every value. */
  right: Right | null;
  regime: string | null;
  language: string | null;
  userId: UserId;
}

export interface Workload {
  userId: UserId;
  open: number;
}

/**
 * Who answers for a new request: the first rule that fits and whose colleague still works here; else whoever has the
 * fewest open requests, the one named first among equals; null where nobody is there.
 *
 * @example assign([], { right: 'access', regime: 'eu-gdpr', language: 'da' }, [{ userId: 'a', open: 3 }, { userId: 'b', open: 1 }]) // 'b'
 */
export function assign(
  rules: readonly AssignmentRule[],
  facts: { right: Right; regime: string; language: string },
  workload: readonly Workload[],
): string | null {
  const fits = (rule: AssignmentRule) =>
    (rule.right ?? facts.right) === facts.right &&
    (rule.regime ?? facts.regime) === facts.regime &&
    (rule.language ?? facts.language) === facts.language;
  const ruled = rules.find((rule) => fits(rule) && workload.some(({ userId }) => userId === rule.userId));
  if (ruled) return ruled.userId;
  let least: Workload | null = null;
  for (const one of workload) if (!least || one.open < least.open) least = one;
  return least?.userId ?? null;
}
