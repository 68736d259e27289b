import type { PlanId } from '../../core/shared/ids';
import { keptReason, type Reason } from '../../core/words/reasons';
import { firstShape, sealedAs, sealedText, shapes } from '../keys/sealedValue';

// What a plan says of records, under the request's own key; what a restored copy has to forget again, under the installation's.

export const lineTitle = sealedText(
  'plan_lines.title_sealed',
  (planId: PlanId, position: number) => `title:${planId}:${position}`,
);
export const lineReasons = sealedAs(
  shapes<Reason[]>(
    // In words, without a shape and in the first one.
    (value) => (value as unknown[]).map(keptReason),
    (value) => (value as unknown[]).map(keptReason),
    (value) => value as Reason[],
  ),
  'plan_lines.reasons_sealed',
  (planId: PlanId, position: number) => `reasons:${planId}:${position}`,
);
export const cohortAcceptance = sealedText('plans.k_accepted_sealed', (planId: PlanId) => `cohort:${planId}`);
export const residueKeys = sealedAs(
  firstShape<readonly string[]>(),
  'residue.keys_sealed',
  (residueId: string) => residueId,
);
