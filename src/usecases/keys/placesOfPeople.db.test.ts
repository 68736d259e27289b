import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { PLACES, SEALED_PLACES, type Ending } from '../../../test/support/placesOfPeople';
import { forgetPerson } from '../../db/people/persons';
import { forgetRequests } from '../../db/requests/forgetRequests';
import type { Handle } from '../../db/shared/handle';
import type { SealedValue } from './sealedValue';

let world: TestWorld;
beforeAll(async () => void (world = await testWorld('places')));
afterAll(() => world.close());

const SEALED = /_sealed$|^choice_sealed\.sealed$/;

/** Columns of the schema that could hold something of a person, as `table.column`. */
async function columns(): Promise<string[]> {
  const result: { rows: { place: string }[] } = await world.knex.raw(`
    select c.table_name || '.' || c.column_name as place from information_schema.columns c
      join information_schema.tables t using (table_schema, table_name)
    where c.table_schema = 'public' and t.table_type = 'BASE TABLE'
      and c.data_type in ('text', 'jsonb', 'json', 'ARRAY', 'bytea', 'character varying')
      and (c.table_name, c.column_name) not in (
        select u.table_name, u.column_name from information_schema.constraint_column_usage u
          join information_schema.check_constraints k using (constraint_name)
        union all
        select u.table_name, u.column_name from information_schema.key_column_usage u
          join information_schema.table_constraints k using (constraint_name) where k.constraint_type = 'FOREIGN KEY')
    order by 1`);
  return result.rows.map(({ place }) => place);
}

/** What is said of them. */
const said = new Map<string, Ending>([
  ...Object.entries(PLACES).flatMap(([table, groups]) =>
    Object.entries(groups).flatMap(([names, ending]) =>
      names.split(' ').map((name): [string, Ending] => [`${table}.${name}`, ending]),
    ),
  ),
  ...Object.entries(SEALED_PLACES),
]);

/** What the domains declare as sealed. */
async function declared(): Promise<Set<string>> {
  const found = new Set<string>();
  const rooms = join(__dirname, '..');
  for (const room of readdirSync(rooms)) {
    if (!readdirSync(join(rooms, room)).includes('sealed.ts')) continue;
    const values = Object.values((await import(join(rooms, room, 'sealed.ts'))) as object) as unknown[];
    for (const value of values as Partial<SealedValue<unknown, []>>[]) value.columns?.forEach((one) => found.add(one));
  }
  return found;
}

/** Tables and columns that a piece of work empties: `table` where rows go, `table.column` where values do. */
async function emptiedBy(work: (h: Handle) => Promise<void>): Promise<Set<string>> {
  const statements: string[] = [];
  const note = ({ sql }: { sql: string }) => void statements.push(sql);
  world.knex.client.on('query', note);
  await world.worker.transaction(work);
  world.knex.client.off('query', note);
  const emptied = new Set<string>();
  for (const sql of statements) {
    const gone = /^delete from "?(\w+)"?/.exec(sql)?.[1];
    if (gone) emptied.add(gone);
    const [, table, sets] = /^update "(\w+)" set (.*?)(?: where |$)/.exec(sql) ?? [];
    for (const [, column] of (sets ?? '').matchAll(/"(\w+)" = /g)) emptied.add(`${table}.${column}`);
  }
  return emptied;
}

/** What is wrong with the lists, in words. */
async function faults(): Promise<string[]> {
  const there = await columns();
  const named = await declared();
  const byRequest = await emptiedBy((h) => forgetRequests(h, ['req_nobody']));
  const byPerson = await emptiedBy((h) => forgetPerson(h, 'per_nobody', '2026-11-24T08:00:00Z'));
  const goes = (place: string, ending: Ending) => {
    const emptied = ending === 'request' ? byRequest : ending === 'person' ? byPerson : null;
    return !emptied || emptied.has(place) || emptied.has(place.split('.')[0]!);
  };
  return [
    ...there.filter((place) => !said.has(place)).map((place) => `nobody says how ${place} ends`),
    ...[...said.keys()].filter((place) => !there.includes(place)).map((place) => `${place} is not there`),
    ...there
      .filter((place) => SEALED.test(place) && !named.has(place))
      .map((place) => `no sealed.ts declares ${place}`),
    ...[...said]
      .filter(([place, ending]) => !goes(place, ending))
      .map(([place, e]) => `${place} stays after its ${e as string}`),
  ];
}

test('whatever can hold something of a person ends in a way that is said, and what is said happens', async () => {
  expect(await faults()).toEqual([]);
});

test('a column that nobody thought of is found', async () => {
  await world.knex.raw('alter table requests add column nickname text, add column mood_sealed bytea');
  expect((await faults()).sort()).toEqual([
    'no sealed.ts declares requests.mood_sealed',
    'nobody says how requests.mood_sealed ends',
    'nobody says how requests.nickname ends',
  ]);
  await world.knex.raw('alter table requests drop column nickname, drop column mood_sealed');
});
