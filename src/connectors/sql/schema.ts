import type { Knex } from 'knex';
import { holdsByName, type Holds } from '../../core/systems/fieldHolds';
import { withoutLoneNames } from '../../core/systems/loneNames';
import { proposeRole } from '../../core/systems/fieldRoles';
import type { Reference as SaidReference, ReferenceEnds, ReferenceMeaning } from '../../core/systems/references';
import { ConnectorError, type FieldHolds, type SystemDescription } from '../../ports/connector';

export interface Column {
  name: string;
  type: string;
  nullable: boolean;
  /** Worked out by the database: nobody can write it. */
  isGenerated?: boolean;
  holds: Holds | null;
}

/** A foreign key, or what people say is one: columns of this table, and those of the other in the same order. */
export interface Reference {
  columns: readonly string[];
  /** Name of the collection it points to. */
  toTable: string;
  toColumns: readonly string[];
  /** Whether it can be emptied without deleting the row. */
  nullable: boolean;
  /** Name of the constraint; empty: the database knows nothing of it. */
  name: string;
  /** Deleting what it points to would change or delete the row too. */
  follows: boolean;
  /** All of its columns are empty, or none (MATCH FULL). */
  isFull: boolean;
  /** What it says of a row that it stands in. */
  meaning: ReferenceMeaning;
  /** Only rows with this value point there. */
  when: ReferenceEnds['when'];
}

export interface Table {
  /** As a collection: `table` in the schema `public`, `schema.table` elsewhere. */
  name: string;
  schema: string;
  table: string;
  /** Columns of the primary key; none: the table has no key, and a row is known by all it says. */
  keyColumns: readonly string[];
  columns: Column[];
  /** Columns of which each value stands once, the primary key first. */
  uniques: (readonly string[])[];
  references: Reference[];
  /** Other tables inherit from it: their rows are read there, once. */
  hasHeirs: boolean;
  approximateCount: number;
}

const OWN_TABLES_OF_BOOKEND = ['data_keys', 'ledger_heads', 'choice_sealed', 'trace_keys'];

const OWN_TABLES = `c.relkind in ('r', 'p') and not c.relispartition and n.nspname !~ '^(pg_|information_schema$)'`;

/**
 * Tables, columns, keys and references from PostgreSQL's catalogue: of every schema that is no part of the server, or
 * of those named. Partitions are read through the table they belong to.
 *
 * @param only schemas, comma-separated; empty: all
 * @param confirmed what people said that fields hold, stronger than any name
 * @param said what people said of references, stronger than what the database declares
 */
// Four queries of the catalogue in full, and what is made of them.
// eslint-disable-next-line max-lines-per-function
export async function readSchema(
  knex: Knex,
  only = '',
  confirmed: FieldHolds = {},
  said: readonly SaidReference[] = [],
): Promise<Table[]> {
  const wanted = only
    .split(',')
    .map((name) => name.trim())
    .filter(Boolean);
  const rowsOf = async <T>(sql: string): Promise<T[]> => (await knex.raw<{ rows: T[] }>(sql)).rows;
  const columns = await rowsOf<{
    id: string;
    schema: string;
    table: string;
    name: string;
    type: string;
    nullable: boolean;
    generated: boolean;
    hasHeirs: boolean;
    count: string;
  }>(`
    select c.oid::text as id, n.nspname as schema, c.relname as "table", a.attname as name,
      format_type(a.atttypid, a.atttypmod) as type, not a.attnotnull and a.attgenerated = '' as nullable,
      a.attgenerated <> '' as generated, c.relkind = 'r'
      and exists (select 1 from pg_inherits h where h.inhparent = c.oid) as "hasHeirs",
      greatest(c.reltuples, 0)::bigint as count
    from pg_class c join pg_namespace n on n.oid = c.relnamespace join pg_attribute a on a.attrelid = c.oid
    where ${OWN_TABLES} and a.attnum > 0 and not a.attisdropped order by n.nspname, c.relname, a.attnum`);
  const keys = await rowsOf<{ id: string; names: string[] }>(`
    select c.oid::text as id, array_agg(a.attname::text order by p.place) as names from pg_index i
      join pg_class c on c.oid = i.indrelid join pg_namespace n on n.oid = c.relnamespace
    cross join lateral unnest(i.indkey::int[]) with ordinality as p(number, place)
      join pg_attribute a on a.attrelid = c.oid and a.attnum = p.number
    where i.indisprimary and ${OWN_TABLES} group by c.oid`);
  const uniques = await rowsOf<{ id: string; names: string[] }>(`
    select c.oid::text as id, array_agg(a.attname::text order by p.place) as names
    from pg_index i join pg_class c on c.oid = i.indrelid join pg_namespace n on n.oid = c.relnamespace
    cross join lateral unnest(i.indkey::int[]) with ordinality as p(number, place)
    join pg_attribute a on a.attrelid = c.oid and a.attnum = p.number
    where i.indisunique and not i.indisprimary and i.indpred is null and i.indexprs is null and ${OWN_TABLES}
      group by c.oid, i.indexrelid order by i.indexrelid`);
  const references = await rowsOf<{
    id: string;
    columns: string[];
    to: string;
    toColumns: string[];
    nullable: boolean;
    name: string;
    follows: boolean;
    isFull: boolean;
  }>(`
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
    where k.contype = 'f' and k.conparentid = 0 and ${OWN_TABLES} group by k.oid order by k.oid`);
  // A database that keeps what Bookend keeps is Bookend's own, whatever its address is called.
  const there = new Set(columns.map(({ table }) => table));
  if (OWN_TABLES_OF_BOOKEND.every((name) => there.has(name)))
    throw new ConnectorError(
      'not-allowed',
      'This is the database of Bookend itself, which is searched in its own way.',
    );
  const keyOf = new Map(keys.map(({ id, names }) => [id, names]));
  const uniquesOf = (id: string) => uniques.filter((unique) => unique.id === id).map(({ names }) => names);
  const nameOf = new Map(
    columns.map(({ id, schema, table }) => [id, schema === 'public' ? table : `${schema}.${table}`]),
  );
  const tables = new Map<string, Table>();
  for (const row of columns) {
    if (wanted.length > 0 && !wanted.includes(row.schema)) continue;
    const name = nameOf.get(row.id)!;
    const own = references.filter(({ id, to }) => id === row.id && nameOf.has(to));
    const table = tables.get(row.id) ?? {
      name,
      schema: row.schema,
      table: row.table,
      keyColumns: keyOf.get(row.id) ?? [],
      columns: [],
      references: own.map(({ to, ...reference }) => ({
        columns: reference.columns,
        toTable: nameOf.get(to)!,
        toColumns: reference.toColumns,
        nullable: reference.nullable,
        name: reference.name,
        follows: reference.follows,
        isFull: reference.isFull,
        meaning: reference.columns.some((column) => proposeRole(column) === 'other') ? 'names' : 'belongs',
        when: null,
      })),
      uniques: [...(keyOf.has(row.id) ? [keyOf.get(row.id)!] : []), ...uniquesOf(row.id)],
      hasHeirs: row.hasHeirs,
      approximateCount: Number(row.count),
    };
    table.columns.push({
      name: row.name,
      type: row.type,
      nullable: row.nullable,
      isGenerated: row.generated,
      holds: /char|text|date|citext/.test(row.type) ? holdsByName(row.name) : null,
    });
    tables.set(row.id, table);
  }
  return [...tables.values()].map((table) => {
    const held = confirmed[table.name] ?? {};
    const withHolds = withoutLoneNames(table.columns).map((column) =>
      column.name in held ? { ...column, holds: held[column.name]! } : column,
    );
    return { ...table, columns: withHolds, references: asSaid(table, said) };
  });
}

/**
 * The references of a table as people see them: those of the database with what they mean, and those that it knows
 * nothing of.
 */
function asSaid(table: Table, said: readonly SaidReference[]): Reference[] {
  const own = said.filter(({ collection }) => collection === table.name);
  const isOf = (ends: SaidReference, reference: Reference) =>
    ends.to === reference.toTable &&
    ends.when === null &&
    ends.fields.join() === reference.columns.join() &&
    ends.toFields.join() === reference.toColumns.join();
  const declared = table.references.map((reference) => ({
    ...reference,
    meaning: own.find((ends) => isOf(ends, reference))?.meaning ?? reference.meaning,
  }));
  const others = own.filter((ends) => !table.references.some((reference) => isOf(ends, reference)));
  return [
    ...declared,
    ...others.flatMap((ends): Reference[] => {
      const columns = ends.fields.map((field) => table.columns.find(({ name }) => name === field));
      // What is there no longer points nowhere.
      if (columns.some((column) => column === undefined)) return [];
      const nullable = columns.some((column) => column!.nullable);
      return [
        {
          columns: ends.fields,
          toTable: ends.to,
          toColumns: ends.toFields,
          nullable,
          name: '',
          follows: false,
          isFull: false,
          meaning: ends.meaning,
          when: ends.when,
        },
      ];
    }),
  ];
}

export function describeTables(tables: readonly Table[]): SystemDescription {
  return {
    collections: tables.map(({ name, columns, approximateCount, uniques, references }) => ({
      name,
      fields: columns.map(({ name: field, type, holds }) => ({ name: field, type, holds })),
      approximateCount,
      keys: uniques,
      references: references
        .filter((reference) => reference.name !== '')
        .map(({ columns: fields, toTable, toColumns }) => ({ fields, to: toTable, toFields: toColumns })),
    })),
  };
}
