import HolidayCalendar, { type HolidaysTypes } from 'date-holidays';
import type { Day, HolidayOf } from '../core/shared/days';
import type { Holidays } from '../ports/holidays';

/** Days on which only some offices are closed: the calendar calls them public, no law makes them a day on which nothing runs. */
const ONLY_SOME_OFFICES: Readonly<Record<string, RegExp>> = {
  US: /^(day after thanksgiving|christmas eve|day after christmas)/i,
};
/** The nations of Great Britain: where it is not said which, the days that all of them have. */
const NATIONS = ['ENG', 'WLS', 'SCT'];

/** Public holidays by law's place, a year at a time. For the United Kingdom bank holidays count too. */
export function publicHolidays(): Holidays {
  const calendars = new Map<string, HolidayOf>();
  const of: Holidays['of'] = (country, region) => {
    const place = `${country}/${region ?? ''}`;
    const known =
      calendars.get(place) ??
      (country === 'GB' && !region
        ? inAll(NATIONS.map((nation) => calendarOf('GB', nation)))
        : calendarOf(country, region));
    calendars.set(place, known);
    return known;
  };
  return { of };
}

function inAll(nations: readonly HolidayOf[]): HolidayOf {
  return (day) => (nations.every((holidayOf) => holidayOf(day) !== null) ? nations[0]!(day) : null);
}

function calendarOf(country: string, region: string | undefined): HolidayOf {
  const types = country === 'GB' ? ['public', 'bank'] : ['public'];
  const calendar = region ? new HolidayCalendar(country, region) : new HolidayCalendar(country);
  calendar.setLanguages('en');
  const years = new Map<string, Map<Day, string>>();
  return (day) => {
    const year = day.slice(0, 4);
    if (!years.has(year)) {
      const days = (calendar.getHolidays(Number(year)) ?? [])
        .filter((one) => types.includes(one.type) && isWholeDay(one) && !ONLY_SOME_OFFICES[country]?.test(one.name))
        .map(({ date, name }) => [date.slice(0, 10), name] as const);
      years.set(year, new Map(days));
    }
    return years.get(year)!.get(day) ?? null;
  };
}

/** A day that begins at noon, such as the eve of a feast, is a day on which something can be done. */
function isWholeDay({ date }: HolidaysTypes.Holiday): boolean {
  return /00:00:00/.test(date);
}
