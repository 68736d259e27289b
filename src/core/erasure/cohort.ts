/** Fewer records than this that look alike must be accepted with a reason. */
export const SMALLEST_COHORT = 5;

/**
 * k over what an anonymisation leaves: the smallest group of records that look the same (Sweeney 2002).
 *
 * @param alike for each anonymised record, how many look like it; itself included
 * @returns null where nothing is anonymised
 * @example smallestCohort([812, 3]) // 3
 */
export function smallestCohort(alike: readonly number[]): number | null {
  return alike.length === 0 ? null : Math.min(...alike);
}

/**
 * What looks like few others, or like nobody knows how many, has to be accepted with a reason. @param anonymised how
 * many records lose the person
 */
export function needsAcceptance(k: number | null, anonymised: number): boolean {
  return anonymised > 0 && (k === null || k < SMALLEST_COHORT);
}
