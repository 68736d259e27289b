import { isRealDay, offsetAt } from '../shared/days';

/** How a file writes its days: `2026-03-12`, `12.03.2026` or `03/12/2026`. */
export const DAY_ORDERS = ['year-first', 'day-first', 'month-first'] as const;
export type DayOrder = (typeof DAY_ORDERS)[number];

const WRITTEN = /^(\d{1,4})[-./ ](\d{1,2})[-./ ](\d{1,4})(?:[T, ]+(\d{1,2})[:.](\d\d)(?:[:.](\d\d))?)?$/;

const DAY_MS = 86_400_000;

interface Parts {
  first: string;
  second: string;
  third: string;
  time: [number, number, number] | null;
}

function partsOf(text: string): Parts | null {
  const found = WRITTEN.exec(text.trim());
  if (!found) return null;
  const [first, second, third] = found.slice(1, 4) as [string, string, string];
  const [hour, minute, second_] = [found[4], found[5], found[6]].map((part) => Number(part ?? 0));
  return { first, second, third, time: found[4] === undefined ? null : [hour!, minute!, second_!] };
}

function dayOf({ first, second, third }: Parts, order: DayOrder): string | null {
  const [year, month, day] =
    order === 'year-first'
      ? [first, second, third]
      : order === 'day-first'
        ? [third, second, first]
        : [third, first, second];
  // Of which century a year of two digits is, nobody can say.
  if (year.length !== 4 || month.length > 2 || day.length > 2) return null;
  const text = `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  return isRealDay(text) ? text : null;
}

/**
 * A day, or a time, as a file writes it, in the form of the ledger.
 *
 * @param zone where a time without an offset is meant
 * @returns an ISO day, an instant in UTC, or the text as it stands where it is neither; whoever reads on says so
 * @example readWhen('12.03.2026 14:30', 'day-first', 'Europe/Copenhagen') // '2026-03-12T13:30:00.000Z'
 */
export function readWhen(text: string, order: DayOrder, zone: string): string {
  const parts = partsOf(text);
  const day = parts && dayOf(parts, order);
  if (!parts || !day) return text;
  if (!parts.time) return day;
  const [hour, minute, second] = parts.time;
  if (hour > 23 || minute > 59 || second > 59) return text;
  const local = Date.parse(`${day}T00:00:00Z`) + ((hour * 60 + minute) * 60 + second) * 1000;
  // An hour that a clock shows twice is the first one; one that it skips, the next.
  const shows = (at: number) => at + offsetAt(at, zone) === local;
  const before = local - offsetAt(local - DAY_MS, zone);
  const after = local - offsetAt(local + DAY_MS, zone);
  return new Date(shows(before) || !shows(after) ? before : after).toISOString();
}

/** The order in which most of these were written; in doubt the day stands first. Null: they are no days. */
export function orderOf(values: readonly string[]): DayOrder | null {
  const written = values.flatMap((value) => partsOf(value) ?? []);
  if (written.length === 0 || written.length < values.length / 2) return null;
  const reads = (order: DayOrder) => written.filter((parts) => dayOf(parts, order) !== null).length;
  const [year, day, month] = [reads('year-first'), reads('day-first'), reads('month-first')];
  if (year >= day && year >= month) return 'year-first';
  return day >= month ? 'day-first' : 'month-first';
}
