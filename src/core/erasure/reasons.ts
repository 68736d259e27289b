import type { Day } from '../shared/days';

// Why something was decided: a code with its values. The words are in `core/words/reasons`.

export type PlanReason =
  | { code: 'erase' }
  | { code: 'hold'; matter: string }
  | { code: 'open'; state: string }
  | { code: 'others' }
  | { code: 'shared' }
  | { code: 'totals' }
  | { code: 'unclear'; law: string; field: string }
  | { code: 'retention'; law: string; years: number; months: number; days: number; from: Day; until: Day }
  | { code: 'referred-to'; record: string }
  | { code: 'kept-apart'; record: string; until: Day | null };
