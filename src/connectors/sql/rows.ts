import type { Knex } from 'knex';
import type { Holds } from '../../core/identity/fieldHolds';
import {
  ConnectorError,
  type FieldHolds,
  type FoundRecord,
  type RecordRef,
  type SearchKey,
} from '../../ports/connector';
import { personFrom } from '../shared/personFrom';
import { guarded } from './guarded';
import type { Reference, Table } from './schema';

export type Row = Record<string, unknown>;

/** Beside the columns of a row stands what the database works out: its key as text. */
const ROW_KEY = 'bookend_row_key';
/** And in a search: whether what it says of its own person was looked for, not only what its text speaks of. */
export const IS_ABOUT = 'bookend_is_about';

export interface Database {
  knex: Knex;
  systemId: string;
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

/** Rows as records, with what each refers to. */
export async function toRecords(
  db: Database,
  table: Table,
  rows: readonly Row[],
  keys: readonly SearchKey[],
  parent: (row: Row) => RecordRef | null,
): Promise<FoundRecord[]> {
  const references = await Promise.all(table.references.map((reference) => targetsOf(db, reference, rows)));
  const names = await Promise.all(table.references.map((reference) => namesOf(db, reference, rows)));
  return rows.map((row, i) => {
    const record = toRecord(db.systemId, table, row, keys);
    const fields = { ...record.fields, ...Object.fromEntries(names.flatMap((of) => of?.[i] ?? [])) };
    return { ...record, fields, parent: parent(row), refersTo: references.flatMap((of) => of[i] ?? []) };
  });
}

/**
 * What a table of things, such as products, calls what each row points at: without it "6 of number 12" tells a person nothing. The name
 * stands as a path (`product.name`), which is no column of the row. Null: the reference points at people, or at nothing with a name.
 */
async function namesOf(
  db: Database,
  reference: Reference,
  rows: readonly Row[],
): Promise<([name: string, value: string][] | null)[] | null> {
  const target = (await db.tables()).find(({ name }) => name === reference.toTable);
  const naming = target?.columns.find(({ name, type }) => /^(name|title|label)$/.test(name) && /text|char/.test(type));
  const [column, toColumn] = [reference.columns[0]!, reference.toColumns[0]!];
  if (!target || !naming || reference.columns.length !== 1 || target.columns.some(({ holds }) => holds !== null))
    return null;
  const wanted = [...new Set(rows.flatMap((row) => (row[column] === null ? [] : [say(row[column])!])))];
  if (wanted.length === 0) return null;
  // A table that may not be read leaves the rows as they are.
  const found = (await guarded(() =>
    from(db, target).whereRaw('??::text = any(?)', [toColumn, wanted]).select(toColumn, naming.name),
  ).catch(() => [])) as Row[];
  const names = new Map(found.map((row) => [say(row[toColumn]), say(row[naming.name])]));
  const path = `${column.replace(/_(id|no|key)$/, '')}.name`;
  return rows.map((row) => {
    const name = names.get(say(row[column]));
    return name ? [[path, name]] : null;
  });
}

/** For each row what one of its references points to; null where it points nowhere. */
async function targetsOf(
  db: Database,
  reference: Reference,
  rows: readonly Row[],
): Promise<(FoundRecord['refersTo'][number] | null)[]> {
  const target = (await db.tables()).find(({ name }) => name === reference.toTable);
  const pointing = rows.filter((row) => reference.columns.every((column) => row[column] !== null));
  if (!target || pointing.length === 0) return rows.map(() => null);
  const at = (row: Row, columns: readonly string[]) => columns.map((column) => say(row[column])).join('\u0000');
  const keyAt = new Map<string, string>();
  // A reference to a key says the key itself; one to anything else that is unique has to be looked up.
  if (
    target.keyColumns.length === 1 &&
    reference.toColumns.length === 1 &&
    target.keyColumns[0] === reference.toColumns[0]
  )
    for (const row of pointing) keyAt.set(at(row, reference.columns), say(row[reference.columns[0]!])!);
  else
    for (const row of (await guarded(() =>
      rowsOf(db, target).whereIn(
        [...reference.toColumns],
        pointing.map((own) => reference.columns.map((column) => own[column])) as string[][],
      ),
    )) as Row[])
      keyAt.set(at(row, reference.toColumns), keyOf(row));
  return rows.map((row) => {
    const key = keyAt.get(at(row, reference.columns));
    return key === undefined ? null : { collection: target.name, key, nullable: reference.nullable };
  });
}

/** @param keys in running text only what is looked for is recognised as the person's */
export function toRecord(systemId: string, table: Table, row: Row, keys: readonly SearchKey[]): FoundRecord {
  const fields = Object.fromEntries(
    Object.entries(row)
      .filter(([name]) => name !== ROW_KEY && name !== IS_ABOUT)
      .map(([name, value]) => [name, say(value)]),
  );
  const held = (holds: Holds) =>
    table.columns.filter((column) => column.holds === holds).flatMap((column) => fields[column.name] ?? []);
  return {
    collection: table.name,
    key: keyOf(row),
    title: titleOf(table, fields, keyOf(row)),
    fields,
    person: personFrom(systemId, held, keys),
    parent: null,
    refersTo: [],
    text: null,
    files: [],
  };
}

function titleOf(table: Table, fields: Record<string, string | null>, key: string): string {
  const telling = table.columns
    .filter(({ name }) => /name|title|_no$|product|status|placed_at|issued_on|city/.test(name))
    .map(({ name }) => fields[name])
    .filter(Boolean);
  return telling.slice(0, 3).join(' · ') || `${table.name} ${table.keyColumns.length === 0 ? key.slice(0, 8) : key}`;
}

export function say(value: unknown): string | null {
  if (value === null || value === undefined) return null;
  // A date that the driver cannot hold, such as one of the year 20000, is no date here and breaks nothing.
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? null : value.toISOString();
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
}
