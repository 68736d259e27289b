import type { Day } from '../shared/days';
import type { Right } from '../requests/rights';
import type { Period } from './regimes';

// Why something was decided: a code with its values. The words are in `core/words/reasons`.

export interface Asking {
  kind: 'identity' | 'clarification' | 'fee';
  from: Day;
  /** Null: still open. */
  to: Day | null;
}

export type ClockReason =
  | { code: 'received'; day: Day }
  | { code: 'law-not-confirmed' }
  | { code: 'period'; period: Period; start: Day; end: Day }
  | { code: 'shifted'; days: number; day: Day }
  | { code: 'extended'; day: Day }
  /** `why`: the holiday's name. */
  | { code: 'rolled'; day: Day; why: string; to: Day }
  | { code: 'not-extendable' }
  /** `by` null: at once. */
  | { code: 'act-first'; by: Day | null }
  | ({ code: 'runs-on' } & Asking)
  | ({ code: 'asked-after-due'; dueOn: Day } & Asking)
  | ({ code: 'asked-late'; askBy: Day } & Asking)
  | ({ code: 'paused' } & Asking)
  | { code: 'start-moved'; by: 'identity' | 'fee'; day: Day | null }
  | { code: 'appeal'; kind: string; from: Day; dueOn: Day; isExtended: boolean }
  | { code: 'several-laws'; count: number; binding: readonly string[]; dueOn: Day };

/** Which laws bind, and which do not. */
export type LawReason =
  | { code: 'place-unknown' }
  | { code: 'right-unknown-there'; law: string; right: Right }
  | { code: 'thresholds-not-met'; law: string }
  | { code: 'no-law-found' }
  | { code: 'place'; place: string; law: string }
  | { code: 'establishment'; country: string }
  | { code: 'not-in-force'; law: string; from: Day }
  | { code: 'no-local-law'; place: string; isStateUnknown: boolean };
