import knexFactory, { type Knex } from 'knex';
import { LETTERS, oneSpelling, PAIRS, surePart } from '../../core/matching/oneSpelling';
import { like, type Catalogue, type Dialect, type Fault, type Part } from './dialect';
import { SILENT } from './silent';

const STATEMENT_MS = 15_000;
const LOCK_MS = 4000;

const OWN_TABLES = `c.relkind in ('r', 'p') and not c.relispartition and n.nspname !~ '^(pg_|information_schema$)'`;

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

const tuple = (columns: readonly string[]): Part => ({
  sql: `jsonb_build_array(${columns.map(() => '??::text').join(', ')})`,
  values: [...columns],
});

function rowKey({ keyColumns, table }: { keyColumns: readonly string[]; table: string }): Part {
  if (keyColumns.length === 0) return { sql: 'md5((??.*)::text)', values: [table] };
  if (keyColumns.length === 1) return { sql: '??::text', values: [...keyColumns] };
  const { sql, values } = tuple(keyColumns);
  return { sql: `${sql}::text`, values };
}

/** PostgreSQL, of any version that is still cared for. */
export const postgres: Dialect = {
  open: (connection) =>
    knexFactory({
      client: 'pg',
      log: SILENT,
      connection: {
        connectionString: connection['url']!,
        statement_timeout: STATEMENT_MS,
        options: `-c lock_timeout=${LOCK_MS}`,
        connectionTimeoutMillis: 5000,
        application_name: 'bookend-connector',
      },
      pool: { min: 0, max: 2 },
      acquireConnectionTimeout: 8000,
    }),
  catalogue,
  fault,
  text: (sql) => `${sql}::text`,
  isIn: (sql, bound, values) => ({ sql: `${sql} = any(?)`, values: [...bound, values] }),
  isLikeAny: (sql, bound, patterns) => ({ sql: `${sql} like any(?)`, values: [...bound, patterns] }),
  digits: (sql) => `regexp_replace(${sql}, '\\D', '', 'g')`,
  plain: (sql) => `regexp_replace(lower(${sql}::text), '[^[:alnum:]]', '', 'g')`,
  isSame: '?? is not distinct from ?',
  rowKey,
  hasKey(table, key) {
    const { sql, values } = rowKey(table);
    return { sql: `${sql} = ?`, values: [...values, key] };
  },
  tuple,
  isTuple(columns, tuples) {
    const { sql, values } = tuple(columns);
    return { sql: `${sql} = any(?::jsonb[])`, values: [...values, tuples.map((one) => JSON.stringify(one))] };
  },
  nameInText(column, name) {
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
  },
  isLoose: false,
  countWhere: (condition, knex) => knex.raw('count(*) filter (where exists (?))', [condition]),
  says({ name, type }, value) {
    if (type === 'json') return { sql: '??::text = ?', values: [name, value] };
    // The type is the catalogue's own word for it.
    return { sql: `?? = cast(? as ${type})`, values: [name, value] };
  },
  firstInstant: () => '1900-01-01 00:00:00+00',
  async deleteTogether(knex, parts) {
    // References are looked at when a statement, or with deferred ones a transaction, is over: all go in one.
    const sql = `with ${parts.map(({ part }, i) => `gone${i} as (${part.sql})`).join(', ')} select 1`;
    await knex.transaction(async (trx) => {
      await trx.raw('set constraints all deferred');
      await trx.raw(sql, parts.flatMap(({ part }) => part.values) as string[]);
    });
  },
};

/**
 * Tables, columns, keys and references of every schema that is no part of the server. Partitions are read through the table they belong to.
 */
async function catalogue(knex: Knex): Promise<Catalogue> {
  const rowsOf = async <T>(sql: string): Promise<T[]> => (await knex.raw<{ rows: T[] }>(sql)).rows;
  return {
    home: 'public',
    columns: await rowsOf(`
    select c.oid::text as id, n.nspname as schema, c.relname as "table", a.attname as name,
      format_type(a.atttypid, a.atttypmod) as type, not a.attnotnull and a.attgenerated = '' as nullable,
      a.attgenerated <> '' as generated, c.relkind = 'r'
      and exists (select 1 from pg_inherits h where h.inhparent = c.oid) as "hasHeirs",
      greatest(c.reltuples, 0)::bigint as count
    from pg_class c join pg_namespace n on n.oid = c.relnamespace join pg_attribute a on a.attrelid = c.oid
    where ${OWN_TABLES} and a.attnum > 0 and not a.attisdropped order by n.nspname, c.relname, a.attnum`),
    keys: await rowsOf(`
    select c.oid::text as id, array_agg(a.attname::text order by p.place) as names from pg_index i
      join pg_class c on c.oid = i.indrelid join pg_namespace n on n.oid = c.relnamespace
    cross join lateral unnest(i.indkey::int[]) with ordinality as p(number, place)
      join pg_attribute a on a.attrelid = c.oid and a.attnum = p.number
    where i.indisprimary and ${OWN_TABLES} group by c.oid`),
    uniques: await rowsOf(`
    select c.oid::text as id, array_agg(a.attname::text order by p.place) as names
    from pg_index i join pg_class c on c.oid = i.indrelid join pg_namespace n on n.oid = c.relnamespace
    cross join lateral unnest(i.indkey::int[]) with ordinality as p(number, place)
    join pg_attribute a on a.attrelid = c.oid and a.attnum = p.number
    where i.indisunique and not i.indisprimary and i.indpred is null and i.indexprs is null and ${OWN_TABLES}
      group by c.oid, i.indexrelid order by i.indexrelid`),
    references: await rowsOf(`
    select k.conrelid::text as id, k.confrelid::text as "to",
      array_agg(a.attname::text order by p.place) as columns,
      array_agg(f.attname::text order by p.place) as "toColumns", case
      when k.confmatchtype = 'f' then bool_and(not a.attnotnull and a.attgenerated = '')
      else bool_or(not a.attnotnull and a.attgenerated = '') end as nullable,
      k.conname as name, k.confdeltype in ('c', 'n', 'd') as follows, k.confmatchtype = 'f' as "isFull"
    from pg_constraint k join pg_class c on c.oid = k.conrelid join pg_namespace n on n.oid = c.relnamespace
      cross join lateral unnest(k.conkey, k.confkey) with ordinality as p(own, other, place)
    join pg_attribute a on a.attrelid = k.conrelid and a.attnum = p.own
      join pg_attribute f on f.attrelid = k.confrelid and f.attnum = p.other
    where k.contype = 'f' and k.conparentid = 0 and ${OWN_TABLES} group by k.oid order by k.oid`),
  };
}

/** By the classes of SQLSTATE. */
function fault(cause: unknown): Fault {
  const { code = '', message, table, column, constraint } = cause as Error & Partial<Record<string, string>>;
  const place = {
    ...(table ? { table } : {}),
    ...(column ? { column } : {}),
    ...(constraint ? { constraint } : {}),
  };
  if (/^2[23]/.test(code)) return { kind: 'constraint', code, ...place };
  if (/^(28|3D)|42501/.test(code)) return { kind: 'not-allowed', code };
  if (code === '57014' || code === '55P03') return { kind: 'time-out', code };
  if (/^(42)/.test(code)) return { kind: 'wrong-answer', code };
  return { kind: /timeout|timed out/i.test(message) ? 'time-out' : 'refused', code };
}
