import { testWorld, type TestWorld } from '../../../test/support/database';
import type { FoundRecord, SearchKey } from '../../ports/connector';
import { conditionsFor } from './conditions';
import { readSchema } from './schema';
import { sqlConnector } from './sqlConnector';

// A schema of no program we know: other names, a circle, a composite key, a table of things that have names.
const SCHEMA = `
  create schema if not exists public;
  create table riders (rider_id serial primary key, forename text not null, surname text not null, contact_email text, mobile varchar(40), born_on date, home_town int, favourite int);
  create table trips (id serial primary key, rider_id int not null references riders, remark text);
  create table trip_stops (id serial primary key, trip_id int not null references trips, place text);
  create table bikes (id serial primary key, name text not null, owner int references riders);
  alter table riders add foreign key (favourite) references bikes;
  create table ratings (rider_id int not null, trip_id int not null, stars int, primary key (rider_id, trip_id));
  create table parts (id serial primary key, name text not null);
  insert into riders (forename, surname, contact_email, mobile, born_on) values ('Mette', 'Holmgaard', 'Mette@Mail.example', '10 12 34 56', '1987-03-14'), ('Jonas', 'Vind', 'jonas@inbox.example', null, null), ('Mette', 'Holmgaard', 'mh@post.example', null, '1962-07-30');
  insert into bikes (name, owner) values ('Blue tourer', 1);
  update riders set favourite = 1 where rider_id = 1;
  insert into trips (rider_id, remark) values (1, 'with mette@mail.example along'), (2, 'alone');
  insert into trip_stops (trip_id, place) values (1, 'Samsø'), (1, 'Ebeltoft'), (2, 'Aalborg');
  insert into parts (name) values ('Mette Holmgaard saddle');
`;

let world: TestWorld;
let connector: ReturnType<typeof sqlConnector>;
beforeAll(async () => {
  world = await testWorld('sql');
  await world.knex.raw('drop schema public cascade');
  await world.knex.raw('create schema public');
  await world.knex.raw(SCHEMA);
  connector = sqlConnector('sys_x', { url: world.url });
});
afterAll(async () => {
  await connector.close();
  await world.close();
});

async function search(...keys: [SearchKey['kind'], string][]): Promise<FoundRecord[]> {
  const found: FoundRecord[] = [];
  for await (const batch of connector.search(keys.map(([kind, value]) => ({ kind, value, scope: '' })))) found.push(...batch.records);
  return found;
}
const places = (records: FoundRecord[]) => records.map(({ collection, key }) => `${collection}/${key}`).sort();
const PERSON = { givenName: 'Mette', familyName: 'Holmgaard', emails: ['mette@mail.example'], phones: ['+4510123456'] };

test('a schema nobody here designed is read: what holds a person, what refers to what', async () => {
  const tables = await readSchema(world.knex);
  const riders = tables.find(({ name }) => name === 'riders')!;
  expect(Object.fromEntries(riders.columns.map(({ name, holds }) => [name, holds]))).toMatchObject({ forename: 'given-name', surname: 'family-name', contact_email: 'email', mobile: 'phone', born_on: 'birth-date', home_town: null });
  expect(tables.find(({ name }) => name === 'parts')!.columns.every(({ holds }) => holds === null)).toBe(true);
  expect(riders.references).toEqual([expect.objectContaining({ column: 'favourite', toTable: 'bikes', nullable: true })]);
});

test('by address or number, with all that hangs on it, and nothing of anybody else', async () => {
  const expected = ['bikes/1', 'riders/1', 'trip_stops/1', 'trip_stops/2', 'trips/1'];
  expect(places(await search(['email', 'mette@mail.example']))).toEqual(expected);
  expect(places(await search(['phone', '+4510123456']))).toEqual(expected);
});

test('by name: both namesakes, and no product of that name', async () => {
  const found = await search(['name', 'Mette Holmgaard']);
  expect(places(found.filter(({ parent }) => !parent))).toEqual(['riders/1', 'riders/3']);
  expect(found.find(({ key, collection }) => collection === 'riders' && key === '1')!.person).toMatchObject({ givenName: 'Mette', birthDate: '1987-03-14', emails: ['Mette@Mail.example'] });
});

test('wildcards and quotes in a key are only letters', async () => {
  expect(await search(['name', "% '; drop"], ['email', "x' or '1'='1"])).toEqual([]);
  const [riders] = (await readSchema(world.knex)).filter(({ name }) => name === 'riders');
  expect(conditionsFor(riders!, [{ kind: 'name', value: '10% off_', scope: '' }], 'sys_x').flatMap(({ values }) => values)).toContain('10\\%%');
});

test('anonymising clears every sign of the person, also in running text, and can be asked again', async () => {
  const rider = { collection: 'riders', key: '1' };
  const trip = { collection: 'trips', key: '1' };
  expect(await connector.isAnonymised!(rider, 'tok')).toBe(false);
  for (let n = 0; n < 2; n++) await connector.anonymise!(rider, { idempotencyKey: 'a', token: 'tok', person: PERSON });
  await connector.anonymise!(trip, { idempotencyKey: 'b', token: 'tok', person: PERSON });
  expect(await connector.isAnonymised!(rider, 'tok')).toBe(true);
  expect(await world.knex('riders').where({ rider_id: 1 }).first()).toMatchObject({ forename: 'tok', surname: 'tok', contact_email: null, mobile: null, born_on: null });
  expect(await world.knex('trips').where({ id: 1 }).first()).toMatchObject({ remark: null });
  expect(await search(['email', 'mette@mail.example'], ['phone', '+4510123456'])).toEqual([]);
});

test('how many look alike once anonymised is counted', async () => {
  expect(await connector.alike!({ collection: 'riders', key: '2' })).toBe(3);
});

test('a circle is broken where a reference can be cleared', async () => {
  await connector.erase!({ collection: 'trip_stops', key: '1' }, { idempotencyKey: 'c', clearFirst: [] });
  await connector.erase!({ collection: 'trip_stops', key: '2' }, { idempotencyKey: 'c', clearFirst: [] });
  await connector.erase!({ collection: 'trips', key: '1' }, { idempotencyKey: 'd', clearFirst: [] });
  await expect(connector.erase!({ collection: 'bikes', key: '1' }, { idempotencyKey: 'e', clearFirst: [] })).rejects.toMatchObject({ name: 'ConnectorError' });
  await world.knex('bikes').update({ owner: null });
  await connector.erase!({ collection: 'riders', key: '1' }, { idempotencyKey: 'f', clearFirst: [{ collection: 'bikes', key: '1' }] });
  await connector.erase!({ collection: 'bikes', key: '1' }, { idempotencyKey: 'g', clearFirst: [] });
  expect(await connector.isErased({ collection: 'riders', key: '1' })).toBe(true);
  expect(await world.knex('riders').count('* as n')).toEqual([{ n: 2 }]);
});

test('a wrong password and an absent server are said as what they are', async () => {
  const address = new URL(world.url);
  address.password = 'wrong';
  const locked = sqlConnector('sys_x', { url: address.toString() });
  await expect(locked.describe()).rejects.toMatchObject({ kind: 'not-allowed' });
  await locked.close();
  const away = sqlConnector('sys_x', { url: 'postgres://x:y@127.0.0.1:9/z' });
  await expect(away.describe()).rejects.toMatchObject({ kind: 'refused' });
  await away.close();
});

test('a table that is gone meanwhile is a wrong answer, not a crash', async () => {
  await expect(connector.read({ collection: 'no_such_table', key: '1' })).rejects.toMatchObject({ kind: 'wrong-answer' });
});
