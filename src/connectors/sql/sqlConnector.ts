import knexFactory from 'knex';
import { ConnectorError, type Connector, type FieldHolds, type RecordRef } from '../../ports/connector';
import { anonymised, named } from './anonymise';
import { guarded } from './guarded';
import { flagsOf, restrictionOf } from './marks';
import { from, rowOf, say, tableOf, toRecords, withKey, type Database, type Row } from './rows';
import { describeTables, readSchema, type Table } from './schema';
import { search } from './search';

const STATEMENT_MS = 15_000;
const LOCK_MS = 4000;

/**
 * Any PostgreSQL database, by its schema: tables with signs of a person are searched, and from what is found the
 * references are followed to all that hangs on it (orders, lines, invoices).
 * Settings: `url`; `schemas`, comma-separated, all where empty; `flag` and `restriction` (see `marks`).
 */
export function sqlConnector(systemId: string, connection: Record<string, string>, confirmed: FieldHolds = {}): Connector {
  const knex = knexFactory({ client: 'pg', connection: { connectionString: connection['url']!, statement_timeout: STATEMENT_MS, options: `-c lock_timeout=${LOCK_MS}`, connectionTimeoutMillis: 5000, application_name: 'bookend-connector' }, pool: { min: 0, max: 2 }, acquireConnectionTimeout: 8000 });
  let schema: Promise<Table[]> | null = null;
  const db: Database = { knex, systemId, confirmed, tables: () => (schema ??= guarded(() => readSchema(knex, connection['schemas'], confirmed))) };
  return {
    describe: async () => describeTables(await db.tables()),
    async sample(collection, most) {
      const table = await tableOf(db, collection);
      const rows = (await guarded(() => from(db, table).select('*').limit(most))) as Row[];
      return rows.map((row) => Object.fromEntries(Object.entries(row).map(([name, value]) => [name, say(value)])));
    },
    search: (keys) => search(db, keys),
    async read(ref) {
      const { table, row } = await rowOf(db, ref);
      return row ? (await toRecords(db, table, [row], [], () => null))[0]! : null;
    },
    async erase(ref, { clearFirst }) {
      const table = await tableOf(db, ref.collection);
      for (const other of clearFirst) await clearReference(db, table, ref, other);
      const gone = await guarded(() => withKey(from(db, table), table, ref.key).delete());
      return { state: 'done', detail: gone > 0 ? 'row deleted' : 'row was gone already' };
    },
    async anonymise(ref, { token, person }) {
      const { table, row } = await rowOf(db, ref);
      const change = { ...(row ? named(table, row, person, token) : {}), ...anonymised(table, token) };
      if (Object.keys(change).length > 0) await guarded(() => withKey(from(db, table), table, ref.key).update(change));
      return { state: 'done', detail: `${Object.keys(change).length} fields replaced` };
    },
    async alike(ref) {
      // What is left of a person after anonymising is the country; keys and amounts name nobody by themselves.
      const { table, row } = await rowOf(db, ref);
      const left = table.columns.find(({ holds }) => holds === 'country');
      const query = from(db, table).count('* as n');
      if (left && row) query.whereRaw('?? is not distinct from ?', [left.name, row[left.name] as string | null]);
      return Number(((await guarded(() => query)) as { n: string | number }[])[0]!.n);
    },
    isErased: async (ref) => !(await rowOf(db, ref)).row,
    async isAnonymised(ref, token) {
      const { table, row } = await rowOf(db, ref);
      if (!row) return true;
      return Object.entries(anonymised(table, token)).every(([column, value]) => (value === null ? row[column] === null : String(row[column]) === value));
    },
    async rectify(ref, field, value) {
      const table = await tableOf(db, ref.collection);
      if (table.keyColumns.includes(field) || !table.columns.some(({ name }) => name === field)) throw new ConnectorError('wrong-answer', `${ref.collection} has no field ${field} that can be written.`);
      const changed = await guarded(() => withKey(from(db, table), table, ref.key).update({ [field]: value }));
      return { state: 'done', detail: changed > 0 ? `${field} corrected` : 'the row is gone' };
    },
    ...restrictionOf(db, connection['restriction'] ?? ''),
    ...flagsOf(db, connection['flag'] ?? ''),
    can: () => ({ erase: true, anonymise: true }),
    close: () => knex.destroy(),
  };
}

/** Empties what a row refers to another by, so that a circle can be deleted one by one. */
async function clearReference(db: Database, table: Table, ref: RecordRef, other: RecordRef): Promise<void> {
  const { row } = await rowOf(db, ref);
  if (!row) return;
  for (const reference of table.references.filter(({ toTable, nullable }) => nullable && toTable === other.collection)) {
    const [record] = await toRecords(db, { ...table, references: [reference] }, [row], [], () => null);
    if (!record!.refersTo.some(({ key }) => key === other.key)) continue;
    const clearable = reference.columns.filter((column) => table.columns.find(({ name }) => name === column)!.nullable);
    await guarded(() => withKey(from(db, table), table, ref.key).update(Object.fromEntries(clearable.map((column) => [column, null]))));
  }
}
