import type { Right } from './rights';

export const STAGES = ['intake', 'identity', 'trace', 'decide', 'carry-out', 'answer', 'appeal', 'closed'] as const;
export type Stage = (typeof STAGES)[number];

const WITHOUT_SEARCH: ReadonlySet<Right> = new Set(['opt-out', 'limit', 'withdrawal', 'objection']);
const INFORMATION_ONLY: ReadonlySet<Right> = new Set(['information', 'automated-decision']);

/** The stages a right goes through. Opt-out, limit, withdrawal and objection act first: no identity check, no trace. */
export function stagesOf(right: Right): readonly Stage[] {
  if (WITHOUT_SEARCH.has(right)) return ['intake', 'decide', 'carry-out', 'answer', 'closed'];
  if (INFORMATION_ONLY.has(right)) return ['intake', 'identity', 'decide', 'answer', 'closed'];
  return ['intake', 'identity', 'trace', 'decide', 'carry-out', 'answer', 'closed'];
}

export interface StageFacts {
  right: Right;
  identity: 'none' | 'asked' | 'proven' | 'failed';
  trace: 'none' | 'running' | 'finished';
  matchesUndecided: number;
  decision: 'none' | 'fulfil' | 'refuse';
  carriedOut: boolean;
  answered: boolean;
  /** What the person has contested after the answer, and whether that is answered. */
  appeal: 'none' | 'open' | 'answered';
  /** Whether whoever asks for somebody else has shown that they may. */
  authority: 'not-needed' | 'needed' | 'shown';
}

/** The stage a request is in, from what has been done: never stored apart from the facts. */
export function stageOf(facts: StageFacts): Stage {
  const goes = stagesOf(facts.right);
  if (facts.appeal === 'open') return 'appeal';
  if (facts.answered) return 'closed';
  if (facts.decision === 'refuse') return 'answer';
  if (facts.authority === 'needed' || (goes.includes('identity') && facts.identity !== 'proven')) return 'identity';
  if (goes.includes('trace') && (facts.trace !== 'finished' || facts.matchesUndecided > 0) && facts.decision === 'none')
    return 'trace';
  if (facts.decision === 'none') return 'decide';
  if (goes.includes('carry-out') && !facts.carriedOut) return 'carry-out';
  return 'answer';
}
