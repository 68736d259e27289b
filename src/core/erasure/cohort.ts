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

export function needsAcceptance(k: number | null): boolean {
  return k !== null && k < SMALLEST_COHORT;
}
