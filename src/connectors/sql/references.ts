import type { Knex } from 'knex';
import type { Overlap, ReferenceEnds } from '../../core/systems/references';
import { guarded } from './guarded';
import { from, rowsOf, tableOf, type Database, type Row } from './rows';
import type { Reference, Table } from './schema';

const MOST_VALUES = 200;
/** Stands where nothing is pointed at. */
const NOTHING = ['', '0'];

/** The rows of a table that point at some rows; null where none of these can be pointed at. */
export function pointing(
  db: Database,
  child: Table,
  reference: Reference,
  rows: readonly Row[],
): Knex.QueryBuilder | null {
  const values = tuplesOf(rows, reference.toColumns);
  if (values.length === 0) return null;
  const query = rowsOf(db, child);
  if (reference.when) query.whereRaw(`${db.dialect.text('??')} = ?`, [reference.when.field, reference.when.value]);
  return isIn(db, query, reference, reference.columns, values);
}

/** The rows of the table that a reference points at, from some rows; null where none of these points anywhere. */
export function pointedAtBy(
  db: Database,
  target: Table,
  reference: Reference,
  rows: readonly Row[],
): Knex.QueryBuilder | null {
  const { when } = reference;
  const values = tuplesOf(
    when ? rows.filter((row) => String(row[when.field]) === when.value) : rows,
    reference.columns,
  );
  return values.length === 0 ? null : isIn(db, rowsOf(db, target), reference, reference.toColumns, values);
}

/** Whether a row is one of those that the reference stands for. */
export function pointsThere(row: Row, { when }: Reference): boolean {
  return when === null || String(row[when.field]) === when.value;
}

function tuplesOf(rows: readonly Row[], columns: readonly string[]): unknown[][] {
  return rows
    .map((row) => columns.map((column) => row[column]))
    .filter((tuple) => tuple.every((value) => value !== null && value !== undefined));
}

/** What the database declares has one type on both sides; what people say may be a number on one and words on the other. */
function isIn(
  { dialect }: Database,
  query: Knex.QueryBuilder,
  { name }: Reference,
  columns: readonly string[],
  values: readonly unknown[][],
): Knex.QueryBuilder {
  if (name !== '') return query.whereIn([...columns], values as string[][]);
  const part = dialect.isTuple(
    columns,
    values.map((tuple) => tuple.map(String)),
  );
  return query.whereRaw(part.sql, part.values as string[]);
}

/**
 * How far what some columns say is what others say: up to 200 different values are looked at.
 */
export async function overlapOf(db: Database, ends: ReferenceEnds): Promise<Overlap> {
  const [child, target] = [await tableOf(db, ends.collection), await tableOf(db, ends.to)];
  const { dialect } = db;
  const tuple = (columns: readonly string[]) => {
    const { sql, values } = dialect.tuple(columns);
    return db.knex.raw(sql, values as string[]);
  };
  const values = from(db, child)
    .select(db.knex.raw('? as said, count(*) as often', [tuple(ends.fields)]))
    .groupByRaw('1')
    .limit(MOST_VALUES);
  for (const field of ends.fields) {
    const isNothing = dialect.isIn(dialect.text('??'), [field], NOTHING);
    values.whereRaw(`not (${isNothing.sql})`, isNothing.values as string[]);
  }
  if (ends.when) values.whereRaw(`${dialect.text('??')} = ?`, [ends.when.field, ends.when.value]);
  const there = from(db, target)
    .select(db.knex.raw('1'))
    .whereRaw('? = v.said', [tuple(ends.toFields)]);
  const query = db.knex
    .select(
      db.knex.raw('count(*) as ??, ? as ??, coalesce(max(v.often), 0) as ??', [
        'values',
        dialect.countWhere(there, db.knex),
        'found',
        'most',
      ]),
    )
    .from(values.as('v'));
  const [row] = (await guarded(db, () => query)) as { values: string; found: string; most: string }[];
  return { values: Number(row!.values), found: Number(row!.found), most: Number(row!.most) };
}
