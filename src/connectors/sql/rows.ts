import type { SystemId } from '../../core/shared/ids';
import type { Knex } from 'knex';
import { ConnectorError, type FieldHolds, type RecordRef } from '../../ports/connector';
import type { Dialect } from './dialect';
import { guarded } from './guarded';
import type { Table } from './schema';

export type Row = Record<string, unknown>;

/** Beside the columns of a row stands what the database works out: its key as text. */
export const ROW_KEY = 'bookend_row_key';
/** And in a search: whether what it says of its own person was looked for, not only what its text speaks of. */
export const IS_ABOUT = 'bookend_is_about';

export interface Database {
  knex: Knex;
  dialect: Dialect;
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

/** Rows of a table, for any condition. */
export function from({ knex }: Database, table: Table): Knex.QueryBuilder {
  return knex.withSchema(table.schema).from(table.table, ...(table.hasHeirs ? [{ only: true }] : []));
}

/** Rows with their keys. */
export function rowsOf(db: Database, table: Table): Knex.QueryBuilder {
  const { sql, values } = db.dialect.rowKey(table);
  return from(db, table).select('*', db.knex.raw(`${sql} as ??`, [...values, ROW_KEY] as string[]));
}

/** The row of a table with this key, for any act on it. */
export function at(db: Database, table: Table, key: string): Knex.QueryBuilder {
  return withKey(db, from(db, table), table, key);
}

function withKey(db: Database, query: Knex.QueryBuilder, table: Table, key: string): Knex.QueryBuilder {
  const { sql, values } = db.dialect.hasKey(table, key);
  return query.whereRaw(sql, values as string[]);
}

export function keyOf(row: Row): string {
  return row[ROW_KEY] as string;
}

export async function rowOf(db: Database, ref: RecordRef): Promise<{ table: Table; row: Row | undefined }> {
  const table = await tableOf(db, ref.collection);
  const row = (await guarded(db, () => withKey(db, rowsOf(db, table), table, ref.key).first())) as Row | undefined;
  return { table, row };
}

export function say(value: unknown): string | null {
  if (value === null || value === undefined) return null;
  // A date that the driver cannot hold, such as one of the year 20000, is no date here and breaks nothing.
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? null : value.toISOString();
  if (Buffer.isBuffer(value)) return `(${value.length} bytes)`;
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
}

/** Databases say yes in their own ways. */
export function isYes(value: unknown): boolean {
  return value === true || value === 1 || value === '1';
}
