import { nameTokens } from '../../core/identity/normalise';
import type { SearchKey } from '../../ports/connector';
import type { Table } from './schema';

export interface Condition {
  sql: string;
  values: unknown[];
}

/** One condition per column and kind of key; values are bound, names are quoted. */
export function conditionsFor(table: Table, keys: readonly SearchKey[], systemId: string): Condition[] {
  const of = (kind: SearchKey['kind']) => keys.filter((key) => key.kind === kind);
  const conditions: Condition[] = [];
  for (const { name, holds } of table.columns) {
    if (holds === 'email' && of('email').length > 0) conditions.push({ sql: 'lower(trim(??)) = any(?)', values: [name, of('email').map(({ value }) => value)] });
    if (holds === 'phone' && of('phone').length > 0) {
      // The same number is written in many ways: the last eight digits find it, the score decides.
      conditions.push({ sql: `right(regexp_replace(??, '\\D', '', 'g'), 8) = any(?)`, values: [name, of('phone').map(({ value }) => value.replace(/\D/g, '').slice(-8))] });
    }
    if (holds === 'customer-number') {
      const own = of('customer-number').filter(({ scope }) => scope === systemId);
      if (own.length > 0) conditions.push({ sql: 'upper(trim(??)) = any(?)', values: [name, own.map(({ value }) => value)] });
    }
  }
  for (const { value } of of('name')) {
    const words = value.split(/\s+/).filter((word) => nameTokens(word).some((token) => token.length > 1));
    const [first, last] = [words[0], words.at(-1)];
    if (!first || !last || first === last) continue;
    const column = (holds: string) => table.columns.find((candidate) => candidate.holds === holds)?.name;
    const [given, family, full] = [column('given-name'), column('family-name'), column('full-name')];
    if (given && family) conditions.push({ sql: '(?? ilike ? and ?? ilike ?)', values: [given, `${like(first)}%`, family, `%${like(last)}`] });
    else if (full) conditions.push({ sql: '(?? ilike ?)', values: [full, `${like(first)}%${like(last)}`] });
  }
  return conditions;
}

function like(text: string): string {
  return text.replace(/[\\%_]/g, (letter) => `\\${letter}`);
}
