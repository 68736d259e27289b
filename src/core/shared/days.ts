import { Temporal } from 'temporal-polyfill';

/** A calendar day, `YYYY-MM-DD`, without time or zone. Due dates are days, never instants. */
export type Day = string;

/** Answers the name of the public holiday on that day, or null. */
export type HolidayOf = (day: Day) => string | null;

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;

/**
 * The local day of an instant in a zone.
 *
 * @example localDay('2026-10-24T22:30:00Z', 'Europe/Copenhagen') // '2026-10-25'
 */
export function localDay(instant: string, zone: string): Day {
  return Temporal.Instant.from(instant).toZonedDateTimeISO(zone).toPlainDate().toString();
}

/**
 * Adds months by the rule of the same day number, else the month's last day.
 *
 * @example addMonths('2026-01-31', 3) // '2026-04-30'
 */
export function addMonths(day: Day, months: number): Day {
  return Temporal.PlainDate.from(day).add({ months }, { overflow: 'constrain' }).toString();
}

export function addDays(day: Day, days: number): Day {
  return Temporal.PlainDate.from(day).add({ days }).toString();
}

export function addYears(day: Day, years: number): Day {
  return Temporal.PlainDate.from(day).add({ years }, { overflow: 'constrain' }).toString();
}

/** Whole days from `from` to `to`; negative when `to` lies before. */
export function daysBetween(from: Day, to: Day): number {
  return Temporal.PlainDate.from(from).until(Temporal.PlainDate.from(to), { largestUnit: 'days' }).days;
}

/** 1 is Monday, 7 is Sunday (ISO 8601). */
export function weekdayOf(day: Day): number {
  return Temporal.PlainDate.from(day).dayOfWeek;
}

export function isWorkingDay(day: Day, holidayOf: HolidayOf): boolean {
  return weekdayOf(day) < 6 && holidayOf(day) === null;
}

/** The n-th working day after `day`; `day` itself is not counted. */
export function addWorkingDays(day: Day, count: number, holidayOf: HolidayOf): Day {
  let at = day;
  for (let left = count; left > 0; ) {
    at = addDays(at, 1);
    if (isWorkingDay(at, holidayOf)) left--;
  }
  return at;
}

/** Working days in (from, to]; negative when `to` lies before `from`. */
export function workingDaysBetween(from: Day, to: Day, holidayOf: HolidayOf): number {
  if (to < from) return -workingDaysBetween(to, from, holidayOf);
  let count = 0;
  for (let at = addDays(from, 1); at <= to; at = addDays(at, 1)) if (isWorkingDay(at, holidayOf)) count++;
  return count;
}

/**
 * A day for people.
 *
 * @example sayDay('2026-12-15') // 'Tue 15 Dec 2026'
 */
export function sayDay(day: Day): string {
  const date = Temporal.PlainDate.from(day);
  return `${WEEKDAYS[date.dayOfWeek - 1]} ${date.day} ${MONTHS[date.month - 1]} ${date.year}`;
}

/** A day without its year, for lists that span a few weeks. */
export function sayShortDay(day: Day): string {
  const date = Temporal.PlainDate.from(day);
  return `${WEEKDAYS[date.dayOfWeek - 1]} ${date.day} ${MONTHS[date.month - 1]}`;
}

/**
 * An instant for people, in a zone.
 *
 * @example sayInstant('2026-10-24T20:14:00Z', 'Europe/Copenhagen') // 'Sat 24 Oct 2026 22:14'
 */
export function sayInstant(instant: string, zone: string): string {
  const zoned = Temporal.Instant.from(instant).toZonedDateTimeISO(zone);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${sayDay(zoned.toPlainDate().toString())} ${two(zoned.hour)}:${two(zoned.minute)}`;
}
