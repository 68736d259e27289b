import type { SystemId } from '../../core/shared/ids';
import { addressParts } from '../../core/people/addressKeys';
import { nearPatterns, spellings } from '../../core/matching/nearNames';
import { nameTokens } from '../../core/people/normalise';
import type { SearchKey } from '../../ports/connector';
import { like, type Dialect, type Part } from './dialect';
import type { Table } from './schema';

export interface Condition extends Part {
  /** It looks into running text, which may speak of anybody. */
  isText?: true;
}

/** One condition per column and kind of key; values are bound, names are quoted. */
export function conditionsFor(
  table: Table,
  keys: readonly SearchKey[],
  systemId: SystemId,
  dialect: Dialect,
): Condition[] {
  const of = (kind: SearchKey['kind']) => keys.filter((key) => key.kind === kind);
  const conditions: Condition[] = [];
  for (const { name, holds } of table.columns) {
    if (holds === 'email' && of('email').length > 0)
      conditions.push(
        dialect.isIn(
          'lower(trim(??))',
          [name],
          of('email').map(({ value }) => value),
        ),
      );
    if (holds === 'phone' && of('phone').length > 0) {
      // The same number is written in many ways: the last eight digits find it, the score decides.
      conditions.push(
        dialect.isIn(
          `right(${dialect.digits('??')}, 8)`,
          [name],
          of('phone').map(({ value }) => value.replace(/\D/g, '').slice(-8)),
        ),
      );
    }
    if (holds === 'customer-number') {
      const own = of('customer-number').filter(({ scope }) => scope === systemId);
      if (own.length > 0)
        conditions.push(
          dialect.isIn(
            `upper(trim(${dialect.text('??')}))`,
            [name],
            own.map(({ value }) => value),
          ),
        );
    }
    if (holds === 'free-text')
      conditions.push(...inText(dialect, name, keys).map((condition) => ({ ...condition, isText: true as const })));
  }
  conditions.push(...atAddress(dialect, table, of('address')));
  for (const { value } of of('name')) {
    const words = value.split(/\s+/).filter((word) => nameTokens(word).some((token) => token.length > 1));
    const [first, last] = [words[0], words.at(-1)];
    if (!first || !last || first === last) continue;
    const column = (holds: string) => table.columns.find((candidate) => candidate.holds === holds)?.name;
    const [given, family, full] = [column('given-name'), column('family-name'), column('full-name')];
    // A given name may be shortened or its first letter only; a family name may have one letter wrong.
    const [starts, ends] = [startsOf(first), endsOf(last)];
    if (given && family) conditions.push(both(dialect, [given, starts], [family, ends]));
    else if (full) conditions.push(both(dialect, [full, starts], [full, ends]));
  }
  return conditions;
}

function both(dialect: Dialect, ...sides: [column: string, patterns: readonly string[]][]): Part {
  const parts = sides.map(([column, patterns]) => dialect.isLikeAny('lower(??)', [column], patterns));
  return { sql: `(${parts.map(({ sql }) => sql).join(' and ')})`, values: parts.flatMap(({ values }) => values) };
}

/** Who lives where the person does, under whatever name; of a table that has no names an address says nothing. */
function atAddress(dialect: Dialect, table: Table, keys: readonly SearchKey[]): Condition[] {
  const column = (...wanted: string[]) =>
    table.columns.find(({ holds }) => holds !== null && wanted.includes(holds))?.name;
  const [street, postcode, name] = [
    column('street'),
    column('postcode'),
    column('family-name', 'full-name', 'given-name'),
  ];
  if (!street || !name) return [];
  return keys.flatMap(({ value }) => {
    const parts = addressParts(value);
    if (!parts) return [];
    // Where one field holds all of it, its postcode stands behind the house.
    if (!postcode)
      return [
        {
          sql: `${dialect.plain('??')} like ?`,
          values: [street, `%${parts.start}%${parts.number}%${parts.postcode}%`],
        },
      ];
    return [
      {
        sql: `(${dialect.plain('??')} = ? and lower(??) like ?)`,
        values: [postcode, parts.postcode, street, `%${parts.start}%${parts.number}%`],
      },
    ];
  });
}

function startsOf(first: string): string[] {
  return spellings(first).flatMap((spelling) => [`${like(spelling)}%`, `${like(spelling.slice(0, 1))}.%`]);
}

/** The wildcard of a pattern is its own; letters that look like wildcards are letters. */
function endsOf(last: string): string[] {
  return nearPatterns(like(last).replace(/\\./g, '_')).flatMap((pattern) => [pattern, `% ${pattern}`]);
}

/** Running text is searched for addresses, numbers and whole names that stand in it. */
function inText(dialect: Dialect, column: string, keys: readonly SearchKey[]): Condition[] {
  const words = keys
    .filter(({ kind, value }) => kind === 'email' || (kind === 'customer-number' && value.length >= 5))
    .map(({ value }) => `%${like(value.toLowerCase())}%`);
  const names = keys.filter(({ kind, value }) => kind === 'name' && value.includes(' '));
  const numbers = keys
    .filter(({ kind }) => kind === 'phone')
    .map(({ value }) => value.replace(/\D/g, '').slice(-8))
    .filter((digits) => digits.length === 8);
  return [
    ...(words.length > 0 ? [dialect.isLikeAny(`lower(${dialect.text('??')})`, [column], words)] : []),
    ...(numbers.length > 0
      ? [
          dialect.isLikeAny(
            dialect.digits(dialect.text('??')),
            [column],
            numbers.map((digits) => `%${digits}%`),
          ),
        ]
      : []),
    ...names.map(({ value }) => dialect.nameInText(column, value)),
  ];
}
