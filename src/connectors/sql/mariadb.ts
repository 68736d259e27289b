import knexFactory, { type Knex } from 'knex';
import { groupBy } from '../../core/shared/groupBy';
import { ConnectorError } from '../../ports/connector';
import { like, type Catalogue, type Dialect, type Fault, type Part } from './dialect';
import { SILENT } from './silent';
import type { Table } from './schema';

const STATEMENT_S = 15;
const LOCK_S = 4;

/** The databases that belong to the server itself. */
const OF_THE_SERVER = `'information_schema', 'mysql', 'performance_schema', 'sys'`;

interface Connection {
  query(sql: string, done: (error: Error | null) => void): void;
}

/** A value as bytes: a collation takes letters for alike that are different keys. */
const bytes = (sql: string) => `cast(cast(${sql} as char) as binary)`;
const text = (sql: string) => `cast(${sql} as char)`;

const tuple = (columns: readonly string[]): Part => ({
  // As a text: the driver would make a list of a list.
  sql: `concat(json_array(${columns.map(() => text('??')).join(', ')}))`,
  values: [...columns],
});

/** A row without a key is known by all it says; what is nothing is told from what is empty. */
function rowKey({ keyColumns, columns }: Table): Part {
  if (keyColumns.length === 1) return { sql: text('??'), values: [...keyColumns] };
  const all = keyColumns.length > 0 ? keyColumns : columns.map(({ name }) => name);
  const list = tuple(all);
  return keyColumns.length > 0 ? list : { sql: `md5(${list.sql})`, values: list.values };
}

/** MySQL and MariaDB. What they call a database is a schema here. */
export const mariadb: Dialect = {
  open: (connection) => knexFactory({ client: 'mysql2', log: SILENT, ...settingsOf(connection['url']!) }),
  catalogue,
  fault,
  text,
  isIn: (sql, bound, values) => ({
    sql: `${sql} in (${values.map(() => '?').join(', ')})`,
    values: [...bound, ...values],
  }),
  isLikeAny: (sql, bound, patterns) => ({
    sql: `(${patterns.map(() => `${sql} like ?`).join(' or ')})`,
    values: patterns.flatMap((pattern) => [...bound, pattern]),
  }),
  digits: (sql) => `regexp_replace(${sql}, '[^0-9]', '')`,
  plain: (sql) => `regexp_replace(lower(${text(sql)}), '[^[:alnum:]]', '')`,
  isSame: '?? <=> ?',
  rowKey,
  hasKey(table, key) {
    const { sql, values } = rowKey(table);
    const exact = { sql: `${bytes(sql)} = cast(? as binary)`, values: [...values, key] };
    // The column itself beside it lets the database use its index.
    const [column] = table.keyColumns;
    return table.keyColumns.length === 1
      ? { sql: `(?? = ? and ${exact.sql})`, values: [column, key, ...exact.values] }
      : exact;
  },
  tuple,
  isTuple(columns, tuples) {
    const one = `(${columns.map(() => `${bytes('??')} = cast(? as binary)`).join(' and ')})`;
    return {
      sql: `(${tuples.map(() => one).join(' or ')})`,
      values: tuples.flatMap((values) => columns.flatMap((column, i) => [column, values[i]])),
    };
  },
  nameInText: (column, name) => ({
    // Whatever stands between the letters that are always there: what is found is read once more.
    sql: `lower(${text('??')}) like ?`,
    values: [column, `%${like(name.toLowerCase()).replace(/[aeiouy\s]+|[^\x21-\x7e]+/g, '%')}%`],
  }),
  isLoose: true,
  countWhere: (condition, knex) => knex.raw('coalesce(sum(exists (?)), 0)', [condition]),
  says({ name, type }, value) {
    if (/^(date|time|year|tinyint|smallint|mediumint|int|bigint|decimal|float|double|bit|uuid|inet)/.test(type))
      return { sql: '?? = ?', values: [name, value] };
    return { sql: `${bytes('??')} = cast(? as binary)`, values: [name, value] };
  },
  // A timestamp begins in 1970, a datetime long before.
  firstInstant: (type) => (type.startsWith('timestamp') ? '1970-01-02 00:00:00' : '1900-01-01 00:00:00'),
  async deleteTogether(knex, parts) {
    // Each reference is looked at at once and none can be deferred: they are not looked at while these rows go, and all of them
    // are afterwards.
    await knex.transaction(async (trx) => {
      await trx.raw('set session foreign_key_checks = 0');
      try {
        for (const { part } of parts) await trx.raw(part.sql, part.values as string[]);
        await nothingLeftBehind(trx, parts);
      } finally {
        await trx.raw('set session foreign_key_checks = 1');
      }
    });
  },
};

function settingsOf(address: string): Pick<Knex.Config, 'connection' | 'pool' | 'acquireConnectionTimeout'> {
  const url = new URL(address);
  const isSecret = ['1', 'true', 'required', 'require'].includes(
    url.searchParams.get('ssl') ?? url.searchParams.get('sslmode') ?? '',
  );
  return {
    connection: {
      host: url.hostname.replace(/^\[|\]$/g, ''),
      port: Number(url.port || 3306),
      user: decodeURIComponent(url.username),
      password: decodeURIComponent(url.password),
      ...(url.pathname.length > 1 ? { database: decodeURIComponent(url.pathname.slice(1)) } : {}),
      charset: 'utf8mb4',
      connectTimeout: 5000,
      // Keys of nineteen digits and days without an hour stay what they are.
      supportBigNumbers: true,
      bigNumberStrings: true,
      dateStrings: true,
      typeCast,
      ...(isSecret ? { ssl: {} } : {}),
    },
    pool: {
      min: 0,
      max: 2,
      afterCreate(connection: Connection, done: (error: Error | null, connection: Connection) => void) {
        limit(connection, (error) => done(error, connection));
      },
    },
    acquireConnectionTimeout: 8000,
  };
}

/** The two kinds say in their own ways how long a question may take; one refuses what the other knows. */
function limit(connection: Connection, done: (error: Error | null) => void): void {
  const own = `set session time_zone = '+00:00', innodb_lock_wait_timeout = ${LOCK_S}, lock_wait_timeout = ${LOCK_S}`;
  connection.query(own, (error) => {
    if (error) return done(error);
    connection.query(`set session max_statement_time = ${STATEMENT_S}`, (refused) => {
      if (!refused) return done(null);
      connection.query(`set session max_execution_time = ${STATEMENT_S * 1000}`, () => done(null));
    });
  });
}

interface Field {
  type: string;
  length: number;
  string(): string | null;
  buffer(): Buffer | null;
}

/** An instant says that it is one; one bit is a yes or a no. */
function typeCast(field: Field, next: () => unknown): unknown {
  if (field.type === 'TIMESTAMP') {
    const value = field.string();
    return value === null ? null : `${value.replace(' ', 'T')}Z`;
  }
  if (field.type === 'BIT' && field.length === 1) {
    const value = field.buffer();
    return value === null ? null : value[0] === 1;
  }
  return next();
}

// Three questions of the catalogue in full, and what is made of them.
// eslint-disable-next-line max-lines-per-function
async function catalogue(knex: Knex): Promise<Catalogue> {
  const rowsOf = async <T>(sql: string): Promise<T[]> => ((await knex.raw(sql)) as [T[]])[0];
  const named = (list: { id: string; name: string }[]) =>
    [...groupBy(list, ({ id }) => id)].map(([id, rows]) => ({ id, names: rows.map(({ name }) => name) }));
  const id = (schema: string, table: string) => `concat(${schema}, '/', ${table})`;
  const [{ home }] = (await rowsOf<{ home: string | null }>('select database() as home')) as [{ home: string | null }];
  const columns = await rowsOf<
    Omit<Catalogue['columns'][number], 'hasHeirs' | 'nullable' | 'generated'> & { nullable: number; generated: number }
  >(`
    select ${id('c.table_schema', 'c.table_name')} as id, c.table_schema as \`schema\`, c.table_name as \`table\`,
      c.column_name as name, c.column_type as type, c.is_nullable = 'YES' and c.extra not like '%GENERATED%' as nullable,
      c.extra like '%GENERATED%' as generated, coalesce(t.table_rows, 0) as count
    from information_schema.columns c
      join information_schema.tables t on t.table_schema = c.table_schema and t.table_name = c.table_name
    where t.table_type = 'BASE TABLE' and c.table_schema not in (${OF_THE_SERVER})
    order by c.table_schema, c.table_name, c.ordinal_position`);
  const indexes = await rowsOf<{ id: string; index: string; name: string }>(`
    select ${id('table_schema', 'table_name')} as id, index_name as \`index\`, column_name as name
    from information_schema.statistics
    where non_unique = 0 and table_schema not in (${OF_THE_SERVER}) and column_name is not null
    order by table_schema, table_name, index_name, seq_in_index`);
  const references = await rowsOf<{
    id: string;
    to: string;
    name: string;
    rule: string;
    column: string;
    toColumn: string;
  }>(`
    select ${id('k.table_schema', 'k.table_name')} as id,
      ${id('k.referenced_table_schema', 'k.referenced_table_name')} as \`to\`, k.constraint_name as name,
      r.delete_rule as rule, k.column_name as \`column\`, k.referenced_column_name as toColumn
    from information_schema.key_column_usage k
      join information_schema.referential_constraints r
        on r.constraint_schema = k.constraint_schema and r.constraint_name = k.constraint_name
          and r.table_name = k.table_name
    where k.referenced_table_name is not null and k.table_schema not in (${OF_THE_SERVER})
    order by k.table_schema, k.table_name, k.constraint_name, k.ordinal_position`);
  const isEmptied = (table: string, column: string) =>
    columns.some((one) => one.id === table && one.name === column && one.nullable === 1);
  return {
    home: home ?? '',
    // Without a database of its own the address leads to all that the account may see.
    columns: columns
      .filter(
        ({ schema }) => home === null || schema === home || references.some(({ to }) => to.startsWith(`${schema}/`)),
      )
      .map((column) => ({
        ...column,
        nullable: Boolean(column.nullable),
        generated: Boolean(column.generated),
        hasHeirs: false,
      })),
    keys: named(indexes.filter(({ index }) => index === 'PRIMARY')),
    uniques: [
      ...groupBy(
        indexes.filter(({ index }) => index !== 'PRIMARY'),
        (one) => `${one.id}/${one.index}`,
      ).values(),
    ].map((rows) => ({ id: rows[0]!.id, names: rows.map(({ name }) => name) })),
    references: [...groupBy(references, (one) => `${one.id}/${one.name}`).values()].map((rows) => {
      const [first] = rows as [(typeof rows)[number]];
      return {
        id: first.id,
        to: first.to,
        columns: rows.map(({ column }) => column),
        toColumns: rows.map(({ toColumn }) => toColumn),
        nullable: rows.some(({ column }) => isEmptied(first.id, column)),
        name: first.name,
        follows: /CASCADE|SET (NULL|DEFAULT)/.test(first.rule),
        isFull: false,
      };
    }),
  };
}

/** What pointed at a row that went and stayed itself would point at nothing from now on. */
async function nothingLeftBehind(trx: Knex, parts: readonly { table: Table }[]): Promise<void> {
  const going = new Map(parts.map(({ table }) => [table.name, table]));
  for (const table of going.values())
    for (const { columns, toColumns, toTable, name } of table.references) {
      const target = going.get(toTable);
      if (!target || name === '') continue;
      const left = (await trx
        .withSchema(table.schema)
        .from(`${table.table} as a`)
        .where((all) => columns.forEach((column) => void all.whereNotNull(`a.${column}`)))
        .whereNotExists((there) => {
          void there.withSchema(target.schema).from(`${target.table} as b`).select(trx.raw('1'));
          columns.forEach((column, i) => void there.whereRaw('?? = ??', [`b.${toColumns[i]!}`, `a.${column}`]));
        })
        .select(trx.raw('1'))
        .limit(1)) as unknown[];
      if (left.length > 0)
        throw new ConnectorError(
          'constraint',
          `The database refuses this: ${table.name}.${columns.join(', ')} refers to ${toTable} (${name}).`,
        );
    }
}

const NOT_ALLOWED = new RegExp(
  [
    'ACCESS_DENIED',
    'ER_BAD_DB',
    'HOST_NOT_PRIVILEGED',
    'HOST_IS_BLOCKED',
    'ER_COMMAND_DENIED',
    'TABLEACCESS_DENIED',
    'COLUMNACCESS_DENIED',
    'NOT_SUPPORTED_AUTH',
  ].join('|'),
);
const CONSTRAINT = new RegExp(
  [
    'ROW_IS_REFERENCED',
    'NO_REFERENCED_ROW',
    'BAD_NULL',
    'DUP_ENTRY',
    'DATA_TOO_LONG',
    'TRUNCATED',
    'WARN_DATA_OUT_OF_RANGE',
    'CONSTRAINT_FAILED',
    'CHECK_CONSTRAINT',
    'SIGNAL_EXCEPTION',
    'DATA_TRUNCATED',
  ].join('|'),
);

/** By the names that the driver gives to the numbers of the server. */
function fault(cause: unknown): Fault {
  const { code = '', errno, message = '' } = cause as Error & { code?: string; errno?: number };
  const said = code || (errno ? String(errno) : '');
  // Limits of time: 1969 is MariaDB's, 3024 MySQL's, 1205 a lock that was waited for, 1213 two that waited for each other.
  if ([1969, 3024, 1205, 1213].includes(errno ?? 0) || /TIMEOUT|timeout|timed out/.test(`${said} ${message}`))
    return { kind: 'time-out', code: said };
  if (NOT_ALLOWED.test(said)) return { kind: 'not-allowed', code: said };
  if (CONSTRAINT.test(said) || errno === 4025) {
    // The names of table and constraint stand in its words; a value may, too, and is left there.
    const constraint = /CONSTRAINT `([^`]+)`/.exec(message)?.[1];
    const table = /fails \(`[^`]+`\.`([^`]+)`/.exec(message)?.[1];
    const column = /^Column '([^']+)'|for column (?:`[^`]+`\.`[^`]+`\.)?[`']([^`']+)[`']/.exec(message);
    return {
      kind: 'constraint',
      code: said,
      ...(table ? { table } : {}),
      ...(column ? { column: column[1] ?? column[2]! } : {}),
      ...(constraint ? { constraint } : {}),
    };
  }
  if (/^ER_(NO_SUCH_TABLE|BAD_FIELD|PARSE|UNKNOWN_TABLE|BAD_TABLE)/.test(said))
    return { kind: 'wrong-answer', code: said };
  return { kind: 'refused', code: said };
}
