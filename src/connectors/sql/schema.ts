import type { Knex } from 'knex';
import { holdsByName, type Holds } from '../../core/identity/fieldHolds';
import type { SystemDescription } from '../../ports/connector';

export interface Column {
  name: string;
  type: string;
  nullable: boolean;
  holds: Holds | null;
}

export interface Reference {
  table: string;
  column: string;
  toTable: string;
  toColumn: string;
  nullable: boolean;
}

export interface Table {
  name: string;
  key: string;
  columns: Column[];
  references: Reference[];
  approximateCount: number;
}

function holdsOf(name: string, type: string): Holds | null {
  if (!/char|text|date|citext/.test(type)) return null;
  return holdsByName(name);
}

/** A name alone says little: a table of products has a name too. It counts only beside another sign of a person. */
function withoutLoneNames(columns: Column[]): Column[] {
  const others = columns.some(({ holds }) => holds !== null && holds !== 'full-name' && holds !== 'country');
  return others ? columns : columns.map((column) => (column.holds === 'full-name' && column.name === 'name' ? { ...column, holds: null } : column));
}

/** Reads tables, columns, keys and references of the `public` schema from PostgreSQL's catalogue. */
export async function readSchema(knex: Knex): Promise<Table[]> {
  const columns = (await knex.raw(`
    select c.relname as "table", a.attname as name, format_type(a.atttypid, a.atttypmod) as type, not a.attnotnull as nullable, greatest(c.reltuples, 0)::bigint as count
    from pg_class c join pg_namespace n on n.oid = c.relnamespace join pg_attribute a on a.attrelid = c.oid
    where n.nspname = 'public' and c.relkind = 'r' and a.attnum > 0 and not a.attisdropped order by c.relname, a.attnum`)) as { rows: { table: string; name: string; type: string; nullable: boolean; count: number }[] };
  const keys = (await knex.raw(`
    select c.relname as "table", a.attname as name from pg_index i join pg_class c on c.oid = i.indrelid join pg_namespace n on n.oid = c.relnamespace
    join pg_attribute a on a.attrelid = c.oid and a.attnum = i.indkey[0] where i.indisprimary and i.indnkeyatts = 1 and n.nspname = 'public'`)) as { rows: { table: string; name: string }[] };
  const references = (await knex.raw(`
    select c.relname as "table", a.attname as "column", f.relname as "toTable", fa.attname as "toColumn", not a.attnotnull as nullable
    from pg_constraint k join pg_class c on c.oid = k.conrelid join pg_class f on f.oid = k.confrelid
    join pg_attribute a on a.attrelid = c.oid and a.attnum = k.conkey[1] join pg_attribute fa on fa.attrelid = f.oid and fa.attnum = k.confkey[1]
    where k.contype = 'f' and array_length(k.conkey, 1) = 1`)) as { rows: Reference[] };
  const keyOf = new Map(keys.rows.map(({ table, name }) => [table, name]));
  const tables = new Map<string, Table>();
  for (const row of columns.rows) {
    const key = keyOf.get(row.table);
    if (!key) continue;
    const table = tables.get(row.table) ?? { name: row.table, key, columns: [], references: references.rows.filter((reference) => reference.table === row.table), approximateCount: Number(row.count) };
    table.columns.push({ name: row.name, type: row.type, nullable: row.nullable, holds: holdsOf(row.name, row.type) });
    tables.set(row.table, table);
  }
  return [...tables.values()].map((table) => ({ ...table, columns: withoutLoneNames(table.columns) }));
}

export function describeTables(tables: readonly Table[]): SystemDescription {
  return { collections: tables.map(({ name, columns, approximateCount }) => ({ name, fields: columns.map(({ name: field, type, holds }) => ({ name: field, type, holds })), approximateCount })) };
}
