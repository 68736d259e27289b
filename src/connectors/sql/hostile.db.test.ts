import { testWorld, type TestWorld } from '../../../test/support/database';
import { sqlConnector } from './sqlConnector';

let world: TestWorld;
let connector: ReturnType<typeof sqlConnector>;
beforeAll(async () => {
  world = await testWorld('hostile_sql');
  await world.knex.raw('drop schema public cascade');
  await world.knex.raw('create schema public');
  connector = sqlConnector('sys_h', { url: world.url });
});
afterAll(async () => {
  await connector.close();
  await world.close();
});

test('500 plain rows among 50 that a driver stumbles over: none is lost, and the search ends', async () => {
  await world.knex.raw(`
    create table members (id bigint primary key, email text, joined date, seen timestamptz, amount numeric,
      shape json, place point, tags text[], raw bytea, span interval, address inet, range int4range);
    insert into members (id, email, joined) select n, 'ida.kirk@mail.example', '2026-01-01'
      from generate_series(1, 500) n;
    insert into members (id, email, joined, seen, amount, shape, place, tags, raw, span, address, range)
      select 9007199254740000 + n, 'ida.kirk@mail.example',
      (array['infinity', '-infinity', '4713-01-01 BC', '5874897-01-01', '0001-01-01'])[1 + n % 5]::date,
        (array['infinity', '-infinity', '290000-01-01 00:00:00+00', '4000-01-01 BC',
        '2026-01-01'])[1 + n % 5]::timestamptz,
      (array['NaN', '1e1000', '-1e-300', 'Infinity', '0'])[1 + n % 5]::numeric,
        (array['{"__proto__": {"x": 1}}', '[[[[[]]]]]', '"\\u0041"', 'null', '1e999'])[1 + n % 5]::json,
      point(1e308, -1e308), array['a', null, E'x\\ty'], decode(repeat('00ff', 1000), 'hex'), '178000000 years',
        '::1', 'empty'
      from generate_series(1, 50) n;
  `);
  const keys = new Set<string>();
  const problems: unknown[] = [];
  for await (const batch of connector.search([{ kind: 'email', value: 'ida.kirk@mail.example', scope: '' }])) {
    for (const { key } of batch.records) keys.add(key);
    problems.push(...(batch.problems ?? []));
  }
  // Every row can be told by something: what cannot be held as a date is left out of its row, not the row.
  expect([keys.size, problems]).toEqual([550, []]);
});

test('keys of nineteen digits are not rounded: what hangs on one is found, and nothing of its neighbour', async () => {
  await world.knex.raw(`
    create table guests (id bigint primary key, email text);
    create table stays (id bigint primary key, guest bigint not null references guests, room text);
    insert into guests values (1234567890123456789, 'ida.kirk@mail.example'), (1234567890123456788, 'other@mail.example');
    insert into stays values (2234567890123456789, 1234567890123456789, 'hers'), (2234567890123456788, 1234567890123456788, 'not hers');
  `);
  const fresh = sqlConnector('sys_h', { url: world.url });
  const found: string[] = [];
  for await (const { records } of fresh.search([{ kind: 'email', value: 'ida.kirk@mail.example', scope: '' }]))
    for (const { collection, key, refersTo } of records)
      if (collection !== 'members') found.push(`${collection}/${key} → ${refersTo.map((to) => to.key).join()}`);
  await fresh.close();
  expect(found).toEqual(['guests/1234567890123456789 → ', 'stays/2234567890123456789 → 1234567890123456789']);
});
