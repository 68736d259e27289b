import { isAnothers } from '../../core/matching/anothers';
import { haystackOf, mentions } from '../../core/matching/mentions';
import type { PersonRecord } from '../../core/people/record';
import type { Holds } from '../../core/systems/fieldHolds';
import type { FieldHolds, FoundBatch, FoundProblem, FoundRecord, SearchKey } from '../../ports/connector';
import { conditionsFor } from './conditions';
import { guarded } from './guarded';
import { toRecord, toRecords } from './records';
import { IS_ABOUT, isYes, keyOf, rowsOf, say, type Database, type Row } from './rows';
import { pointedAtBy, pointing } from './references';
import type { Reference, Table } from './schema';

const OWN_SIGNS: ReadonlySet<Holds> = new Set<Holds>(['email', 'phone', 'customer-number', 'full-name', 'family-name']);
const MOST_DEPTH = 4;
const MOST_ROWS = 2000;

/** Rows with a sign of the person, table by table, and what hangs on them. What was cut off by a limit is said. */
export async function* search(db: Database, keys: readonly SearchKey[]): AsyncGenerator<FoundBatch> {
  const all = await db.tables();
  const seen = new Set<string>();
  const problems = missing(db.confirmed, all);
  if (problems.length > 0) yield { records: [], scanned: 0, problems };
  for (const table of all) {
    const conditions = conditionsFor(table, keys, db.systemId, db.dialect);
    if (conditions.length === 0) continue;
    const own = conditions.filter(({ isText }) => !isText);
    const query = rowsOf(db, table)
      .where((any) => conditions.forEach(({ sql, values }) => void any.orWhereRaw(sql, values as string[])))
      .select(
        db.knex.raw(
          `${own.length > 0 ? own.map(({ sql }) => `coalesce(${sql}, false)`).join(' or ') : 'false'} as ??`,
          [...own.flatMap(({ values }) => values as string[]), IS_ABOUT],
        ),
      )
      .limit(MOST_ROWS);
    const rows = reallySpeaking(db, table, keys, (await guarded(db, () => query)) as Row[]);
    const fresh = unseen(table, rows, seen);
    if (fresh.length > 0)
      yield {
        records: await toRecords(db, table, fresh, keys, () => null),
        scanned: table.approximateCount,
        problems: cutOff(table, rows),
      };
    const walk = { db, all, keys, seen };
    yield* hanging(
      walk,
      table,
      fresh.filter((row) => isYes(row[IS_ABOUT])),
      1,
    );
    // What hangs on a record of somebody else is not the person's, though it speaks of them; nor is what any such
    // record refers to.
    yield* pointingThere(
      walk,
      table,
      fresh.filter((row) => !isYes(row[IS_ABOUT]) && !saysWhose(table, row)),
      1,
      null,
    );
  }
}

/** Where the database finds more than was looked for in running text, what it found is read. */
function reallySpeaking(db: Database, table: Table, keys: readonly SearchKey[], rows: Row[]): Row[] {
  if (!db.dialect.isLoose) return rows;
  const texts = table.columns.filter(({ holds }) => holds === 'free-text').map(({ name }) => name);
  return rows.filter((row) => {
    if (isYes(row[IS_ABOUT])) return true;
    const hay = haystackOf(texts.map((name) => say(row[name]) ?? '').join('\n'));
    return keys.some((key) => mentions(hay, key));
  });
}

/** Whether a table tells places only: several people may live at one. */
function isPlace(table: Table): boolean {
  const holds = new Set(table.columns.map((column) => column.holds));
  return (holds.has('street') || holds.has('postcode')) && ![...OWN_SIGNS].some((sign) => holds.has(sign));
}

/** Whether a row says of whom it is, in fields of its own. */
function saysWhose(table: Table, row: Row): boolean {
  return table.columns.some(
    ({ name, holds }) => holds !== null && OWN_SIGNS.has(holds) && row[name] !== null && row[name] !== '',
  );
}

interface Walk {
  db: Database;
  all: readonly Table[];
  keys: readonly SearchKey[];
  /** Rows that were met, as `table/key`. */
  seen: Set<string>;
}

/** What refers to the rows found, what they refer to as the same person's, and what hangs on that. */
async function* hanging(
  walk: Walk,
  table: Table,
  rows: readonly Row[],
  depth: number,
  cameBy: Reference | null = null,
): AsyncGenerator<FoundBatch> {
  if (rows.length === 0 || depth > MOST_DEPTH) return;
  yield* pointingThere(walk, table, rows, depth, cameBy);
  yield* pointedAt(walk, table, rows, depth);
}

/** One table at a time: what refers to the rows, then what hangs on that. */
async function* pointingThere(
  walk: Walk,
  table: Table,
  rows: readonly Row[],
  depth: number,
  cameBy: Reference | null,
): AsyncGenerator<FoundBatch> {
  if (rows.length === 0) return;
  const { db, all, keys, seen } = walk;
  for (const child of all) {
    for (const reference of child.references.filter(
      (candidate) => candidate.toTable === table.name && candidate.meaning !== 'nothing',
    )) {
      // Who shares an address with the person is reached from it by the same reference, and is somebody else.
      if (reference === cameBy) continue;
      const query = pointing(db, child, reference, rows);
      if (!query) continue;
      const found = (await guarded(db, () => query.limit(MOST_ROWS))) as Row[];
      const fresh = unseen(child, found, seen);
      if (fresh.length === 0) continue;
      const parent = (row: Row) => ({ collection: table.name, key: keyOf(parentOf(rows, reference, row)) });
      // What only has an address in it says not whose it is: others may point at it as well.
      const link =
        reference.meaning === 'names' ? 'names' : reference.meaning === 'both' && isPlace(table) ? 'same' : undefined;
      yield {
        records: await linked(toRecords(db, child, fresh, keys, parent), link),
        scanned: fresh.length,
        problems: cutOff(child, found),
      };
      // What hangs on a record that only names the person is not theirs.
      if (link !== 'names') yield* hanging(walk, child, fresh, depth + 1);
    }
  }
}

/** What the rows refer to and is the same person's: their address, the account they act by. */
async function* pointedAt(walk: Walk, table: Table, rows: readonly Row[], depth: number): AsyncGenerator<FoundBatch> {
  const { db, all, keys, seen } = walk;
  for (const reference of table.references.filter(({ meaning }) => meaning === 'both')) {
    const target = all.find(({ name }) => name === reference.toTable);
    const query = target && pointedAtBy(db, target, reference, rows);
    if (!query) continue;
    const there = (await guarded(db, () => query.limit(MOST_ROWS))) as Row[];
    const found = there.filter(
      (row) => !knownAs(keys).every((known) => isAnothers(known, toRecord(db.systemId, target, row, keys).person)),
    );
    const fresh = unseen(target, found, seen);
    if (fresh.length === 0) continue;
    const pointsAt = (row: Row, to: Row) =>
      reference.columns.every((column, i) => say(row[column]) === say(to[reference.toColumns[i]!]));
    const records = await toRecords(db, target, fresh, keys, (to) => ({
      collection: table.name,
      key: keyOf(rows.find((row) => pointsAt(row, to))!),
    }));
    const others = (await guarded(db, () => pointing(db, table, reference, fresh)!.limit(MOST_ROWS))) as Row[];
    const isOthers = (to: Row) => others.some((row) => pointsAt(row, to) && !seen.has(`${table.name}/${keyOf(row)}`));
    const marked = records.map((record, i) => (isOthers(fresh[i]!) ? { ...record, isOthersToo: true } : record));
    yield { records: await linked(marked, 'same'), scanned: fresh.length, problems: cutOff(target, found) };
    yield* hanging(walk, target, fresh, depth + 1, reference);
  }
}

/** The person under each of their names, as the keys have them. */
function knownAs(keys: readonly SearchKey[]): PersonRecord[] {
  const of = (kind: SearchKey['kind']) => keys.filter((key) => key.kind === kind).map(({ value }) => value);
  const known = {
    emails: of('email'),
    phones: of('phone'),
    customerNumbers: keys
      .filter(({ kind }) => kind === 'customer-number')
      .map(({ scope, value }) => ({ system: scope, value })),
  };
  const names = of('name').map((name) => name.split(/\s+/));
  return [
    known,
    ...names.map((words) => ({ ...known, givenName: words.slice(0, -1).join(' '), familyName: words.at(-1)! })),
  ];
}

async function linked(
  records: Promise<FoundRecord[]> | FoundRecord[],
  link: FoundRecord['link'],
): Promise<FoundRecord[]> {
  return link ? (await records).map((record) => ({ ...record, link })) : records;
}

function unseen(table: Table, rows: readonly Row[], seen: Set<string>): Row[] {
  const fresh = rows.filter((row) => !seen.has(`${table.name}/${keyOf(row)}`));
  for (const row of fresh) seen.add(`${table.name}/${keyOf(row)}`);
  return fresh;
}

/**
 * What people confirmed to hold signs of a person and is not in the schema any more: it cannot be searched, and nobody
 * may think that it was.
 */
function missing(confirmed: FieldHolds, all: readonly Table[]): FoundProblem[] {
  return Object.entries(confirmed).flatMap(([collection, fields]): FoundProblem[] => {
    const held = Object.entries(fields)
      .filter(([, holds]) => holds !== null)
      .map(([field]) => field);
    const table = all.find(({ name }) => name === collection);
    if (!table)
      return held.length === 0
        ? []
        : [
            {
              collection,
              key: collection,
              code: 'schema-changed',
              text: 'The table was there when its fields were confirmed, and is there no longer.',
            },
          ];
    return held
      .filter((field) => !table.columns.some(({ name }) => name === field))
      .map((field) => ({
        collection,
        key: `${collection}.${field}`,
        code: 'schema-changed',
        text: 'The column was there when it was confirmed, and is there no longer.',
      }));
  });
}

function cutOff(table: Table, rows: readonly Row[]) {
  return rows.length < MOST_ROWS
    ? []
    : [
        {
          collection: table.name,
          key: table.name,
          code: 'too-many',
          text: `Only the first ${MOST_ROWS.toLocaleString('en')} rows of the table were taken.`,
        },
      ];
}

function parentOf(rows: readonly Row[], { columns, toColumns }: Reference, row: Row): Row {
  return rows.find((candidate) => toColumns.every((column, i) => say(candidate[column]) === say(row[columns[i]!])))!;
}
