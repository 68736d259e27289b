import type { PersonRecord } from '../../core/identity/record';
import type { Row } from './rows';
import type { Table } from './schema';

/** What stands in place of the person: a token where a column may not be empty, nothing where it may; a birth date becomes its year. */
export function anonymised(table: Table, token: string): Record<string, string | null> {
  const change: Record<string, string | null> = {};
  for (const { name, holds, nullable, type } of table.columns) {
    if (holds === null || holds === 'country' || holds === 'free-text') continue;
    if (nullable) change[name] = null;
    else if (holds === 'email') change[name] = `${token}@anonymised.invalid`;
    else if (type === 'date') change[name] = '1900-01-01';
    else change[name] = token;
  }
  return change;
}

/** Columns that hold the person's name, address or number in running text, whatever the column is called. */
export function named(table: Table, row: Row, person: PersonRecord, token: string): Record<string, string | null> {
  const signs = [...(person.emails ?? []), ...(person.familyName && person.familyName.length > 3 ? [person.familyName] : [])].map((sign) => sign.toLowerCase());
  const numbers = (person.phones ?? []).map((phone) => phone.replace(/\D/g, '').slice(-8)).filter((digits) => digits.length === 8);
  const change: Record<string, string | null> = {};
  for (const { name, type, nullable } of table.columns) {
    const value = row[name];
    if (typeof value !== 'string' || !/char|text/.test(type) || table.keyColumns.includes(name)) continue;
    const text = value.toLowerCase();
    if (signs.some((sign) => text.includes(sign)) || numbers.some((digits) => value.replace(/\D/g, '').includes(digits))) change[name] = nullable ? null : token;
  }
  return change;
}
