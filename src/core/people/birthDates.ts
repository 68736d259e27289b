import type { Level } from '../matching/weights';

/** A birth date as far as it is known: days it may be, or a year (and month) alone. */
interface Birth {
  days: string[];
  year: string | null;
  month: string | null;
}

/** What is filled in where nothing was known; from anywhere. */
const PLACEHOLDERS = new Set([
  '1900-01-01',
  '1901-01-01',
  '1970-01-01',
  '1111-11-11',
  '1800-01-01',
  '1753-01-01',
  '1899-12-30',
  '1899-12-31',
  '2000-01-01',
]);
const OLDEST = 1890;

/**
 * Reads a birth date in the forms that systems keep: ISO, compact, day first with points, strokes or dashes, a year
 * alone, zeroes for what is not known. Where day and month could be either, both are kept. Placeholders say nothing.
 */
export function readBirth(value: string): Birth | null {
  const text = value
    .trim()
    .replace(/T.*$/, '')
    .replace(/\s+00:00.*$/, '');
  const year =
    /^(\d{4})$/.exec(text) ??
    /^(\d{4})-(?:00|\?\?|xx)(?:-(?:00|\?\?|xx))?$/i.exec(text) ??
    /^00[./-]00[./-](\d{4})$/.exec(text);
  if (year) return partOf(year[1]!, null);
  const month = /^(\d{4})-(\d{1,2})(?:-(?:00|\?\?|xx))?$/i.exec(text) ?? null;
  if (month) return partOf(month[1]!, month[2]!.padStart(2, '0'));
  const days = birthDates(text).filter((day) => !PLACEHOLDERS.has(day) && Number(day.slice(0, 4)) >= OLDEST);
  if (days.length === 0) return null;
  // The first of January is what is put where only the year was known.
  if (days.length === 1 && days[0]!.endsWith('-01-01')) return { days, year: days[0]!.slice(0, 4), month: null };
  return { days, year: null, month: null };
}

function partOf(year: string, month: string | null): Birth | null {
  if (Number(year) < OLDEST || PLACEHOLDERS.has(`${year}-01-01`)) return null;
  return { days: [], year, month };
}

/**
 * A birth date as one or two possible days: where day and month could be either, both are kept.
 *
 * @example birthDates('03/04/1987') // ['1987-04-03', '1987-03-04']
 */
export function birthDates(value: string): string[] {
  const text = value.trim();
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})/.exec(text) ?? /^(\d{4})(\d\d)(\d\d)$/.exec(text);
  if (iso) return valid(iso[1]!, iso[2]!, iso[3]!);
  const local = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})$/.exec(text);
  if (!local) return [];
  const year = local[3]!.length === 4 ? local[3]! : `${Number(local[3]) > 30 ? '19' : '20'}${local[3]}`;
  const dayFirst = valid(year, local[2]!, local[1]!);
  const monthFirst = text.includes('/') ? valid(year, local[1]!, local[2]!) : [];
  return [...new Set([...dayFirst, ...monthFirst])];
}

function valid(year: string, month: string, day: string): string[] {
  const [m, d] = [Number(month), Number(day)];
  if (m < 1 || m > 12 || d < 1 || d > new Date(Date.UTC(Number(year), m, 0)).getUTCDate()) return [];
  return [`${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`];
}

/**
 * `exact`: the same day · `close`: one digit off, day and month changed, or a day that may be meant · `partial`: the
 * year agrees, and more is not known · `different` · `missing`: not known, or a placeholder
 */
export function birthLevel(a: string, b: string): Level {
  const [x, y] = [readBirth(a), readBirth(b)];
  if (!x || !y) return 'missing';
  if (x.days.some((day) => y.days.includes(day)) && !x.year && !y.year)
    return x.days.length === 1 && y.days.length === 1 ? 'exact' : 'close';
  if (x.year || y.year) return partial(x, y);
  return x.days.some((day) => y.days.some((other) => isNear(day, other))) ? 'close' : 'different';
}

function partial(x: Birth, y: Birth): Level {
  const [partly, other] = x.year ? [x, y] : [y, x];
  const years = other.year ? [other.year] : other.days.map((day) => day.slice(0, 4));
  // A first of January may stand for any day, and for a year that nobody was sure of.
  if (!years.includes(partly.year!))
    return partly.days.length > 0 || (other.year !== null && other.days.length > 0) ? 'missing' : 'different';
  if (x.days.length > 0 && y.days.length > 0 && x.year && y.year) return 'partial';
  const months = other.month ? [other.month] : other.days.map((day) => day.slice(5, 7));
  return partly.month && months.length > 0 && !months.includes(partly.month) ? 'different' : 'partial';
}

function isNear(a: string, b: string): boolean {
  if (a.slice(0, 4) === b.slice(0, 4) && a.slice(5, 7) === b.slice(8) && a.slice(8) === b.slice(5, 7)) return true;
  return (
    [...a].filter((digit, i) => digit !== b[i]).length === 1 ||
    isTransposed(a.replaceAll('-', ''), b.replaceAll('-', ''))
  );
}

/** Two digits beside each other changed. */
function isTransposed(a: string, b: string): boolean {
  const at = [...a].findIndex((digit, i) => digit !== b[i]);
  return at >= 0 && a[at] === b[at + 1] && a[at + 1] === b[at] && a.slice(at + 2) === b.slice(at + 2);
}
