import { birthLevel } from '../people/birthDates';
import { compareNames, parseName, type Name } from '../people/names';
import {
  looseEmail,
  normaliseCustomerNumber,
  normaliseEmail,
  normalisePhone,
  normalisePostcode,
  normaliseText,
} from '../people/normalise';
import type { PersonField, PersonRecord } from '../people/record';
import { streetLevel } from '../people/streets';
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
    single('street', left.street, right.street, streetLevel),
    single('postcode', left.postcode, right.postcode, (a, b) =>
      normalisePostcode(a) === normalisePostcode(b) ? 'exact' : 'different',
    ),
    single('city', left.city, right.city, (a, b) =>
      normaliseText(a) === normaliseText(b) ? 'normalised' : 'different',
    ),
  ];
}

const ORDER: readonly Level[] = ['exact', 'normalised', 'close', 'partial', 'different', 'missing'];

function best(
  field: PersonField,
  left: readonly string[] = [],
  right: readonly string[] = [],
  level: (a: string, b: string) => Level,
): Comparison {
  let found: Comparison = { field, level: 'missing', left: left[0] ?? null, right: right[0] ?? null };
  for (const a of left)
    for (const b of right) {
      const here = level(a, b);
      if (ORDER.indexOf(here) < ORDER.indexOf(found.level)) found = { field, level: here, left: a, right: b };
    }
  return found;
}

function single(
  field: PersonField,
  left: string | null | undefined,
  right: string | null | undefined,
  level: (a: string, b: string) => Level,
): Comparison {
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
  const none: Comparison = {
    field: 'customer-number',
    level: 'missing',
    left: left.customerNumbers?.[0]?.value ?? null,
    right: right.customerNumbers?.[0]?.value ?? null,
  };
  let seen = none;
  for (const a of left.customerNumbers ?? [])
    for (const b of right.customerNumbers ?? []) {
      if (a.system !== b.system) continue;
      if (normaliseCustomerNumber(a.value) === normaliseCustomerNumber(b.value))
        return { ...none, level: 'exact', left: a.value, right: b.value };
      seen = { ...none, level: 'different', left: a.value, right: b.value };
    }
  return seen;
}

function name(left: PersonRecord, right: PersonRecord): Comparison {
  return {
    field: 'name',
    level: compareNames(nameOf(left), nameOf(right)),
    left: sayName(left),
    right: sayName(right),
  };
}

const names = new WeakMap<PersonRecord, Name>();

/** The name of a record, taken apart once: one record is compared with many. */
export function nameOf(record: PersonRecord): Name {
  let name = names.get(record);
  if (!name) names.set(record, (name = parseName(record.givenName, record.familyName)));
  return name;
}

export function sayName(record: PersonRecord): string | null {
  return [record.givenName, record.familyName].filter(Boolean).join(' ') || null;
}
