import { Temporal } from 'temporal-polyfill';
import * as yup from 'yup';

function isInstant(value: string): boolean {
  try {
    Temporal.Instant.from(value);
    return true;
  } catch {
    return false;
  }
}

function isDay(value: string): boolean {
  try {
    return /^\d{4}-\d{2}-\d{2}$/.test(value) && Temporal.PlainDate.from(value).toString() === value;
  } catch {
    return false;
  }
}

/** RFC 3339 with offset. */
export const instantSchema = yup.string().test(
  'instant',
  ({ path }) => `${path} must be a time with offset, such as 2026-11-20T09:14:03+01:00`,
  (value) => value == null || isInstant(value),
);

/** A calendar day. */
export const daySchema = yup.string().test(
  'day',
  ({ path }) => `${path} must be a day that exists, such as 2026-11-20`,
  (value) => value == null || isDay(value),
);

/** RFC 3339 with offset, or a date where only the day is known. */
export const instantOrDaySchema = yup.string().test(
  'instant-or-day',
  ({ path }) =>
    `${path} must be a day that exists or a time with offset, such as 2026-11-20 or 2026-11-20T09:14:03+01:00`,
  (value) => value == null || isDay(value) || isInstant(value),
);
