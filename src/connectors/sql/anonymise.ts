import type { PersonRecord } from '../../core/people/record';
import type { Dialect } from './dialect';
import type { Row } from './rows';
import type { Column, Table } from './schema';

/** What stands in place of the person: nothing where a column may be empty, else something of its type that is nobody's. */
export function anonymised(dialect: Dialect, table: Table, token: string): Record<string, string | null> {
  const change: Record<string, string | null> = {};
  for (const column of table.columns) {
    const { name, holds, nullable, isGenerated } = column;
    if (holds === null || holds === 'country' || holds === 'free-text' || isGenerated) continue;
    change[name] = nullable ? null : standIn(dialect, column, token);
  }
  return change;
}

/** A value for a column that may not be empty. From the token of this one record, so that no two records share it. */
function standIn(dialect: Dialect, { type, holds }: Pick<Column, 'type' | 'holds'>, token: string): string {
  // Of a few words one has to be taken: the first says least.
  const first = /^enum\('((?:[^']|'')*)'/.exec(type)?.[1];
  if (first !== undefined) return first.replaceAll("''", "'");
  const most = Number(/\((\d+)\)/.exec(type)?.[1] ?? Number.POSITIVE_INFINITY);
  if (/char|text/.test(type)) {
    const address = `${token}@anonymised.invalid`;
    return holds === 'email' && address.length <= most ? address : token.slice(0, Math.min(most, token.length));
  }
  if (/^date$/.test(type)) return '1900-01-01';
  if (/^(timestamp|datetime)/.test(type)) return dialect.firstInstant(type);
  if (/^year/.test(type)) return '1901';
  if (/^(tinyint|smallint|mediumint|int|bigint|numeric|decimal|real|float|double)/.test(type))
    return String(numberOf(token, type));
  if (type === 'uuid')
    return `${Buffer.from(token.padEnd(16, '0')).toString('hex').slice(0, 32)}`.replace(
      /^(.{8})(.{4})(.{4})(.{4})(.{12})$/,
      '$1-$2-$3-$4-$5',
    );
  if (type === 'boolean') return 'false';
  if (/^jsonb?$/.test(type)) return '{}';
  if (/^(inet|cidr|inet4)$/.test(type)) return '0.0.0.0';
  if (type === 'inet6') return '::';
  if (/^bit/.test(type)) return '0';
  return token;
}

const MOST: Readonly<Record<string, number>> = {
  tinyint: 120,
  smallint: 32_000,
  mediumint: 8_000_000,
  int: 2_000_000_000,
  integer: 2_000_000_000,
  real: 16_000_000,
  float: 16_000_000,
};

function numberOf(token: string, type: string): number {
  const sum = [...token].reduce((value, letter) => (value * 131 + letter.charCodeAt(0)) % 9_007_199_254_740, 7);
  const digits = Number(
    /^(?:numeric|decimal)\((\d+),(\d+)\)/
      .exec(type)
      ?.slice(1)
      .reduce((a, b) => String(Number(a) - Number(b))) ?? 15,
  );
  return sum % Math.min(MOST[/^[a-z]+/.exec(type)![0]] ?? 9_000_000_000_000, 10 ** Math.min(digits, 15));
}

/** Columns that hold the person's name, address or number in running text, whatever the column is called. */
export function named(
  dialect: Dialect,
  table: Table,
  row: Row,
  person: PersonRecord,
  token: string,
): Record<string, string | null> {
  const signs = [
    ...(person.emails ?? []),
    ...(person.familyName && person.familyName.length > 3 ? [person.familyName] : []),
  ].map((sign) => sign.toLowerCase());
  const numbers = (person.phones ?? [])
    .map((phone) => phone.replace(/\D/g, '').slice(-8))
    .filter((digits) => digits.length === 8);
  const change: Record<string, string | null> = {};
  for (const column of table.columns) {
    const { name, type, nullable, isGenerated } = column;
    const value = row[name];
    if (typeof value !== 'string' || !/char|text/.test(type) || table.keyColumns.includes(name) || isGenerated)
      continue;
    const text = value.toLowerCase();
    if (
      signs.some((sign) => text.includes(sign)) ||
      numbers.some((digits) => value.replace(/\D/g, '').includes(digits))
    )
      change[name] = nullable ? null : standIn(dialect, { type, holds: null }, token);
  }
  return change;
}
