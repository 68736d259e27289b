import type { HolidayOf } from '../core/shared/days';

/** The public holidays of a law's place. */
export interface Holidays {
  of(country: string, region?: string): HolidayOf;
}
