import type { SystemId } from '../../core/shared/ids';
import { addressParts } from '../../core/people/addressKeys';
import { LETTERS, oneSpelling, PAIRS, surePart } from '../../core/matching/oneSpelling';
import { nearPatterns, spellings } from '../../core/matching/nearNames';
import { nameTokens } from '../../core/people/normalise';
import type { SearchKey } from '../../ports/connector';
import type { Table } from './schema';

export interface Condition {
  sql: string;
  values: unknown[];
  /** It looks into running text, which may speak of anybody. */
  isText?: true;
}

/** One condition per column and kind of key; values are bound, names are quoted. */
export function conditionsFor(table: Table, keys: readonly SearchKey[], systemId: SystemId): Condition[] {
  const of = (kind: SearchKey['kind']) => keys.filter((key) => key.kind === kind);
  const conditions: Condition[] = [];
  for (const { name, holds } of table.columns) {
    if (holds === 'email' && of('email').length > 0)
      conditions.push({ sql: 'lower(trim(??)) = any(?)', values: [name, of('email').map(({ value }) => value)] });
    if (holds === 'phone' && of('phone').length > 0) {
      // The same number is written in many ways: the last eight digits find it, the score decides.
      conditions.push({
        sql: `right(regexp_replace(??, '\\D', '', 'g'), 8) = any(?)`,
        values: [name, of('phone').map(({ value }) => value.replace(/\D/g, '').slice(-8))],
      });
    }
    if (holds === 'customer-number') {
      const own = of('customer-number').filter(({ scope }) => scope === systemId);
      if (own.length > 0)
        conditions.push({ sql: 'upper(trim(??::text)) = any(?)', values: [name, own.map(({ value }) => value)] });
    }
    if (holds === 'free-text')
      conditions.push(...inText(name, keys).map((condition) => ({ ...condition, isText: true as const })));
  }
  conditions.push(...atAddress(table, of('address')));
  for (const { value } of of('name')) {
    const words = value.split(/\s+/).filter((word) => nameTokens(word).some((token) => token.length > 1));
    const [first, last] = [words[0], words.at(-1)];
    if (!first || !last || first === last) continue;
    const column = (holds: string) => table.columns.find((candidate) => candidate.holds === holds)?.name;
    const [given, family, full] = [column('given-name'), column('family-name'), column('full-name')];
    // A given name may be shortened or its first letter only; a family name may have one letter wrong.
    if (given && family)
      conditions.push({
        sql: '(lower(??) like any(?) and lower(??) like any(?))',
        values: [given, startsOf(first), family, endsOf(last)],
      });
    else if (full)
      conditions.push({
        sql: '(lower(??) like any(?) and lower(??) like any(?))',
        values: [full, startsOf(first), full, endsOf(last)],
      });
  }
  return conditions;
}

/** Who lives where the person does, under whatever name; of a table that has no names an address says nothing. */
function atAddress(table: Table, keys: readonly SearchKey[]): Condition[] {
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
          sql: `regexp_replace(lower(??), '[^[:alnum:]]', '', 'g') like ?`,
          values: [street, `%${parts.start}%${parts.number}%${parts.postcode}%`],
        },
      ];
    return [
      {
        sql: `(regexp_replace(lower(??::text), '[^[:alnum:]]', '', 'g') = ? and lower(??) like ?)`,
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
function inText(column: string, keys: readonly SearchKey[]): Condition[] {
  const words = keys
    .filter(({ kind, value }) => kind === 'email' || (kind === 'customer-number' && value.length >= 5))
    .map(({ value }) => `%${like(value.toLowerCase())}%`);
  const names = keys.filter(({ kind, value }) => kind === 'name' && value.includes(' '));
  const numbers = keys
    .filter(({ kind }) => kind === 'phone')
    .map(({ value }) => value.replace(/\D/g, '').slice(-8))
    .filter((digits) => digits.length === 8);
  return [
    ...(words.length > 0 ? [{ sql: 'lower(??::text) like any(?)', values: [column, words] }] : []),
    ...(numbers.length > 0
      ? [
          {
            sql: `regexp_replace(??::text, '\\D', '', 'g') like any(?)`,
            values: [column, numbers.map((digits) => `%${digits}%`)],
          },
        ]
      : []),
    ...names.map(({ value }) => nameInText(column, value)),
  ];
}

/** A name as it stands in a text, however its letters are written; a part that is always there is looked for first. */
function nameInText(column: string, name: string): Condition {
  const sure = surePart(name);
  const spelled = {
    sql: `${ONE_SPELLING} like ?`,
    values: [column, `%${like(oneSpelling(name.toLowerCase())).replaceAll(' ', '%')}%`],
  };
  if (sure === '') return spelled;
  return {
    sql: `(lower(??::text) like ? and ${spelled.sql})`,
    values: [column, `%${like(sure)}%`, ...spelled.values],
  };
}

/** As \`oneSpelling\` does it, whatever the database takes for the lower case of a letter. */
const ONE_SPELLING = (() => {
  const both = [...LETTERS].flatMap(([letter, plain]) =>
    [...new Set([letter, letter.toUpperCase()])]
      .filter(({ length }) => length === 1)
      .map((one) => [one, plain] as const),
  );
  const single = both.filter(([, plain]) => plain.length === 1);
  const translated = `lower(translate(??::text, '${single.map(([letter]) => letter).join('')}', '${single
    .map(([, plain]) => plain)
    .join('')}'))`;
  const replaced = [...both.filter(([, plain]) => plain.length > 1), ...PAIRS];
  return replaced.reduce((sql, [from, to]) => `replace(${sql}, '${from}', '${to}')`, translated);
})();

function like(text: string): string {
  return text.replace(/[\\%_]/g, (letter) => `\\${letter}`);
}
