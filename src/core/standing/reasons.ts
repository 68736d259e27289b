import type { Day } from '../shared/days';
import type { Answer } from '../ledger/types';

// Why something was decided: a code with its values. The words are in `core/words/reasons`.

export type StandingReason =
  | { code: 'unconfirmed' }
  | { code: 'withdrawn-with-parent'; answer: Answer; day: Day }
  | { code: 'said-no'; answer: Answer; day: Day }
  | { code: 'said-yes'; answer: Answer; day: Day }
  /** `yes`: the yes does not count; `sale`: an opt-in is needed; `never`: nothing may be sold, whatever was said. */
  | { code: 'under-age'; rule: 'yes' | 'sale' | 'never'; age: number }
  | { code: 'shelf-life'; days: number }
  | { code: 'wording-changed'; kind: 'ask' | 'notice'; id: string; version: number }
  | { code: 'nothing-said'; permits: boolean }
  | { code: 'never-bought' }
  | { code: 'bought'; day: Day }
  | { code: 'purpose-not-in-force' }
  | { code: 'parent-not-permitted'; purpose: string; parent: string }
  | { code: 'erased'; listed: 'identifiers' | 'address' }
  | { code: 'restricted' }
  | { code: 'necessary'; purpose: string }
  | { code: 'identities-disagree' }
  | { code: 'shared-identifier' };
