import { daysBetween, type Day } from '../shared/days';

export interface SourceHealth {
  /** Days that usually lie between two deliveries; null while there are too few to tell. */
  usualGapDays: number | null;
  silentDays: number;
  isSilent: boolean;
}

const FEWEST = 4;

/**
 * Is a source silent for longer than usual? Usual is the gap that nine of ten of its own gaps do not exceed; it is silent
 * once twice that has passed, and never before two days (a weekend is no alarm).
 *
 * @param days on which it delivered, in order
 * @example healthOf(['2026-11-01', '2026-11-02', '2026-11-03', '2026-11-04'], '2026-11-09').isSilent // true
 */
export function healthOf(days: readonly Day[], today: Day): SourceHealth {
  const last = days.at(-1);
  if (!last) return { usualGapDays: null, silentDays: 0, isSilent: false };
  const silentDays = Math.max(0, daysBetween(last, today));
  if (days.length < FEWEST) return { usualGapDays: null, silentDays, isSilent: false };
  const gaps = days
    .slice(1)
    .map((day, i) => daysBetween(days[i]!, day))
    .sort((a, b) => a - b);
  const usualGapDays = gaps[Math.min(gaps.length - 1, Math.floor(gaps.length * 0.9))]!;
  return { usualGapDays, silentDays, isSilent: silentDays > Math.max(2, usualGapDays * 2) };
}
