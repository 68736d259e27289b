import { testWorld, type TestWorld } from '../../../test/support/database';
import type { FoundRecord, SearchKey } from '../../ports/connector';
import { conditionsFor } from './conditions';
import { postgres } from './postgres';
import { readSchema } from './schema';
import { sqlConnector } from './sqlConnector';

// A schema of no program we know: other names, a circle, a composite key, a table of things that have names.
const SCHEMA = `
  create schema if not exists public;
  create table riders (rider_id serial primary key, forename text not null, surname text not null,
    contact_email text, mobile varchar(40), born_on date, home_town int, favourite int);
  create table trips (id serial primary key, rider_id int not null references riders, remark text);
  create table trip_stops (id serial primary key, trip_id int not null references trips, place text);
  create table bikes (id serial primary key, name text not null, owner int references riders);
  alter table riders add foreign key (favourite) references bikes;
  create table ratings (rider_id int not null, trip_id int not null, stars int, primary key (rider_id, trip_id));
  create table parts (id serial primary key, name text not null);
  insert into riders (forename, surname, contact_email, mobile, born_on)
    values ('Mette', 'Holmgaard', 'Mette@Mail.example', '10 12 34 56', '1987-03-14'),
    ('Jonas', 'Vind', 'jonas@inbox.example', null, null),
    ('Mette', 'Holmgaard', 'mh@post.example', null, '1962-07-30');
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
  for await (const batch of connector.search(keys.map(([kind, value]) => ({ kind, value, scope: '' }))))
    found.push(...batch.records);
  return found;
}
const places = (records: FoundRecord[]) => records.map(({ collection, key }) => `${collection}/${key}`).sort();
const PERSON = { givenName: 'Mette', familyName: 'Holmgaard', emails: ['mette@mail.example'], phones: ['+4510123456'] };

test('a schema nobody here designed is read: what holds a person, what refers to what', async () => {
  const tables = await readSchema(world.knex);
  const riders = tables.find(({ name }) => name === 'riders')!;
  expect(Object.fromEntries(riders.columns.map(({ name, holds }) => [name, holds]))).toMatchObject({
    forename: 'given-name',
    surname: 'family-name',
    contact_email: 'email',
    mobile: 'phone',
    born_on: 'birth-date',
    home_town: null,
  });
  expect(tables.find(({ name }) => name === 'parts')!.columns.every(({ holds }) => holds === null)).toBe(true);
  expect(riders.references).toEqual([
    expect.objectContaining({ columns: ['favourite'], toTable: 'bikes', nullable: true }),
  ]);
});

test('by address or number, with all that hangs on it, and nothing of anybody else', async () => {
  const expected = ['bikes/1', 'riders/1', 'trip_stops/1', 'trip_stops/2', 'trips/1'];
  expect(places(await search(['email', 'mette@mail.example']))).toEqual(expected);
  expect(places(await search(['phone', '+4510123456']))).toEqual(expected);
});

test('by name: both namesakes, and no product of that name', async () => {
  const found = await search(['name', 'Mette Holmgaard']);
  expect(places(found.filter(({ parent }) => !parent))).toEqual(['riders/1', 'riders/3']);
  expect(found.find(({ key, collection }) => collection === 'riders' && key === '1')!.person).toMatchObject({
    givenName: 'Mette',
    birthDate: '1987-03-14',
    emails: ['Mette@Mail.example'],
  });
});

test(
  'by name with a letter wrong, missing or too much, without letters a keyboard lacks, or with the ' +
    'first letter of the given name',
  async () => {
    for (const name of ['Mette Holmgard', 'Mette Holmgaardt', 'Mette Holmgaerd', 'Mete Holmgård', 'METTE HOLMGAARD'])
      expect([name, places((await search(['name', name])).filter(({ parent }) => !parent))]).toEqual([
        name,
        name.startsWith('Mete ') ? [] : ['riders/1', 'riders/3'],
      ]);
    await world.knex('riders').insert([
      { forename: 'M.', surname: 'Holmgaard' },
      { forename: 'Jørgen', surname: 'Ørskov' },
    ]);
    expect(places((await search(['name', 'Mette Holmgaard'])).filter(({ parent }) => !parent)).length).toBe(3);
    expect(places(await search(['name', 'Jorgen Oerskov']))).toEqual([]);
    expect(places(await search(['name', 'Jørgen Ørskow']))).toHaveLength(1);
    await world.knex('riders').whereNull('contact_email').delete();
  },
);

test('wildcards and quotes in a key are only letters', async () => {
  expect(await search(['name', "% '; drop"], ['email', "x' or '1'='1"])).toEqual([]);
  const [riders] = (await readSchema(world.knex)).filter(({ name }) => name === 'riders');
  expect(
    conditionsFor(riders!, [{ kind: 'name', value: '10% off_', scope: '' }], 'sys_x', postgres)
      .flatMap(({ values }) => values)
      .flat(),
  ).toContain('10\\%%');
});

test('anonymising clears every sign of the person, also in running text, and can be asked again', async () => {
  const rider = { collection: 'riders', key: '1' };
  const trip = { collection: 'trips', key: '1' };
  expect(await connector.isAnonymised!(rider, 'tok')).toBe(false);
  for (let n = 0; n < 2; n++) await connector.anonymise!(rider, { idempotencyKey: 'a', token: 'tok', person: PERSON });
  await connector.anonymise!(trip, { idempotencyKey: 'b', token: 'tok', person: PERSON });
  expect(await connector.isAnonymised!(rider, 'tok')).toBe(true);
  expect(await world.knex('riders').where({ rider_id: 1 }).first()).toMatchObject({
    forename: 'tok',
    surname: 'tok',
    contact_email: null,
    mobile: null,
    born_on: null,
  });
  expect(await world.knex('trips').where({ id: 1 }).first()).toMatchObject({ remark: null });
  expect(await search(['email', 'mette@mail.example'], ['phone', '+4510123456'])).toEqual([]);
});

test('how many look alike once anonymised is counted', async () => {
  expect(await connector.alike!({ collection: 'riders', key: '2' })).toBe(3);
});

test('a circle is broken where a reference can be cleared', async () => {
  await connector.erase!({ collection: 'trip_stops', key: '1' }, { idempotencyKey: 'c', releasedBy: [] });
  await connector.erase!({ collection: 'trip_stops', key: '2' }, { idempotencyKey: 'c', releasedBy: [] });
  await connector.erase!({ collection: 'trips', key: '1' }, { idempotencyKey: 'd', releasedBy: [] });
  await expect(
    connector.erase!({ collection: 'bikes', key: '1' }, { idempotencyKey: 'e', releasedBy: [] }),
  ).rejects.toMatchObject({ name: 'ConnectorError' });
  await connector.erase!(
    { collection: 'riders', key: '1' },
    { idempotencyKey: 'f', releasedBy: [{ collection: 'bikes', key: '1' }] },
  );
  await connector.erase!({ collection: 'bikes', key: '1' }, { idempotencyKey: 'g', releasedBy: [] });
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

test('what another system answers is written to no log: a name that somebody typed stands in it', async () => {
  const said: unknown[] = [];
  const before = { log: console.log, warn: console.warn, error: console.error };
  Object.assign(console, {
    log: (...words: unknown[]) => said.push(words),
    warn: (...words: unknown[]) => said.push(words),
    error: (...words: unknown[]) => said.push(words),
  });
  try {
    const url = new URL(world.url);
    url.username = 'mette.holmgaard';
    url.password = 'wrong';
    const wrong = sqlConnector('sys_x', { url: url.toString() });
    await expect(wrong.describe()).rejects.toMatchObject({ kind: expect.any(String) });
    await wrong.close();
  } finally {
    Object.assign(console, before);
  }
  expect(said).toEqual([]);
});

test('a text speaks of somebody by whole words, however their letters are written', async () => {
  const remarks = [
    'with Joergen Oerskov',
    'with JØRGEN ØRSKOVS brother',
    'with Jorgen Orskovsen',
    'paid by amette@mail.example',
  ];
  await world.knex('trips').insert(remarks.map((remark) => ({ rider_id: 3, remark })));
  const confirmed = sqlConnector('sys_x', { url: world.url }, { trips: { remark: 'free-text' } });
  const found: FoundRecord[] = [];
  const keys: SearchKey[] = [
    { kind: 'name', value: 'Jørgen Ørskov', scope: '' },
    { kind: 'email', value: 'mette@mail.example', scope: '' },
  ];
  for await (const { records } of confirmed.search(keys)) found.push(...records);
  await confirmed.close();
  const said = (remark: string) => found.find(({ fields }) => fields['remark'] === remark)?.person ?? {};
  expect(remarks.map((remark) => [said(remark).familyName ?? null, said(remark).emails ?? []])).toEqual([
    ['Ørskov', []],
    ['Ørskov', []],
    [null, []],
    [null, []],
  ]);
  await world.knex('trips').whereIn('remark', remarks).delete();
});

test('a table that is gone meanwhile is a wrong answer, not a crash', async () => {
  await expect(connector.read({ collection: 'no_such_table', key: '1' })).rejects.toMatchObject({
    kind: 'wrong-answer',
  });
});

// What a database that has grown for years may hold: several schemas, keys of two columns, references to what is
// unique but no key, a table without any key, a partitioned one.
const OLD = `
  create schema club;
  create schema "old Archive";
  create table club.members (branch int, number int, mail text, note text, card text unique,
    primary key (branch, number));
  create table club.visits (id serial primary key, branch int, number int, visited_on date,
    foreign key (branch, number) references club.members (branch, number));
  create table club.card_uses (id serial primary key, card text references club.members (card), place text);
  create table "old Archive"."Leads 2019" ("E-Mail" text, remark text);
  create table club.logins (at date, email text, primary key (at, email)) partition by range (at);
  create table club.logins_2026 partition of club.logins for values from ('2026-01-01') to ('2027-01-01');
  create table club.contacts (id serial primary key, mail text);
  create table club.sponsors (firm text) inherits (club.contacts);
  insert into club.contacts (mail) values ('eva@mail.example');
  insert into club.sponsors (mail, firm) values ('per@mail.example', 'Vind');
  insert into club.members values (1, 7, 'ida@mail.example', 'asked for ida.work@inbox.example to be used',
    'K-77'), (1, 8, 'bo@mail.example', 'friend of ida@mail.example', 'K-78');
  insert into club.visits (branch, number, visited_on) values (1, 7, '2026-01-02'), (1, 8, '2026-01-03');
  insert into club.card_uses (card, place) values ('K-77', 'Randers'), ('K-78', 'Vejle');
  insert into "old Archive"."Leads 2019" values ('ida@mail.example', 'fair'), ('ida@mail.example', 'call'),
    (null, 'x');
  insert into club.logins values ('2026-03-01', 'ida@mail.example');
`;

describe('a database that has grown for years', () => {
  let other: TestWorld;
  let old: ReturnType<typeof sqlConnector>;
  const found = async (target: typeof old, ...keys: [SearchKey['kind'], string][]) => {
    const all: FoundRecord[] = [];
    for await (const batch of target.search(keys.map(([kind, value]) => ({ kind, value, scope: '' }))))
      all.push(...batch.records);
    return all;
  };
  beforeAll(async () => {
    other = await testWorld('sqlold');
    await other.knex.raw('drop schema public cascade');
    await other.knex.raw(OLD);
    old = sqlConnector('sys_y', { url: other.url });
  });
  afterAll(async () => {
    await old.close();
    await other.close();
  });

  test('every schema is searched, whatever its keys are; a partition is no table of its own', async () => {
    const records = await found(old, ['email', 'ida@mail.example']);
    expect(places(records).filter((place) => !place.startsWith('old'))).toEqual([
      'club.card_uses/1',
      'club.logins/["2026-03-01", "ida@mail.example"]',
      'club.members/["1", "7"]',
      'club.visits/1',
    ]);
    expect(
      records
        .filter(({ collection }) => collection === 'old Archive.Leads 2019')
        .map(({ fields }) => fields['remark'])
        .sort(),
    ).toEqual(['call', 'fair']);
    expect(records.find(({ collection }) => collection === 'club.visits')).toMatchObject({
      parent: { collection: 'club.members', key: '["1", "7"]' },
      refersTo: [{ collection: 'club.members', key: '["1", "7"]' }],
    });
    expect(records.find(({ collection }) => collection === 'club.card_uses')!.refersTo).toEqual([
      { collection: 'club.members', key: '["1", "7"]', nullable: true },
    ]);
    for (const { collection, key, fields } of records)
      expect((await old.read({ collection, key }))!.fields).toEqual(fields);
  });

  test('a row of a table that inherits is found once, where it lies', async () => {
    expect(places(await found(old, ['email', 'per@mail.example'])).map((place) => place.split('/')[0])).toEqual([
      'club.sponsors',
    ]);
    const [sponsor] = await found(old, ['email', 'per@mail.example']);
    expect(sponsor!.fields).toMatchObject({ firm: 'Vind' });
    expect(places(await found(old, ['email', 'eva@mail.example']))).toEqual(['club.contacts/1']);
    expect(await old.read({ collection: sponsor!.collection, key: sponsor!.key })).toMatchObject({
      fields: { mail: 'per@mail.example' },
    });
  });

  test('only the schemas that were named', async () => {
    const some = sqlConnector('sys_y', { url: other.url, schemas: 'old Archive' });
    expect((await some.describe()).collections.map(({ name }) => name)).toEqual(['old Archive.Leads 2019']);
    await some.close();
  });

  test('what people confirmed is stronger than names: running text is searched, and a field can be left out', async () => {
    const confirmed = sqlConnector(
      'sys_y',
      { url: other.url },
      { 'club.members': { note: 'free-text' }, 'old Archive.Leads 2019': { 'E-Mail': null } },
    );
    expect(places(await found(confirmed, ['email', 'ida.work@inbox.example']))).toEqual(['club.members/["1", "7"]']);
    const both = await found(confirmed, ['email', 'ida@mail.example']);
    expect(places(both.filter(({ parent }) => !parent))).toEqual([
      'club.logins/["2026-03-01", "ida@mail.example"]',
      'club.members/["1", "7"]',
      'club.members/["1", "8"]',
    ]);
    // It speaks of her, and is not of her: its own address says whose it is.
    expect(both.find(({ key }) => key === '["1", "8"]')!.person.emails).toEqual(['bo@mail.example']);
    await confirmed.close();
  });

  test('samples are records as they come', async () => {
    expect(await old.sample!('club.members', 1)).toEqual([
      {
        branch: '1',
        number: '7',
        mail: 'ida@mail.example',
        note: 'asked for ida.work@inbox.example to be used',
        card: 'K-77',
      },
    ]);
  });

  test('what has no key is erased by all it says, and a reference of two columns is emptied', async () => {
    const leads = (await found(old, ['email', 'ida@mail.example'])).filter(({ collection }) =>
      collection.startsWith('old'),
    );
    await old.erase!(leads[0]!, { idempotencyKey: 'a', releasedBy: [] });
    expect(await old.isErased(leads[0]!)).toBe(true);
    expect(await old.isErased(leads[1]!)).toBe(false);
    await old.anonymise!(leads[1]!, { idempotencyKey: 'b', token: 'tok', person: { emails: ['ida@mail.example'] } });
    expect(await old.isAnonymised!(leads[1]!, 'tok')).toBe(true);
    expect(await other.knex.withSchema('old Archive').from('Leads 2019').whereNotNull('E-Mail')).toEqual([]);
    await old.erase!(
      { collection: 'club.logins', key: '["2026-03-01", "ida@mail.example"]' },
      { idempotencyKey: 'c', releasedBy: [] },
    );
    expect(await other.knex.withSchema('club').from('logins_2026')).toEqual([]);
  });
});
