import type { SystemId } from '../../core/shared/ids';
import type { Knex } from 'knex';
import { ConnectorError, type FieldHolds, type RecordRef } from '../../ports/connector';
import { guarded } from './guarded';
import type { Table } from './schema';

export type Row = Record<string, unknown>;

/** Beside the columns of a row stands what the database works out: its key as text. */
export const ROW_KEY = 'bookend_row_key';
/** And in a search: whether what it says of its own person was looked for, not only what its text speaks of. */
export const IS_ABOUT = 'bookend_is_about';

export interface Database {
  knex: Knex;
  systemId: SystemId;
  /** What people have confirmed of its fields. */
  confirmed: FieldHolds;
  tables: () => Promise<Table[]>;
}

export async function tableOf(db: Database, name: string): Promise<Table> {
  const table = (await db.tables()).find((candidate) => candidate.name === name);
  if (!table) throw new ConnectorError('wrong-answer', `The table ${name} is not there any more.`);
  return table;
}

/** The key of a row as one text: the key column, a list of them, or a digest of all the row says where there is no key. */
function keySql({ keyColumns, table }: Table): { sql: string; values: readonly string[] } {
  if (keyColumns.length === 0) return { sql: 'md5((??.*)::text)', values: [table] };
  if (keyColumns.length === 1) return { sql: '??::text', values: keyColumns };
  return { sql: `jsonb_build_array(${keyColumns.map(() => '??::text').join(', ')})::text`, values: keyColumns };
}

/** Rows of a table, for any condition. */
export function from({ knex }: Database, table: Table): Knex.QueryBuilder {
  return knex.withSchema(table.schema).from(table.table, { only: table.hasHeirs });
}

/** Rows with their keys. */
export function rowsOf(db: Database, table: Table): Knex.QueryBuilder {
  const { sql, values } = keySql(table);
  return from(db, table).select('*', db.knex.raw(`${sql} as ??`, [...values, ROW_KEY]));
}

export function withKey(query: Knex.QueryBuilder, table: Table, key: string): Knex.QueryBuilder {
  const { sql, values } = keySql(table);
  return query.whereRaw(`${sql} = ?`, [...values, key]);
}

export function keyOf(row: Row): string {
  return row[ROW_KEY] as string;
}

export async function rowOf(db: Database, ref: RecordRef): Promise<{ table: Table; row: Row | undefined }> {
  const table = await tableOf(db, ref.collection);
  const row = (await guarded(() => withKey(rowsOf(db, table), table, ref.key).first())) as Row | undefined;
  return { table, row };
}

export function say(value: unknown): string | null {
  if (value === null || value === undefined) return null;
  // A date that the driver cannot hold, such as one of the year 20000, is no date here and breaks nothing.
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? null : value.toISOString();
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
}
