import HolidayCalendar from 'date-holidays';
import type { Day, HolidayOf } from '../core/shared/days';
import type { Holidays } from '../ports/holidays';

/** Public holidays by law's place, a year at a time. For the United Kingdom bank holidays count too. */
export function publicHolidays(): Holidays {
  const calendars = new Map<string, HolidayOf>();
  return {
    of(country, region) {
      const place = `${country}/${region ?? ''}`;
      const known = calendars.get(place) ?? calendarOf(country, region);
      calendars.set(place, known);
      return known;
    },
  };
}

function calendarOf(country: string, region: string | undefined): HolidayOf {
  const types = country === 'GB' ? ['public', 'bank'] : ['public'];
  const calendar = region ? new HolidayCalendar(country, region) : new HolidayCalendar(country);
  calendar.setLanguages('en');
  const years = new Map<string, Map<Day, string>>();
  return (day) => {
    const year = day.slice(0, 4);
    if (!years.has(year)) {
      const days = (calendar.getHolidays(Number(year)) ?? []).filter(({ type }) => types.includes(type)).map(({ date, name }) => [date.slice(0, 10), name] as const);
      years.set(year, new Map(days));
    }
    return years.get(year)!.get(day) ?? null;
  };
}
