import { mariadbWorld, type MariadbWorld } from '../../../test/support/servers';
import type { FieldHolds, FoundRecord, SearchKey } from '../../ports/connector';
import { sqlConnector } from './sqlConnector';

// A schema of no program we know, as a shop on MariaDB may have it: an enum, a table without a key, keys that differ in case alone,
// a reference of two columns, a circle, instants and days, numbers of nineteen digits.
const SCHEMA = `
  create table potters (id int auto_increment primary key, first_name varchar(60) not null, last_name varchar(60) not null,
    email varchar(120), phone varchar(40), born date, subscribed tinyint(1) not null default 0, kind enum('buyer','guest') not null,
    favourite int, seen_at timestamp null) engine=innodb;
  create table pots (id int auto_increment primary key, name varchar(60) not null, owner int,
    foreign key (owner) references potters (id));
  alter table potters add constraint likes foreign key (favourite) references pots (id);
  create table orders (id bigint primary key, potter_id int not null, note text, placed_at datetime, total decimal(10,2),
    constraint of_whom foreign key (potter_id) references potters (id));
  create table order_lines (id int auto_increment primary key, order_id bigint not null, pot int,
    foreign key (order_id) references orders (id) on delete cascade,
    foreign key (pot) references pots (id));
  create table cards (shop int, number int, email varchar(120), primary key (shop, number));
  create table visits (id int auto_increment primary key, shop int, number int, day date, foreign key (shop,
    number) references cards (shop, number));
  create table leads (email varchar(120), remark text);
  create table codes (code varchar(20) collate utf8mb4_bin primary key, email varchar(120));
  insert into potters (first_name, last_name, email, phone, born, kind, subscribed, seen_at) values
    ('Mette', 'Holmgaard', 'Mette@Mail.example', '10 12 34 56', '1987-03-14', 'buyer', 1, '2026-03-01 10:00:00'),
    ('Jonas', 'Vind', 'jonas@inbox.example', null, null, 'guest', 0, null),
    ('Mette', 'Holmgaard', 'mh@post.example', null, '1962-07-30', 'buyer', 1, null);
  insert into pots (name, owner) values ('Blue bowl', 1);
  update potters set favourite = 1 where id = 1;
  insert into orders values (9007199254740993, 1, 'for mette@mail.example', '2026-01-02 09:30:00', 12.50),
    (9007199254740992, 2, 'with Jørgen Ørskov', '2026-01-03 09:30:00', 8.00);
  insert into order_lines (order_id, pot) values (9007199254740993, 1), (9007199254740992, null);
  insert into cards values (1, 7, 'mette@mail.example'), (1, 8, 'bo@mail.example');
  insert into visits (shop, number, day) values (1, 7, '2026-01-02'), (1, 8, '2026-01-03');
  insert into leads values ('mette@mail.example', 'fair'), ('mette@mail.example', null), (null, 'x');
  insert into codes values ('abc', 'mette@mail.example'), ('ABC', 'bo@mail.example');
`;

const PERSON = { givenName: 'Mette', familyName: 'Holmgaard', emails: ['mette@mail.example'], phones: ['+4510123456'] };

let db: MariadbWorld;
let connector: ReturnType<typeof sqlConnector>;
beforeEach(async () => {
  db = await mariadbWorld('pots');
  await db.run(SCHEMA);
  connector = sqlConnector('sys_pots', { url: db.url, flag: 'potters.subscribed=newsletter' });
});
afterEach(async () => {
  await connector.close();
  await db.close();
});

async function search(
  keys: [SearchKey['kind'], string][],
  confirmed: FieldHolds | null = null,
): Promise<FoundRecord[]> {
  const own = confirmed ? sqlConnector('sys_pots', { url: db.url }, confirmed) : connector;
  const found: FoundRecord[] = [];
  for await (const { records } of own.search(keys.map(([kind, value]) => ({ kind, value, scope: '' }))))
    found.push(...records);
  if (confirmed) await own.close();
  return found;
}
const places = (records: FoundRecord[]) => records.map(({ collection, key }) => `${collection}/${key}`).sort();

test('a schema nobody here designed is read: columns, keys, references and what they do', async () => {
  const { collections } = await connector.describe();
  const potters = collections.find(({ name }) => name === 'potters')!;
  expect(Object.fromEntries(potters.fields.map(({ name, holds }) => [name, holds]))).toMatchObject({
    first_name: 'given-name',
    last_name: 'family-name',
    email: 'email',
    phone: 'phone',
    kind: null,
  });
  expect(potters.keys).toEqual([['id']]);
  expect(collections.find(({ name }) => name === 'visits')!.references).toEqual([
    { fields: ['shop', 'number'], to: 'cards', toFields: ['shop', 'number'] },
  ]);
});

test('by address, number or name, with all that hangs on it; keys of nineteen digits are not rounded', async () => {
  const byMail = places(await search([['email', 'mette@mail.example']]));
  expect(byMail.filter((place) => !place.startsWith('leads'))).toEqual([
    'cards/["1", "7"]',
    'codes/abc',
    'order_lines/1',
    'orders/9007199254740993',
    'pots/1',
    'potters/1',
    'visits/1',
  ]);
  expect(byMail.filter((place) => place.startsWith('leads'))).toHaveLength(2);
  expect(places(await search([['phone', '+4510123456']]))).toContain('potters/1');
  for (const name of ['Mette Holmgaard', 'Mette Holmgard', 'METTE HOLMGAARD'])
    expect(places((await search([['name', name]])).filter(({ parent }) => !parent))).toEqual([
      'potters/1',
      'potters/3',
    ]);
  expect(
    await search([
      ['name', "% '; drop"],
      ['email', "x' or '1'='1"],
    ]),
  ).toEqual([]);
});

test('what was found reads back the same: a day is a day, an instant says that it is one', async () => {
  for (const { collection, key, fields } of await search([['email', 'mette@mail.example']]))
    expect((await connector.read({ collection, key }))!.fields).toMatchObject(
      Object.fromEntries(Object.entries(fields).filter(([name]) => !name.includes('.'))),
    );
  const potter = (await connector.read({ collection: 'potters', key: '1' }))!;
  expect(potter.fields).toMatchObject({ born: '1987-03-14', seen_at: '2026-03-01T10:00:00Z' });
  const order = (await connector.read({ collection: 'orders', key: '9007199254740993' }))!;
  expect(order.fields).toMatchObject({ placed_at: '2026-01-02 09:30:00', total: '12.50' });
});

test('running text speaks of somebody by whole words, however their letters are written', async () => {
  await db.run(
    `insert into orders values (1, 2, 'with Joergen Oerskov', null, 1), (2, 2, 'with Jorgen Orskovsen', null, 1), (3,
      2, 'JØRGEN ØRSKOVS brother', null, 1)`,
  );
  const found = await search([['name', 'Jørgen Ørskov']], { orders: { note: 'free-text' } });
  expect(places(found.filter(({ parent, collection }) => !parent && collection === 'orders'))).toEqual([
    'orders/1',
    'orders/3',
    'orders/9007199254740992',
  ]);
});

test('anonymising clears every sign of the person and can be asked again', async () => {
  const potter = { collection: 'potters', key: '1' };
  const order = { collection: 'orders', key: '9007199254740993' };
  expect(await connector.isAnonymised!(potter, 'tok')).toBe(false);
  for (let n = 0; n < 2; n++) await connector.anonymise!(potter, { idempotencyKey: 'a', token: 'tok', person: PERSON });
  await connector.anonymise!(order, { idempotencyKey: 'b', token: 'tok', person: PERSON });
  expect(await connector.isAnonymised!(potter, 'tok')).toBe(true);
  expect(await connector.isAnonymised!(potter, 'another')).toBe(false);
  const [row] = await db.run('select * from potters where id = 1');
  expect(row).toMatchObject({ first_name: 'tok', last_name: 'tok', email: null, phone: null, born: null });
  expect(await db.run('select note from orders where id = 9007199254740993')).toEqual([{ note: null }]);
  expect(await connector.alike!({ collection: 'potters', key: '2' })).toBe(3);
});

test('stand-ins fit the type of a column that may not be empty', async () => {
  await db.run(`create table strict_people (id int primary key, email varchar(14) not null, phone bigint not null,
    birth_date timestamp not null,
    born datetime not null, full_name char(6) not null, title enum('mr','mrs') not null,
      postcode smallint unsigned not null, fee decimal(6,2) not null)`);
  await db.run(
    `insert into strict_people values (1, 'a@mail.example', 4520304050, '1980-01-01 00:00:00', '1980-01-01', 'Lone D',
      'mrs', 8000, 12.5)`,
  );
  const confirmed = {
    strict_people: {
      phone: 'phone' as const,
      postcode: 'postcode' as const,
      birth_date: 'birth-date' as const,
      born: 'birth-date' as const,
      title: 'full-name' as const,
      fee: 'phone' as const,
    },
  };
  const own = sqlConnector('sys_pots', { url: db.url }, confirmed);
  const ref = { collection: 'strict_people', key: '1' };
  await own.anonymise!(ref, { idempotencyKey: 'a', token: 'Tok3nTok3nTo', person: PERSON });
  expect(await own.isAnonymised!(ref, 'Tok3nTok3nTo')).toBe(true);
  expect(await own.isAnonymised!(ref, 'another token')).toBe(false);
  expect(JSON.stringify(await db.run('select * from strict_people'))).not.toMatch(
    /a@mail|4520304050|1980|Lone|mrs|8000|12\.5/,
  );
  await own.close();
});

describe('erasing', () => {
  test('removes one row and no other: keys that differ in case alone are two', async () => {
    await connector.erase!({ collection: 'codes', key: 'abc' }, { idempotencyKey: 'a', releasedBy: [] });
    expect(await db.run('select code from codes')).toEqual([{ code: 'ABC' }]);
    expect(await connector.isErased({ collection: 'codes', key: 'abc' })).toBe(true);
    expect(await connector.isErased({ collection: 'codes', key: 'ABC' })).toBe(false);
  });

  test('a row without a key is known by all it says', async () => {
    const leads = (await search([['email', 'mette@mail.example']])).filter(({ collection }) => collection === 'leads');
    await connector.erase!(leads[0]!, { idempotencyKey: 'a', releasedBy: [] });
    expect(await db.run('select count(*) as n from leads')).toEqual([{ n: 2 }]);
    expect(await connector.isErased(leads[1]!)).toBe(false);
  });

  test('rows that the database would remove along are named, and nothing goes', async () => {
    const order = { collection: 'orders', key: '9007199254740993' };
    await expect(connector.erase!(order, { idempotencyKey: 'a', releasedBy: [] })).rejects.toMatchObject({
      kind: 'constraint',
      message: expect.stringContaining('order_lines'),
    });
    expect(await db.run('select count(*) as n from order_lines')).toEqual([{ n: 2 }]);
  });

  test('a reference in the way is named with table and column, and emptied where the plan says so', async () => {
    await expect(
      connector.erase!({ collection: 'potters', key: '1' }, { idempotencyKey: 'a', releasedBy: [] }),
    ).rejects.toMatchObject({
      kind: 'constraint',
      message: expect.stringMatching(/refers to potters \((of_whom|pots_ibfk_1)\)/),
    });
    await connector.erase!({ collection: 'order_lines', key: '1' }, { idempotencyKey: 'b', releasedBy: [] });
    await connector.erase!({ collection: 'orders', key: '9007199254740993' }, { idempotencyKey: 'c', releasedBy: [] });
    await connector.erase!(
      { collection: 'potters', key: '1' },
      { idempotencyKey: 'd', releasedBy: [{ collection: 'pots', key: '1' }] },
    );
    expect(await db.run('select owner from pots')).toEqual([{ owner: null }]);
  });

  test('rows that hold each other go together, unless something else still points at them', async () => {
    await db.run(`create table left_hand (id int primary key, other int not null, email varchar(60));
      create table right_hand (id int primary key, other int not null, foreign key (other) references left_hand (id));
      set foreign_key_checks = 0; alter table left_hand add foreign key (other) references right_hand (id);
      insert into left_hand values (1, 1, 'mette@mail.example'); insert into right_hand values (1, 1), (2,
        1); set foreign_key_checks = 1;`);
    const own = sqlConnector('sys_pots', { url: db.url });
    const both = [
      { collection: 'left_hand', key: '1' },
      { collection: 'right_hand', key: '1' },
    ];
    await expect(own.eraseTogether!(both, { idempotencyKey: 'a' })).rejects.toMatchObject({ kind: 'constraint' });
    expect(await db.run('select count(*) as n from left_hand')).toEqual([{ n: 1 }]);
    await db.run('delete from right_hand where id = 2');
    await own.eraseTogether!(both, { idempotencyKey: 'b' });
    expect(await db.run('select (select count(*) from left_hand) + (select count(*) from right_hand) as n')).toEqual([
      { n: 0 },
    ]);
    await own.close();
  });
});

test('a flag is read, set and gone through', async () => {
  const flags = [];
  for await (const part of connector.flags!()) flags.push(...part);
  expect(flags.map(({ key, permits }) => [key, permits])).toEqual([
    ['1', true],
    ['2', false],
    ['3', true],
  ]);
  await connector.applyChoice!('1', 'newsletter', false, { idempotencyKey: 'a' });
  expect(await connector.flagOf!('1', 'newsletter')).toBe(false);
});

test('how far some columns say what others say is counted, whatever their types', async () => {
  await db.run(
    `create table notes (id int primary key, whose varchar(20)); insert into notes values (1, '1'), (2, '1'), (3,
      '99'), (4, ''), (5, null)`,
  );
  const own = sqlConnector('sys_pots', { url: db.url });
  const ends = { collection: 'notes', fields: ['whose'], to: 'potters', toFields: ['id'], when: null };
  expect(await own.overlap!(ends)).toEqual({ values: 2, found: 1, most: 2 });
  await own.close();
});

test('a wrong password, a missing database and an absent server are said as what they are', async () => {
  const kindAt = async (change: Partial<URL>) => {
    const url = Object.assign(new URL(db.url), change).toString();
    const other = sqlConnector('sys_x', { url });
    const fault = await other.describe().then(
      () => 'reached',
      (error: { kind: string; message: string }) => `${error.kind}: ${error.message}`,
    );
    await other.close();
    return fault;
  };
  expect(await kindAt({ password: 'wrong' })).toMatch(/^not-allowed: .*ACCESS_DENIED/);
  expect(await kindAt({ pathname: '/no_such_database' })).toMatch(/^not-allowed/);
  expect(await kindAt({ port: '9' })).toMatch(/^refused/);
});

test('a table that is locked for long is a matter of time, and said so', async () => {
  await db.run('lock tables codes write');
  const began = Date.now();
  await expect(
    connector.erase!({ collection: 'codes', key: 'abc' }, { idempotencyKey: 'a', releasedBy: [] }),
  ).rejects.toMatchObject({ kind: 'time-out' });
  expect(Date.now() - began).toBeLessThan(25_000);
  await db.run('unlock tables');
}, 40_000);
