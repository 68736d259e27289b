import { addDays, type Day } from './days';

/**
 * Rows by week, every week from the first to the last: one in which nothing happened stands there as one.
 *
 * @param weekOf the Monday of a row
 */
export function everyWeek<T>(rows: readonly T[], weekOf: (row: T) => Day, empty: (week: Day) => T): T[] {
  const known = new Map(rows.map((row) => [weekOf(row), row]));
  const weeks = [...known.keys()].sort();
  const filled: T[] = [];
  for (let week = weeks[0]; week !== undefined && week <= weeks.at(-1)!; week = addDays(week, 7))
    filled.push(known.get(week) ?? empty(week));
  return filled;
}

/** Rows by month (`YYYY-MM`), every month from the first to the last. */
export function everyMonth<T>(rows: readonly T[], monthOf: (row: T) => string, empty: (month: string) => T): T[] {
  const known = new Map(rows.map((row) => [monthOf(row), row]));
  const months = [...known.keys()].sort();
  const filled: T[] = [];
  for (let month = months[0]; month !== undefined && month <= months.at(-1)!; month = monthAfter(month))
    filled.push(known.get(month) ?? empty(month));
  return filled;
}

function monthAfter(month: string): string {
  const [year = 0, number = 0] = month.split('-').map(Number);
  return number === 12 ? `${year + 1}-01` : `${year}-${String(number + 1).padStart(2, '0')}`;
}
