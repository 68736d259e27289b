import { Temporal } from 'temporal-polyfill';

/** A calendar day, `YYYY-MM-DD`, without time or zone. Due dates are days, never instants. */
export type Day = string;

/** Answers the name of the public holiday on that day, or null. */
export type HolidayOf = (day: Day) => string | null;

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;

const PLAIN_INSTANT = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,3})?(Z|[+-]\d\d:\d\d)$/;

/**
 * Epoch milliseconds of an instant. The usual forms go through the language's own parser, which is right for them and
 * fifty times as fast; anything else through Temporal.
 *
 * @throws RangeError where it is no instant
 */
export function epochOf(instant: string): number {
  const quick = PLAIN_INSTANT.test(instant) ? Date.parse(instant) : NaN;
  return Number.isNaN(quick) ? Temporal.Instant.from(instant).epochMilliseconds : quick;
}

// A zone's offset changes at quarters of an hour at the earliest; each quarter that was asked for is remembered.
const QUARTER = 900_000;
const MOST_REMEMBERED = 50_000;
const offsets = new Map<string, Map<number, number>>();

/** Milliseconds by which a zone is ahead of UTC at a moment (epoch milliseconds). */
export function offsetAt(epoch: number, zone: string): number {
  const quarter = Math.floor(epoch / QUARTER);
  let known = offsets.get(zone);
  if (!known || known.size > MOST_REMEMBERED) offsets.set(zone, (known = new Map()));
  let offset = known.get(quarter);
  if (offset === undefined) {
    offset = Temporal.Instant.fromEpochMilliseconds(quarter * QUARTER).toZonedDateTimeISO(zone).offsetNanoseconds / 1e6;
    known.set(quarter, offset);
  }
  return offset;
}

/**
 * The local day of an instant in a zone.
 *
 * @param instant RFC 3339, or epoch milliseconds
 * @example localDay('2026-10-24T22:30:00Z', 'Europe/Copenhagen') // '2026-10-25'
 */
export function localDay(instant: string | number, zone: string): Day {
  const epoch = typeof instant === 'number' ? instant : epochOf(instant);
  return dayOfNumber(Math.floor((epoch + offsetAt(epoch, zone)) / DAY_MS));
}

/**
 * The local day of what may be an instant or a day already.
 *
 * @example dayIn('2026-11-23T23:30:00Z', 'Europe/Copenhagen') // '2026-11-24'
 */
export function dayIn(value: string, zone: string): Day {
  return value.length === 10 ? value : localDay(value, zone);
}

const DAY_MS = 86_400_000;
const EPOCH = Temporal.PlainDate.from('1970-01-01');
const dayTexts = new Map<number, Day>();

const dayNumbers = new Map<Day, number>();

/**
 * Days since 1970-01-01. Each day is taken apart once: boards and clocks ask for the same ones over and over. @throws
 * RangeError where it is no day
 */
function numberOfDay(day: Day): number {
  let number = dayNumbers.get(day);
  if (number === undefined) {
    if (dayNumbers.size > MOST_REMEMBERED) dayNumbers.clear();
    number = EPOCH.until(Temporal.PlainDate.from(day), { largestUnit: 'days' }).days;
    dayNumbers.set(day, number);
  }
  return number;
}

/** The day so many days after 1970-01-01. Few days come up again and again: each is written once. */
function dayOfNumber(number: number): Day {
  let text = dayTexts.get(number);
  if (text === undefined) {
    if (dayTexts.size > MOST_REMEMBERED) dayTexts.clear();
    text = new Date(number * DAY_MS).toISOString().slice(0, 10);
    dayTexts.set(number, text);
  }
  return text;
}

const DAYS_IN = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** Whether it is a day of the calendar, in ISO. */
export function isRealDay(text: string): boolean {
  const parts = /^(\d{4})-(\d\d)-(\d\d)$/.exec(text);
  if (!parts) return false;
  const [year, month, day] = parts.slice(1).map(Number) as [number, number, number];
  const leap = month === 2 && year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  return month >= 1 && month <= 12 && day >= 1 && day <= DAYS_IN[month - 1]! + (leap ? 1 : 0);
}

const beginnings = new Map<string, number>();

/** Epoch milliseconds of the first moment of a day in a zone. */
export function beginningOfDay(day: Day, zone: string): number {
  const key = `${day} ${zone}`;
  let at = beginnings.get(key);
  if (at === undefined) {
    if (beginnings.size > MOST_REMEMBERED) beginnings.clear();
    at = Temporal.PlainDate.from(day).toZonedDateTime(zone).epochMilliseconds;
    beginnings.set(key, at);
  }
  return at;
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
  if (!Number.isSafeInteger(days)) throw new RangeError(`not a number of days: ${days}`);
  return dayOfNumber(numberOfDay(day) + days);
}

export function addYears(day: Day, years: number): Day {
  return Temporal.PlainDate.from(day).add({ years }, { overflow: 'constrain' }).toString();
}

/** Whole days from `from` to `to`; negative when `to` lies before. */
export function daysBetween(from: Day, to: Day): number {
  return numberOfDay(to) - numberOfDay(from);
}

/** 1 is Monday, 7 is Sunday (ISO 8601). */
export function weekdayOf(day: Day): number {
  // The first of January 1970 was a Thursday.
  return ((((numberOfDay(day) + 3) % 7) + 7) % 7) + 1;
}

export function isWorkingDay(day: Day, holidayOf: HolidayOf): boolean {
  return weekdayOf(day) < 6 && holidayOf(day) === null;
}

/** The n-th working day after `day`; `day` itself is not counted. */
export function addWorkingDays(day: Day, count: number, holidayOf: HolidayOf): Day {
  let at = day;
  for (let left = count; left > 0;) {
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
  const known = spoken.get(day);
  if (known !== undefined) return known;
  const date = new Date(`${day}T00:00:00Z`);
  if (Number.isNaN(date.getTime())) throw new RangeError(`not a day: ${day}`);
  const text = `${WEEKDAYS[(date.getUTCDay() + 6) % 7]} ${date.getUTCDate()} ${MONTHS[date.getUTCMonth()]} ${date.getUTCFullYear()}`;
  if (spoken.size > MOST_REMEMBERED) spoken.clear();
  spoken.set(day, text);
  return text;
}

const spoken = new Map<Day, string>();

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

/**
 * The same without weekday and year, for lists of what happened lately.
 *
 * @example sayShortInstant('2026-10-24T20:14:00Z', 'Europe/Copenhagen') // '24 Oct 22:14'
 */
export function sayShortInstant(instant: string, zone: string): string {
  return sayInstant(instant, zone)
    .replace(/^\w+ /, '')
    .replace(/ \d{4} /, ' ');
}
