import type { Answer, PurposeKind, StandingAnswer } from '../ledger/types';

/** `looser`: the system permits what the ledger does not. `stricter`: it refuses what the ledger permits. */
export type DriftDirection = 'looser' | 'stricter';

/**
 * Compares what a system believes with the ledger. Silence is no drift: where nothing was ever said and nothing is
 * permitted by default, a system that has the flag off agrees.
 */
export function driftOf(systemPermits: boolean, ledger: Pick<StandingAnswer, 'permitted'>): DriftDirection | null {
  if (systemPermits === ledger.permitted) return null;
  return systemPermits ? 'looser' : 'stricter';
}

/** A system that refuses is believed: this is the choice that enters the ledger. */
export function believedAnswer(kind: PurposeKind): Answer {
  if (kind === 'legitimate-interest' || kind === 'soft-opt-in') return 'object';
  return kind === 'opt-out' ? 'opt-out' : 'withdraw';
}

export interface FollowTimes {
  count: number;
  open: number;
  medianHours: number | null;
  worstHours: number | null;
}

/**
 * From a no to the last system that follows it.
 *
 * @param times per no: when it was said, and when each system that holds the person had followed (null: not yet), epoch milliseconds
 */
export function followTimes(times: readonly { saidAt: number; followedAt: readonly (number | null)[] }[]): FollowTimes {
  const hours = times
    .filter(({ followedAt }) => followedAt.length > 0 && followedAt.every((at) => at !== null))
    .map(({ saidAt, followedAt }) => Math.max(0, Math.max(...(followedAt as number[])) - saidAt) / 3_600_000)
    .sort((a, b) => a - b);
  const open = times.filter(({ followedAt }) => followedAt.some((at) => at === null)).length;
  return {
    count: hours.length,
    open,
    medianHours: hours.length > 0 ? hours[Math.floor((hours.length - 1) / 2)]! : null,
    worstHours: hours.at(-1) ?? null,
  };
}
