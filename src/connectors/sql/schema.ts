import type { Knex } from 'knex';
import { holdsByName, type Holds } from '../../core/systems/fieldHolds';
import { withoutLoneNames } from '../../core/systems/loneNames';
import { proposeRole } from '../../core/systems/fieldRoles';
import type { Dialect } from './dialect';
import { postgres } from './postgres';
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

/**
 * Tables, columns, keys and references from a database's catalogue: of every schema that is no part of the server, or
 * of those named.
 *
 * @param only schemas, comma-separated; empty: all
 * @param confirmed what people said that fields hold, stronger than any name
 * @param said what people said of references, stronger than what the database declares
 */
export async function readSchema(
  knex: Knex,
  only = '',
  confirmed: FieldHolds = {},
  said: readonly SaidReference[] = [],
  dialect: Dialect = postgres,
): Promise<Table[]> {
  const wanted = only
    .split(',')
    .map((name) => name.trim())
    .filter(Boolean);
  const { columns, keys, uniques, references, home } = await dialect.catalogue(knex);
  // A database that keeps what Bookend keeps is Bookend's own, whatever its address is called.
  const there = new Set(columns.map(({ table }) => table));
  if (OWN_TABLES_OF_BOOKEND.every((name) => there.has(name)))
    throw new ConnectorError(
      'not-allowed',
      'This is the database of Bookend itself, which is searched in its own way.',
    );
  const keyOf = new Map(keys.map(({ id, names }) => [id, names]));
  const uniquesOf = (id: string) => uniques.filter((unique) => unique.id === id).map(({ names }) => names);
  const nameOf = new Map(columns.map(({ id, schema, table }) => [id, schema === home ? table : `${schema}.${table}`]));
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
      holds: /char|text|date|citext|^enum/.test(row.type) ? holdsByName(row.name) : null,
    });
    tables.set(row.id, table);
  }
  return [...tables.values()].map((table) => asConfirmed(table, confirmed, said));
}

/** What people said is stronger than names and than what the database declares. */
function asConfirmed(table: Table, confirmed: FieldHolds, said: readonly SaidReference[]): Table {
  const held = confirmed[table.name] ?? {};
  const columns = withoutLoneNames(table.columns).map((column) =>
    column.name in held ? { ...column, holds: held[column.name]! } : column,
  );
  return { ...table, columns, references: asSaid(table, said) };
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
