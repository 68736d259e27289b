import type { PlanAction } from './types';
// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type PlanRefusal =
  | { code: 'circle-cannot-be-broken'; records: string[] }
  | { code: 'cannot-be-done'; record: string; action: PlanAction };

export type MakePlanRefusal =
  | PlanRefusal
  | { code: 'not-an-erasure' }
  | { code: 'not-decided' }
  | { code: 'plan-running' }
  | { code: 'matches-undecided'; count: number }
  | { code: 'no-trace' }
  | InTheWay;

export type ConfirmPlanRefusal =
  | { code: 'no-plan' }
  | { code: 'plan-running' }
  | { code: 'reference-wrong'; expected: string }
  | { code: 'plan-changed' }
  | { code: 'small-cohort'; k: number | null }
  | InTheWay
  | PlanRefusal;

export type InTheWay = { code: 'open-requests'; refs: string[] };
