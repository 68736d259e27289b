import type { FieldHolds, FoundBatch, FoundProblem, SearchKey } from '../../ports/connector';
import { conditionsFor } from './conditions';
import { guarded } from './guarded';
import { keyOf, rowsOf, say, toRecords, type Database, type Row } from './rows';
import type { Reference, Table } from './schema';

const MOST_DEPTH = 4;
const MOST_ROWS = 2000;

/** Rows with a sign of the person, table by table, and what hangs on them. What was cut off by a limit is said. */
export async function* search(db: Database, keys: readonly SearchKey[]): AsyncGenerator<FoundBatch> {
  const all = await db.tables();
  const seen = new Set<string>();
  const problems = missing(db.confirmed, all);
  if (problems.length > 0) yield { records: [], scanned: 0, problems };
  for (const table of all) {
    const conditions = conditionsFor(table, keys, db.systemId);
    if (conditions.length === 0) continue;
    const query = rowsOf(db, table).where((any) => conditions.forEach(({ sql, values }) => void any.orWhereRaw(sql, values as string[]))).limit(MOST_ROWS);
    const rows = (await guarded(() => query)) as Row[];
    const fresh = unseen(table, rows, seen);
    if (fresh.length > 0) yield { records: await toRecords(db, table, fresh, keys, () => null), scanned: table.approximateCount, problems: cutOff(table, rows) };
    yield* hanging(db, all, table, fresh, keys, seen, 1);
  }
}

/** What refers to the rows found, one table at a time, then what refers to that. */
async function* hanging(db: Database, all: readonly Table[], table: Table, rows: readonly Row[], keys: readonly SearchKey[], seen: Set<string>, depth: number): AsyncGenerator<FoundBatch> {
  if (rows.length === 0 || depth > MOST_DEPTH) return;
  for (const child of all) {
    for (const reference of child.references.filter((candidate) => candidate.toTable === table.name)) {
      const values = rows.map((row) => reference.toColumns.map((column) => row[column])).filter((tuple) => tuple.every((value) => value !== null));
      const found = (await guarded(() => rowsOf(db, child).whereIn([...reference.columns], values as string[][]).limit(MOST_ROWS))) as Row[];
      const fresh = unseen(child, found, seen);
      if (fresh.length === 0) continue;
      yield { records: await toRecords(db, child, fresh, keys, (row) => ({ collection: table.name, key: keyOf(parentOf(rows, reference, row)) })), scanned: fresh.length, problems: cutOff(child, found) };
      yield* hanging(db, all, child, fresh, keys, seen, depth + 1);
    }
  }
}

function unseen(table: Table, rows: readonly Row[], seen: Set<string>): Row[] {
  const fresh = rows.filter((row) => !seen.has(`${table.name}/${keyOf(row)}`));
  for (const row of fresh) seen.add(`${table.name}/${keyOf(row)}`);
  return fresh;
}

/** What people confirmed to hold signs of a person and is not in the schema any more: it cannot be searched, and nobody may think that it was. */
function missing(confirmed: FieldHolds, all: readonly Table[]): FoundProblem[] {
  return Object.entries(confirmed).flatMap(([collection, fields]): FoundProblem[] => {
    const held = Object.entries(fields).filter(([, holds]) => holds !== null).map(([field]) => field);
    const table = all.find(({ name }) => name === collection);
    if (!table) return held.length === 0 ? [] : [{ collection, key: collection, code: 'schema-changed', text: 'The table was there when its fields were confirmed, and is there no longer.' }];
    return held.filter((field) => !table.columns.some(({ name }) => name === field)).map((field) => ({ collection, key: `${collection}.${field}`, code: 'schema-changed', text: 'The column was there when it was confirmed, and is there no longer.' }));
  });
}

function cutOff(table: Table, rows: readonly Row[]) {
  return rows.length < MOST_ROWS ? [] : [{ collection: table.name, key: table.name, code: 'too-many', text: `Only the first ${MOST_ROWS.toLocaleString('en')} rows of the table were taken.` }];
}

function parentOf(rows: readonly Row[], { columns, toColumns }: Reference, row: Row): Row {
  return rows.find((candidate) => toColumns.every((column, i) => say(candidate[column]) === say(row[columns[i]!])))!;
}
