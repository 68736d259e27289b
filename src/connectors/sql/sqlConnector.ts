import type { SystemId } from '../../core/shared/ids';
import type { Reference } from '../../core/systems/references';
import { ConnectorError, type Connector, type FieldHolds, type RecordRef } from '../../ports/connector';
import { anonymised, named } from './anonymise';
import type { Part } from './dialect';
import { guarded, guardedChange } from './guarded';
import { mariadb } from './mariadb';
import { flagsOf, restrictionOf } from './marks';
import { postgres } from './postgres';
import { toRecords } from './records';
import { at, from, keyOf, rowOf, rowsOf, say, tableOf, type Database, type Row } from './rows';
import { describeTables, readSchema, type Table } from './schema';
import { overlapOf } from './references';
import { search } from './search';

/**
 * Any database of PostgreSQL, MySQL or MariaDB, by its schema: tables with signs of a person are searched, and from what is found the
 * references are followed to all that hangs on it (orders, lines, invoices).
 * Settings: `url`; `schemas`, comma-separated, all where empty; `flag` and `restriction` (see `marks`).
 */
// The methods of one connector share what they have opened.
// eslint-disable-next-line max-lines-per-function
export function sqlConnector(
  systemId: SystemId,
  connection: Record<string, string>,
  confirmed: FieldHolds = {},
  said: readonly Reference[] = [],
): Connector {
  const dialect = /^(mysql|mariadb):/.test(connection['url']!) ? mariadb : postgres;
  const knex = dialect.open(connection);
  let schema: Promise<Table[]> | null = null;
  const db: Database = {
    knex,
    dialect,
    systemId,
    confirmed,
    tables: () =>
      (schema ??= guarded({ dialect }, () => readSchema(knex, connection['schemas'], confirmed, said, dialect))),
  };
  return {
    describe: async () => describeTables(await db.tables()),
    async sample(collection, most) {
      const table = await tableOf(db, collection);
      const rows = (await guarded(db, () => from(db, table).select('*').limit(most))) as Row[];
      return rows.map((row) => Object.fromEntries(Object.entries(row).map(([name, value]) => [name, say(value)])));
    },
    overlap: (ends) => overlapOf(db, ends),
    search: (keys) => search(db, keys),
    async read(ref) {
      const { table, row } = await rowOf(db, ref);
      return row ? (await toRecords(db, table, [row], [], () => null))[0]! : null;
    },
    async erase(ref, { releasedBy }) {
      const table = await tableOf(db, ref.collection);
      const { row } = await rowOf(db, ref);
      if (!row) return { state: 'done', detail: 'row was gone already' };
      for (const other of releasedBy) {
        const holder = await rowOf(db, other);
        const cleared = holder.row ? await clearedBy(db, holder.table, holder.row, [ref]) : {};
        if (Object.keys(cleared).length > 0)
          await guardedChange(db, () => at(db, holder.table, other.key).update(cleared));
      }
      await nobodyFollows(db, table, row, []);
      const gone = await guardedChange(db, () => at(db, table, ref.key).delete());
      return { state: 'done', detail: gone > 0 ? 'row deleted' : 'row was gone already' };
    },
    async eraseTogether(refs) {
      const parts: { table: Table; part: Part }[] = [];
      const found = [];
      for (const ref of refs) found.push({ ref, ...(await rowOf(db, ref)) });
      const there = found.filter(({ row }) => row !== undefined);
      for (const { ref, table, row } of there) {
        await nobodyFollows(
          db,
          table,
          row!,
          there.map((other) => other.ref),
        );
        const { sql, bindings } = at(db, table, ref.key).delete().toSQL();
        parts.push({ table, part: { sql, values: [...bindings] } });
      }
      if (parts.length === 0) return { state: 'done', detail: 'rows were gone already' };
      await guardedChange(db, () => dialect.deleteTogether(knex, parts));
      return { state: 'done', detail: `${parts.length} rows deleted together` };
    },
    async anonymise(ref, { token, person, clearFirst = [] }) {
      const { table, row } = await rowOf(db, ref);
      if (!row) return { state: 'done', detail: 'the row is gone' };
      // In one change: a row without a key is another one afterwards.
      const change = {
        ...named(dialect, table, row, person, token),
        ...anonymised(dialect, table, token),
        ...(await clearedBy(db, table, row, clearFirst)),
      };
      if (Object.keys(change).length > 0) await guardedChange(db, () => at(db, table, ref.key).update(change));
      return { state: 'done', detail: `${Object.keys(change).length} fields replaced` };
    },
    async alike(ref) {
      // What is left of a person after anonymising is the country; keys and amounts name nobody by themselves.
      const { table, row } = await rowOf(db, ref);
      const left = table.columns.find(({ holds }) => holds === 'country');
      const query = from(db, table).count('* as n');
      if (left && row) query.whereRaw(dialect.isSame, [left.name, row[left.name] as string | null]);
      return Number(((await guarded(db, () => query)) as { n: string | number }[])[0]!.n);
    },
    isErased: async (ref) => !(await rowOf(db, ref)).row,
    async isAnonymised(ref, token, clearFirst = []) {
      const { table, row } = await rowOf(db, ref);
      if (!row) return true;
      if (Object.keys(await clearedBy(db, table, row, clearFirst)).length > 0) return false;
      const query = at(db, table, ref.key);
      for (const [column, value] of Object.entries(anonymised(dialect, table, token))) {
        if (value === null) query.whereNull(column);
        else {
          const said = dialect.says(
            table.columns.find(({ name }) => name === column)!,
            value,
          );
          query.whereRaw(said.sql, said.values as string[]);
        }
      }
      return ((await guarded(db, () => query.select(knex.raw('1')).limit(1))) as unknown[]).length > 0;
    },
    async rectify(ref, field, value) {
      const table = await tableOf(db, ref.collection);
      if (table.keyColumns.includes(field) || !table.columns.some(({ name }) => name === field))
        throw new ConnectorError('wrong-answer', `${ref.collection} has no field ${field} that can be written.`);
      const changed = await guarded(db, () => at(db, table, ref.key).update({ [field]: value }));
      return { state: 'done', detail: changed > 0 ? `${field} corrected` : 'the row is gone' };
    },
    ...restrictionOf(db, connection['restriction'] ?? ''),
    ...flagsOf(db, connection['flag'] ?? ''),
    can: () => ({ erase: true, anonymise: true }),
    close: () => knex.destroy(),
  };
}

/** The columns by which a row refers to others, emptied as far as they may be: so that those can be deleted. */
async function clearedBy(
  db: Database,
  table: Table,
  row: Row,
  others: readonly RecordRef[],
): Promise<Record<string, null>> {
  const cleared: Record<string, null> = {};
  for (const reference of table.references.filter(
    ({ toTable, nullable }) => nullable && others.some(({ collection }) => collection === toTable),
  )) {
    const [record] = await toRecords(db, { ...table, references: [reference] }, [row], [], () => null);
    if (
      !record!.refersTo.some((to) => others.some((other) => other.collection === to.collection && other.key === to.key))
    )
      continue;
    for (const column of reference.columns)
      if (reference.isFull || table.columns.find(({ name }) => name === column)!.nullable) cleared[column] = null;
  }
  return cleared;
}

/**
 * A database may delete or change rows along with the one they refer to. What the plan did not say must not happen:
 * while such rows are there, nothing is deleted, and they are named.
 *
 * @param going rows that are deleted in the same act
 */
async function nobodyFollows(db: Database, table: Table, row: Row, going: readonly RecordRef[]): Promise<void> {
  for (const other of await db.tables()) {
    for (const reference of other.references.filter(({ toTable, follows }) => follows && toTable === table.name)) {
      const query = rowsOf(db, other).limit(going.length + 2);
      reference.columns.forEach((column, i) => void query.where(column, row[reference.toColumns[i]!] as string));
      const followers = ((await guarded(db, () => query)) as Row[])
        .map(keyOf)
        .filter(
          (key) =>
            !(other.name === table.name && key === keyOf(row)) &&
            !going.some((ref) => ref.collection === other.name && ref.key === key),
        );
      if (followers.length > 0)
        throw new ConnectorError(
          'constraint',
          `The database would remove or change rows of ${other.name} along with it (${other.name}.` +
            `${reference.columns.join(', ')}, ${reference.name}), which the plan does not say. Search again: they may ` +
            `be new.`,
        );
    }
  }
}
