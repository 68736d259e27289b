import jaroWinkler from 'talisman/metrics/jaro-winkler';
import { birthDates, fullName, looseEmail, nameTokens, normaliseCustomerNumber, normaliseEmail, normalisePhone, normalisePostcode, normaliseText } from './normalise';
import type { PersonField, PersonRecord } from './record';
import type { Level } from './weights';

export interface Comparison {
  field: PersonField;
  level: Level;
  /** The two values compared, as given; for a side-by-side view. */
  left: string | null;
  right: string | null;
}

/** Compares two records field by field. The best pair of several values counts. */
export function compare(left: PersonRecord, right: PersonRecord): Comparison[] {
  return [
    best('email', left.emails, right.emails, emailLevel),
    best('phone', left.phones, right.phones, (a, b) => phoneLevel(a, b, left.country ?? right.country ?? null)),
    customerNumber(left, right),
    name(left, right),
    single('birth-date', left.birthDate, right.birthDate, birthLevel),
    single('postcode', left.postcode, right.postcode, (a, b) => (normalisePostcode(a) === normalisePostcode(b) ? 'exact' : 'different')),
    single('city', left.city, right.city, (a, b) => (normaliseText(a) === normaliseText(b) ? 'normalised' : 'different')),
  ];
}

const ORDER: readonly Level[] = ['exact', 'normalised', 'close', 'different', 'missing'];

function best(field: PersonField, left: readonly string[] = [], right: readonly string[] = [], level: (a: string, b: string) => Level): Comparison {
  let found: Comparison = { field, level: 'missing', left: left[0] ?? null, right: right[0] ?? null };
  for (const a of left) for (const b of right) {
    const here = level(a, b);
    if (ORDER.indexOf(here) < ORDER.indexOf(found.level)) found = { field, level: here, left: a, right: b };
  }
  return found;
}

function single(field: PersonField, left: string | null | undefined, right: string | null | undefined, level: (a: string, b: string) => Level): Comparison {
  return { field, level: left && right ? level(left, right) : 'missing', left: left ?? null, right: right ?? null };
}

function emailLevel(a: string, b: string): Level {
  if (a === b) return 'exact';
  const [x, y] = [normaliseEmail(a), normaliseEmail(b)];
  if (x === null || y === null) return 'missing';
  if (x === y) return 'normalised';
  return looseEmail(x) === looseEmail(y) ? 'close' : 'different';
}

function phoneLevel(a: string, b: string, country: string | null): Level {
  if (a === b) return 'exact';
  const [x, y] = [normalisePhone(a, country), normalisePhone(b, country)];
  if (x === null || y === null) return 'missing';
  if (x === y) return 'normalised';
  const [short, long] = x.length < y.length ? [x, y] : [y, x];
  return short.length >= 8 && long.endsWith(short.replace(/^\+/, '')) ? 'close' : 'different';
}

function customerNumber(left: PersonRecord, right: PersonRecord): Comparison {
  const none: Comparison = { field: 'customer-number', level: 'missing', left: left.customerNumbers?.[0]?.value ?? null, right: right.customerNumbers?.[0]?.value ?? null };
  let seen = none;
  for (const a of left.customerNumbers ?? []) for (const b of right.customerNumbers ?? []) {
    if (a.system !== b.system) continue;
    if (normaliseCustomerNumber(a.value) === normaliseCustomerNumber(b.value)) return { ...none, level: 'exact', left: a.value, right: b.value };
    seen = { ...none, level: 'different', left: a.value, right: b.value };
  }
  return seen;
}

function name(left: PersonRecord, right: PersonRecord): Comparison {
  const [a, b] = [sayName(left), sayName(right)];
  return { field: 'name', level: a && b ? nameLevel(a, b) : 'missing', left: a, right: b };
}

export function sayName(record: PersonRecord): string | null {
  return [record.givenName, record.familyName].filter(Boolean).join(' ') || null;
}

/**
 * Names: exact as tokens in any order; normalised with nicknames and initials; close by Jaro–Winkler ≥ 0.92
 * on each token (Winkler 1990) with one token free to be missing.
 */
export function nameLevel(a: string, b: string): Level {
  const [x, y] = [nameTokens(a), nameTokens(b)];
  if (x.length === 0 || y.length === 0) return 'missing';
  if (x.join(' ') === y.join(' ')) return 'exact';
  const [few, many] = x.length <= y.length ? [x, y] : [y, x];
  const same = (p: string, q: string) => fullName(p) === fullName(q);
  const initial = (p: string, q: string) => p[0] === q[0] && (p.length === 1 || q.length === 1);
  if (few.length > 1 && pairs(few, many, same)) return 'normalised';
  if (few.length > 1 && pairs(few, many, (p, q) => same(p, q) || initial(p, q)) && few.some((p) => p.length > 1 && many.some((q) => same(p, q)))) return 'close';
  const alike = (p: string, q: string) => same(p, q) || (p.length > 2 && q.length > 2 && jaroWinkler(p, q) >= 0.92);
  return few.length > 1 && pairs(few, many, alike) ? 'close' : 'different';
}

function pairs(few: readonly string[], many: readonly string[], test: (a: string, b: string) => boolean): boolean {
  const left = [...many];
  return few.every((token) => {
    const at = left.findIndex((other) => test(token, other));
    if (at < 0) return false;
    left.splice(at, 1);
    return true;
  });
}

function birthLevel(a: string, b: string): Level {
  const [x, y] = [birthDates(a), birthDates(b)];
  if (x.length === 0 || y.length === 0) return 'missing';
  if (!x.some((day) => y.includes(day))) return 'different';
  return x.length === 1 && y.length === 1 ? 'exact' : 'close';
}
