import { addDays, type Day } from '../shared/days';

/** What the pages of a site have really shown, by what their panels told. */
export interface LiveState {
  /** The newest version that a page has shown; null: none has shown any. */
  version: number | null;
  /** The first day on which it was shown, and the last. */
  since: Day | null;
  lastShown: Day | null;
  /** A version has been in force for longer than a day, and pages still show an older one. */
  isBehind: boolean;
}

/** Copies of the script may be that old before it is a fault, days. */
const PATIENCE_DAYS = 1;

/**
 * Which version a site serves, from the counts of its panels.
 *
 * @param inForce version in force and the day it came into force; null: none is
 */
export function liveState(
  counts: readonly { day: Day; version: number; shown: number }[],
  inForce: { version: number; from: Day } | null,
): LiveState {
  const shown = counts.filter((one) => one.shown > 0);
  const version = shown.length > 0 ? Math.max(...shown.map((one) => one.version)) : null;
  const days = shown.filter((one) => one.version === version).map(({ day }) => day);
  days.sort();
  const isBehind =
    inForce !== null &&
    version !== null &&
    version < inForce.version &&
    shown.some(({ day }) => day > addDays(inForce.from, PATIENCE_DAYS));
  return { version, since: days[0] ?? null, lastShown: days.at(-1) ?? null, isBehind };
}
