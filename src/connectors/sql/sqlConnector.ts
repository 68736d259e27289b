import knexFactory, { type Knex } from 'knex';
import type { PersonRecord } from '../../core/identity/record';
import { ConnectorError, type Connector, type FoundBatch, type FoundRecord, type RecordRef, type SearchKey } from '../../ports/connector';
import { conditionsFor } from './conditions';
import { describeTables, readSchema, type Reference, type Table } from './schema';

const MOST_DEPTH = 4;
const MOST_ROWS = 2000;
const STATEMENT_MS = 15_000;
const LOCK_MS = 4000;

type Row = Record<string, unknown>;

/**
 * Any PostgreSQL database, by its schema: tables with signs of a person are searched, and from what is found the
 * references are followed to all that hangs on it (orders, lines, invoices).
 */
export function sqlConnector(systemId: string, connection: Record<string, string>): Connector {
  const knex = knexFactory({ client: 'pg', connection: { connectionString: connection['url']!, statement_timeout: STATEMENT_MS, options: `-c lock_timeout=${LOCK_MS}`, connectionTimeoutMillis: 5000, application_name: 'bookend-connector' }, pool: { min: 0, max: 2 }, acquireConnectionTimeout: 8000 });
  let schema: Promise<Table[]> | null = null;
  const tables = () => (schema ??= guarded(() => readSchema(knex)));
  const tableOf = async (name: string): Promise<Table> => {
    const table = (await tables()).find((candidate) => candidate.name === name);
    if (!table) throw new ConnectorError('wrong-answer', `The table ${name} is not there any more.`);
    return table;
  };
  const rowOf = async (ref: RecordRef): Promise<{ table: Table; row: Row | undefined }> => {
    const table = await tableOf(ref.collection);
    const row = (await guarded(() => knex(table.name).whereRaw('??::text = ?', [table.key, ref.key]).first())) as Row | undefined;
    return { table, row };
  };

  return {
    describe: async () => describeTables(await tables()),
    search: (keys) => search(knex, systemId, tables, keys),
    async read(ref) {
      const { table, row } = await rowOf(ref);
      return row ? toRecord(systemId, table, row, null) : null;
    },
    async erase(ref, { clearFirst }) {
      const table = await tableOf(ref.collection);
      for (const other of clearFirst) await clearReference(knex, table, ref, other);
      const gone = await guarded(() => knex(table.name).whereRaw('??::text = ?', [table.key, ref.key]).delete());
      return { state: 'done', detail: gone > 0 ? 'row deleted' : 'row was gone already' };
    },
    async anonymise(ref, { token, person }) {
      const { table, row } = await rowOf(ref);
      const change = { ...(row ? named(table, row, person, token) : {}), ...anonymised(table, token) };
      if (Object.keys(change).length > 0) await guarded(() => knex(table.name).whereRaw('??::text = ?', [table.key, ref.key]).update(change));
      return { state: 'done', detail: `${Object.keys(change).length} fields replaced` };
    },
    async alike(ref) {
      // What is left of a person after anonymising is the country; keys and amounts name nobody by themselves.
      const { table, row } = await rowOf(ref);
      const left = table.columns.find(({ holds }) => holds === 'country');
      const query = knex(table.name).count('* as n');
      if (left && row) query.whereRaw('?? is not distinct from ?', [left.name, row[left.name] as string | null]);
      return Number(((await guarded(() => query)) as { n: string | number }[])[0]!.n);
    },
    isErased: async (ref) => !(await rowOf(ref)).row,
    async isAnonymised(ref, token) {
      const { table, row } = await rowOf(ref);
      if (!row) return true;
      return Object.entries(anonymised(table, token)).every(([column, value]) => (value === null ? row[column] === null : String(row[column]) === value));
    },
    async rectify(ref, field, value) {
      const table = await tableOf(ref.collection);
      if (field === table.key || !table.columns.some(({ name }) => name === field)) throw new ConnectorError('wrong-answer', `${ref.collection} has no field ${field} that can be written.`);
      const changed = await guarded(() => knex(table.name).whereRaw('??::text = ?', [table.key, ref.key]).update({ [field]: value }));
      return { state: 'done', detail: changed > 0 ? `${field} corrected` : 'the row is gone' };
    },
    ...restrictionOf(knex, connection, rowOf),
    ...flagsOf(knex, systemId, connection, tableOf),
    can: () => ({ erase: true, anonymise: true }),
    close: () => knex.destroy(),
  };
}

/** Setting `restriction`: `table.column`, a true-or-false column; what hangs on a row of that table is restricted with it. */
function restrictionOf(knex: Knex, connection: Record<string, string>, rowOf: (ref: RecordRef) => Promise<{ table: Table; row: Row | undefined }>): Pick<Connector, 'restrict' | 'isRestricted'> {
  const [, tableName, column] = /^(\w+)\.(\w+)$/.exec(connection['restriction'] ?? '') ?? [];
  if (!tableName || !column) return {};
  const owner = async (ref: RecordRef): Promise<{ table: Table; row: Row } | null> => {
    const { table, row } = await rowOf(ref);
    if (!row || table.name === tableName) return row ? { table, row } : null;
    for (const reference of table.references) {
      const found = row[reference.column] === null ? null : await owner({ collection: reference.toTable, key: String(row[reference.column]) });
      if (found) return found;
    }
    return null;
  };
  return {
    async restrict(ref, isOn) {
      const own = await owner(ref);
      if (!own) return { state: 'done', detail: 'nothing of it can be marked' };
      await guarded(() => knex(own.table.name).whereRaw('??::text = ?', [own.table.key, String(own.row[own.table.key])]).update({ [column]: isOn }));
      return { state: 'done', detail: own.table.name === ref.collection ? `${column} is ${isOn}` : `restricted with its ${own.table.name}` };
    },
    isRestricted: async (ref) => (await owner(ref))?.row[column] === true,
  };
}

const FLAGS_AT_ONCE = 500;

/** Setting `flag`: `table.column=purpose`, a true-or-false column of a table that holds people. */
function flagsOf(knex: Knex, systemId: string, connection: Record<string, string>, tableOf: (name: string) => Promise<Table>): Pick<Connector, 'flags' | 'flagOf' | 'applyChoice'> {
  const [, tableName, column, purpose] = /^(\w+)\.(\w+)=([\w-]+)$/.exec(connection['flag'] ?? '') ?? [];
  if (!tableName || !column || !purpose) return {};
  return {
    async *flags() {
      const table = await tableOf(tableName);
      for (let after: string | null = null; ; ) {
        const query = knex(table.name).orderBy(table.key).limit(FLAGS_AT_ONCE);
        if (after !== null) query.where(table.key, '>', after);
        const rows = (await guarded(() => query)) as Row[];
        yield rows.map((row) => {
          const { person } = toRecord(systemId, table, row, null);
          return { key: String(row[table.key]), purpose, permits: row[column] === true, identifiers: [...(person.emails ?? []).map((value) => ({ kind: 'email' as const, value })), ...(person.customerNumbers ?? []).map(({ value }) => ({ kind: 'customer-number' as const, value })), ...(person.phones ?? []).map((value) => ({ kind: 'phone' as const, value }))] };
        });
        if (rows.length < FLAGS_AT_ONCE) return;
        after = String(rows.at(-1)![table.key]);
      }
    },
    async flagOf(key) {
      const table = await tableOf(tableName);
      const row = (await guarded(() => knex(table.name).whereRaw('??::text = ?', [table.key, key]).first())) as Row | undefined;
      return row ? row[column] === true : null;
    },
    async applyChoice(key, _purpose, permits) {
      const table = await tableOf(tableName);
      const changed = await guarded(() => knex(table.name).whereRaw('??::text = ?', [table.key, key]).update({ [column]: permits }));
      return { state: 'done', detail: changed > 0 ? `${column} is ${permits}` : 'the row is gone' };
    },
  };
}

/** Every failure of the database becomes one of the kinds that people and the retry know. */
async function guarded<T>(work: () => PromiseLike<T>): Promise<T> {
  try {
    return await work();
  } catch (cause) {
    const code = cause instanceof Error && 'code' in cause ? String(cause.code) : '';
    const kind = /^(28|3D)|42501/.test(code) ? 'not-allowed' : code === '57014' || code === '55P03' ? 'time-out' : /^(42)/.test(code) ? 'wrong-answer' : cause instanceof Error && /timeout|timed out/i.test(cause.message) ? 'time-out' : 'refused';
    const words = { 'not-allowed': 'The database does not let us in.', 'time-out': 'The database did not answer in time.', 'wrong-answer': 'The database’s schema is not what it was.', refused: 'The database refuses the connection.' };
    throw new ConnectorError(kind, `${words[kind]} (${code || 'no code'})`, null, { cause });
  }
}

async function* search(knex: Knex, systemId: string, tables: () => Promise<Table[]>, keys: readonly SearchKey[]): AsyncGenerator<FoundBatch> {
  const all = await tables();
  const seen = new Set<string>();
  for (const table of all) {
    const conditions = conditionsFor(table, keys, systemId);
    if (conditions.length === 0) continue;
    const query = knex(table.name).where((any) => conditions.forEach(({ sql, values }) => void any.orWhereRaw(sql, values as string[]))).limit(MOST_ROWS);
    const rows = (await guarded(() => query)) as Row[];
    const fresh = rows.filter((row) => !seen.has(`${table.name}/${row[table.key]}`));
    for (const row of fresh) seen.add(`${table.name}/${row[table.key]}`);
    if (fresh.length > 0) yield { records: fresh.map((row) => toRecord(systemId, table, row, null)), scanned: table.approximateCount };
    yield* hanging(knex, systemId, all, table, fresh, seen, 1);
  }
}

/** What refers to the rows found, one table at a time, then what refers to that. */
async function* hanging(knex: Knex, systemId: string, all: readonly Table[], table: Table, rows: readonly Row[], seen: Set<string>, depth: number): AsyncGenerator<FoundBatch> {
  if (rows.length === 0 || depth > MOST_DEPTH) return;
  for (const child of all) {
    for (const reference of child.references.filter((candidate) => candidate.toTable === table.name)) {
      const values = rows.map((row) => row[reference.toColumn]).filter((value) => value !== null);
      const found = (await guarded(() => knex(child.name).whereIn(reference.column, values as string[]).limit(MOST_ROWS))) as Row[];
      const fresh = found.filter((row) => !seen.has(`${child.name}/${row[child.key]}`));
      for (const row of fresh) seen.add(`${child.name}/${row[child.key]}`);
      if (fresh.length === 0) continue;
      yield { records: fresh.map((row) => toRecord(systemId, child, row, parentOf(table, rows, reference, row))), scanned: fresh.length };
      yield* hanging(knex, systemId, all, child, fresh, seen, depth + 1);
    }
  }
}

function parentOf(table: Table, rows: readonly Row[], reference: Reference, row: Row): RecordRef {
  const parent = rows.find((candidate) => String(candidate[reference.toColumn]) === String(row[reference.column]))!;
  return { collection: table.name, key: String(parent[table.key]) };
}

function toRecord(systemId: string, table: Table, row: Row, parent: RecordRef | null): FoundRecord {
  const fields = Object.fromEntries(Object.entries(row).map(([name, value]) => [name, say(value)]));
  const held = (holds: string) => table.columns.filter((column) => column.holds === holds).flatMap((column) => fields[column.name] ?? []);
  const full = held('full-name')[0]?.split(' ') ?? [];
  const person: PersonRecord = {
    givenName: held('given-name')[0] ?? full[0] ?? null, familyName: held('family-name')[0] ?? (full.slice(1).join(' ') || null), birthDate: held('birth-date')[0] ?? null,
    emails: held('email'), phones: held('phone'), street: held('street')[0] ?? null, postcode: held('postcode')[0] ?? null, city: held('city')[0] ?? null, ...(held('country')[0] ? { country: held('country')[0]! } : {}),
    customerNumbers: held('customer-number').map((value) => ({ system: systemId, value })),
  };
  const refersTo = table.references.flatMap((reference) => (row[reference.column] === null ? [] : [{ collection: reference.toTable, key: String(row[reference.column]), nullable: reference.nullable }]));
  return { collection: table.name, key: String(row[table.key]), title: titleOf(table, fields), fields, person, parent, refersTo, text: null, files: [] };
}

function titleOf(table: Table, fields: Record<string, string | null>): string {
  const telling = table.columns.filter(({ name }) => /name|title|_no$|product|status|placed_at|issued_on|city/.test(name)).map(({ name }) => fields[name]).filter(Boolean);
  return telling.slice(0, 3).join(' · ') || `${table.name} ${fields[table.key]}`;
}

function say(value: unknown): string | null {
  if (value === null || value === undefined) return null;
  if (value instanceof Date) return value.toISOString();
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
}

/** What stands in place of the person: a token where a column may not be empty, nothing where it may; a birth date becomes its year. */
function anonymised(table: Table, token: string): Record<string, string | null> {
  const change: Record<string, string | null> = {};
  for (const { name, holds, nullable, type } of table.columns) {
    if (holds === null || holds === 'country') continue;
    if (nullable) change[name] = null;
    else if (holds === 'email') change[name] = `${token}@anonymised.invalid`;
    else if (type === 'date') change[name] = '1900-01-01';
    else change[name] = token;
  }
  return change;
}

/** Columns that hold the person's name, address or number in running text, whatever the column is called. */
function named(table: Table, row: Row, person: PersonRecord, token: string): Record<string, string | null> {
  const signs = [...(person.emails ?? []), ...(person.familyName && person.familyName.length > 3 ? [person.familyName] : [])].map((sign) => sign.toLowerCase());
  const numbers = (person.phones ?? []).map((phone) => phone.replace(/\D/g, '').slice(-8)).filter((digits) => digits.length === 8);
  const change: Record<string, string | null> = {};
  for (const { name, type, nullable } of table.columns) {
    const value = row[name];
    if (typeof value !== 'string' || !/char|text/.test(type) || name === table.key) continue;
    const text = value.toLowerCase();
    if (signs.some((sign) => text.includes(sign)) || numbers.some((digits) => value.replace(/\D/g, '').includes(digits))) change[name] = nullable ? null : token;
  }
  return change;
}

async function clearReference(knex: Knex, table: Table, ref: RecordRef, other: RecordRef): Promise<void> {
  for (const reference of table.references.filter(({ toTable, nullable }) => nullable && toTable === other.collection)) {
    await guarded(() => knex(table.name).whereRaw('??::text = ?', [table.key, ref.key]).whereRaw('??::text = ?', [reference.column, other.key]).update({ [reference.column]: null }));
  }
}
