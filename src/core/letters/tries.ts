/** How long a letter waits after each failed try, in steps of the first wait: 30 s, 1 min, 2, 5, 10, 30, 1 h, 2, 4, then 6 h each time. */
const STEPS = [1, 2, 4, 10, 20, 60, 120, 240, 480, 720] as const;

/** With the usual first wait of 30 seconds the last of these is about five days after the first. */
export const MOST_TRIES = 30;

/**
 * @param tries how many have failed, from 1 on
 * @param firstMs the first wait
 * @example waitAfter(3, 30_000) // 120_000
 */
export function waitAfter(tries: number, firstMs: number): number {
  return STEPS[Math.min(tries, STEPS.length) - 1]! * firstMs;
}
