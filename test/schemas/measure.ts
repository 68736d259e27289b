import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import type { Knex } from 'knex';
import { insertUser } from '../../src/db/access/users';
import { createClient } from '../../src/db/shared/client';
import { readSchema } from '../../src/connectors/sql/schema';
import { proveAtCounter } from '../../src/usecases/identity/identity';
import { openRequest } from '../../src/usecases/intake/openRequest';
import { addSystem } from '../../src/usecases/systems/addSystem';
import { changeSearching } from '../../src/usecases/systems/changeSystem';
import { confirmFields, readFields } from '../../src/usecases/systems/classify';
import { readSystem } from '../../src/usecases/systems/readSystems';
import { confirmReferences } from '../../src/usecases/systems/references';
import { traceView } from '../../src/usecases/trace/traceView';
import { startTrace } from '../../src/usecases/trace/startTrace';
import { emptyDatabase, testWorld } from '../support/database';
import { must } from '../support/must';
import type { Filled, Foreign } from './foreign';
import { somebodies, type Somebody } from './people';

export interface SchemaMeasured {
  tables: number;
  people: number;
  /** Rows that are the traced people's, and how many of them were found. */
  own: { there: number; found: number };
  /** Rows that only speak of them. */
  mentions: { there: number; found: number };
  presented: number;
  /** Of what was presented, rows that neither are theirs nor speak of them. */
  strangers: number;
  /** Collections of rows that were missed, and of strangers' rows, with how many. */
  missed: Record<string, number>;
  wrong: Record<string, number>;
}

/**
 * Reads the schema into a database of its own, fills it with people, has it added, read, and everything confirmed as it is proposed, and
 * traces some of them.
 *
 * @param folder where the packages are unpacked
 */
export async function measureSchema(
  foreign: Foreign,
  folder: string,
  seed: number,
  traced: number,
): Promise<SchemaMeasured> {
  const database = await emptyDatabase(`foreign_${foreign.packages[0]!.replace(/\W/g, '_')}`);
  const world = await testWorld(`about_${foreign.packages[0]!.replace(/\W/g, '_')}`);
  try {
    for (const file of foreign.files) readIn(database.url, join(folder, file));
    const people = somebodies(seed, 60);
    const knex = createClient(database.url, 1);
    const truth = await fill(knex, foreign.fill(people));
    const tables = (await readSchema(knex)).length;
    await knex.destroy();

    const admin = world.user('usr_ib', 'administrator');
    const coordinator = world.user('usr_signe', 'coordinator', 'supervisor');
    await world.worker.transaction((h) =>
      insertUser(h, {
        id: 'usr_signe',
        email: 'signe@larkmere.example',
        name: 'Signe',
        password_hash: 'x',
        roles: ['coordinator'],
        active: true,
        created_at: '2026-01-01T00:00:00Z',
      }),
    );
    const system = must(
      await addSystem(admin, {
        kind: 'sql',
        name: 'Foreign',
        country: 'DK',
        owner: 'Bo Iversen',
        ownerEmail: 'bo@larkmere.example',
        settings: { url: database.url },
      }),
    ).id;
    must(await readFields(admin, { id: system }));
    const view = must(await readSystem(admin, { id: system }));
    for (const collection of new Set(view.fields.map((field) => field.collection))) {
      const own = view.fields.filter((field) => field.collection === collection);
      must(
        await confirmFields(admin, {
          system,
          collection,
          holds: Object.fromEntries(own.map(({ field, proposed }) => [field, proposed])),
          roles: Object.fromEntries(own.map(({ field, role }) => [field, role])),
        }),
      );
    }
    if (view.references.length > 0) must(await confirmReferences(admin, { system, references: view.references }));
    must(await changeSearching(admin, { system, isTraced: true, searchesInactive: true, inactive: null }));

    const counted: SchemaMeasured = {
      tables,
      people: traced,
      own: { there: 0, found: 0 },
      mentions: { there: 0, found: 0 },
      presented: 0,
      strangers: 0,
      missed: {},
      wrong: {},
    };
    for (const person of people.slice(0, traced)) count(counted, person, truth, new Set(await placesOf(person)));
    return counted;

    async function placesOf({ given, family, email, phone }: Somebody): Promise<string[]> {
      const { ref } = must(
        await openRequest(coordinator, {
          right: 'access',
          receivedAt: world.worker.clock.now(),
          channel: 'phone',
          person: { givenName: given, familyName: family, emails: [email], phones: [phone] },
          text: null,
          language: 'en',
        }),
      );
      must(await proveAtCounter(coordinator, { ref, document: 'passport', seen: 'in-person' }));
      must(await startTrace(coordinator, { ref }));
      await world.drain();
      return must(await traceView(coordinator, { ref }))!
        .matches.filter((match) => match.system === system)
        .map(({ place }) => place);
    }
  } finally {
    await world.close();
    await database.drop();
  }
}

function count(
  counted: SchemaMeasured,
  { n }: Somebody,
  truth: ReadonlyMap<string, Filled>,
  presented: ReadonlySet<string>,
): void {
  const note = (where: Record<string, number>, place: string) =>
    void (where[place.split('/')[0]!] = (where[place.split('/')[0]!] ?? 0) + 1);
  for (const [place, { of, speaksOf }] of truth) {
    const kind = of.includes(n) ? counted.own : speaksOf.includes(n) ? counted.mentions : null;
    if (!kind) continue;
    kind.there++;
    if (presented.has(place)) kind.found++;
    else note(counted.missed, place);
  }
  for (const place of presented) {
    counted.presented++;
    const row = truth.get(place);
    if (row && (row.of.includes(n) || row.speaksOf.includes(n))) continue;
    counted.strangers++;
    note(counted.wrong, place);
  }
}

/** What a package's own installation would do; roles and languages it asks for that are not here are left out. */
function readIn(url: string, file: string): void {
  const { status, stderr, error } = spawnSync('/usr/bin/psql', ['-X', '-q', '-f', file, url], {
    encoding: 'utf8',
    maxBuffer: 64 * 1024 * 1024,
  });
  if (error || status !== 0) throw new Error(`${file} could not be read in: ${error?.message ?? stderr.slice(0, 500)}`);
}

/** Puts the rows in and says at which place each is. Triggers and checks across tables wait: what they would add is no row of ours. */
async function fill(knex: Knex, rows: readonly Filled[]): Promise<Map<string, Filled>> {
  const tables = new Map((await readSchema(knex)).map((table) => [table.name, table]));
  const truth = new Map<string, Filled>();
  await knex.raw('set session_replication_role = replica');
  for (const row of rows) {
    const table = tables.get(row.table);
    if (!table) throw new Error(`There is no table ${row.table}.`);
    const values = { ...(await neutral(knex, row.table, Object.keys(row.values))), ...row.values };
    const keys = table.keyColumns;
    const key =
      keys.length === 0
        ? 'md5((??.*)::text)'
        : keys.length === 1
          ? '??::text'
          : `jsonb_build_array(${keys.map(() => '??::text').join(', ')})::text`;
    const inserted: { place: string }[] = await knex(row.table)
      .insert(values)
      .returning(knex.raw(`${key} as place`, keys.length === 0 ? [row.table] : [...keys]));
    truth.set(`${row.table}/${inserted[0]!.place}`, row);
  }
  await knex.raw('set session_replication_role = origin');
  return truth;
}

const known = new WeakMap<Knex, Map<string, { name: string; type: string }[]>>();

/** Nothing-saying values for columns that must be filled and are not. */
async function neutral(knex: Knex, table: string, given: readonly string[]): Promise<Record<string, unknown>> {
  const tables = known.get(knex) ?? new Map<string, { name: string; type: string }[]>();
  known.set(knex, tables);
  if (!tables.has(table)) {
    const { rows }: { rows: { name: string; type: string }[] } = await knex.raw(
      `select column_name as name, data_type as type from information_schema.columns where table_schema = 'public' and table_name = ? and is_nullable = 'NO' and column_default is null and is_generated = 'NEVER'`,
      [table],
    );
    tables.set(table, rows);
  }
  const empty = (type: string) =>
    /int|numeric|double|real/.test(type) ? 0 : /bool/.test(type) ? false : /time|date/.test(type) ? '2026-09-01' : '';
  return Object.fromEntries(
    tables
      .get(table)!
      .filter(({ name }) => !given.includes(name))
      .map(({ name, type }) => [name, empty(type)]),
  );
}
