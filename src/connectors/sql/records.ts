import type { SystemId } from '../../core/shared/ids';
import type { Holds } from '../../core/systems/fieldHolds';
import type { FoundRecord, RecordRef, SearchKey } from '../../ports/connector';
import { personFrom } from '../shared/personFrom';
import { guarded } from './guarded';
import { pointedAtBy, pointsThere } from './references';
import { from, IS_ABOUT, keyOf, ROW_KEY, say, type Database, type Row } from './rows';
import type { Reference, Table } from './schema';

/** Rows as records, with what each refers to. */
export async function toRecords(
  db: Database,
  table: Table,
  rows: readonly Row[],
  keys: readonly SearchKey[],
  parent: (row: Row) => RecordRef | null,
): Promise<FoundRecord[]> {
  const followed = table.references.filter(({ name, meaning }) => name !== '' || meaning !== 'nothing');
  const references = await Promise.all(followed.map((reference) => targetsOf(db, reference, rows)));
  const names = await Promise.all(followed.map((reference) => namesOf(db, reference, rows)));
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
  const isWanted = db.dialect.isIn(db.dialect.text('??'), [toColumn], wanted);
  // A table that may not be read leaves the rows as they are.
  const found = (await guarded(db, () =>
    from(db, target)
      .whereRaw(isWanted.sql, isWanted.values as string[])
      .select(toColumn, naming.name),
  ).catch(() => [])) as Row[];
  const names = new Map(found.map((row) => [say(row[toColumn]), say(row[naming.name])]));
  const path = `${column.replace(/_(id|no|key)$/, '')}.name`;
  return rows.map((row) => {
    const name = pointsThere(row, reference) ? names.get(say(row[column])) : undefined;
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
  if (!target) return rows.map(() => null);
  const at = (row: Row, columns: readonly string[]) => columns.map((column) => say(row[column])).join('\u0000');
  const keyAt = new Map<string, string>();
  const isKey = target.keyColumns.length === 1 && reference.toColumns.join('\u0000') === target.keyColumns[0];
  // What the database declares to point at a key says the key itself; anything else has to be looked up.
  if (isKey && reference.name !== '')
    for (const row of rows) keyAt.set(at(row, reference.columns), say(row[reference.columns[0]!]) ?? '');
  else {
    const query = pointedAtBy(db, target, reference, rows);
    for (const row of query ? ((await guarded(db, () => query)) as Row[]) : [])
      keyAt.set(at(row, reference.toColumns), keyOf(row));
  }
  return rows.map((row) => {
    const isThere = reference.columns.every((column) => row[column] !== null) && pointsThere(row, reference);
    const key = isThere ? keyAt.get(at(row, reference.columns)) : undefined;
    return key === undefined ? null : { collection: target.name, key, nullable: reference.nullable };
  });
}

/** @param keys in running text only what is looked for is recognised as the person's */
export function toRecord(systemId: SystemId, table: Table, row: Row, keys: readonly SearchKey[]): FoundRecord {
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
