import fc from 'fast-check';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { readNumbers, readRows, type Value } from './copyOut';

let world: TestWorld;
beforeAll(async () => {
  world = await testWorld('copy_out');
  await world.knex.raw(
    'create table wide (n int4 primary key, small int2, big int8, words text, raw bytea, at timestamptz, flag bool)',
  );
});
afterAll(() => world.close());

const read = async (query: string) => {
  const rows: Value[][] = [];
  const count = await world.worker.transaction((h) =>
    readRows(
      h,
      query,
      ['int4', 'int2', 'int8', 'text', 'bytes', 'time', 'bool'],
      (row) => void rows.push(row.map((value) => (Buffer.isBuffer(value) ? Buffer.from(value) : value))),
    ),
  );
  expect(count).toBe(rows.length);
  return rows;
};

const text = fc
  .string({ unit: 'grapheme', maxLength: 300 })
  .map((words) => words.replaceAll('\u0000', '').replace(/[\ud800-\udfff]/g, ''));
const row = fc.record({
  small: fc.option(fc.integer({ min: -32768, max: 32767 })),
  big: fc.option(fc.maxSafeInteger()),
  words: fc.option(text),
  raw: fc.option(fc.uint8Array({ maxLength: 200 })),
  // From before 2000, where PostgreSQL counts from, to long after.
  at: fc.option(fc.date({ min: new Date('1950-01-01'), max: new Date('2150-01-01'), noInvalidDate: true })),
  flag: fc.option(fc.boolean()),
});

test('whatever is in a row comes back as it is, nulls among it', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(row, { maxLength: 30 }), async (rows) => {
      await world.knex('wide').delete();
      if (rows.length > 0)
        await world.knex('wide').insert(
          rows.map(({ raw, at, ...more }, n) => ({
            n,
            ...more,
            raw: raw && Buffer.from(raw),
            at: at?.toISOString() ?? null,
          })),
        );
      expect(await read('select n, small, big, words, raw, at, flag from wide order by n')).toEqual(
        rows.map((one, n) => [
          n,
          one.small,
          one.big,
          one.words,
          one.raw && Buffer.from(one.raw),
          one.at?.toISOString() ?? null,
          one.flag,
        ]),
      );
    }),
    { numRuns: 25 },
  );
}, 60_000);

test('rows that are cut by the pieces in which they arrive, and one longer than any piece', async () => {
  await world.knex('wide').delete();
  await world.knex.raw(
    `insert into wide select n, 1, n::int8 * 5000000000, repeat('å', n % 700), decode(repeat('ab', n % 90), 'hex'),
  '2026-11-24T08:00:00Z', n % 2 = 0 from generate_series(1, 20000) n`,
  );
  await world.knex.raw(`insert into wide select 20001, 1, 1, repeat('x', 3000000), '\\x', now(), true`);
  const rows = await read('select n, small, big, words, raw, at, flag from wide order by n');
  expect(rows).toHaveLength(20_001);
  for (const [i, [n, , big, words, raw]] of rows.slice(0, -1).entries()) {
    if (
      n !== i + 1 ||
      big !== (i + 1) * 5_000_000_000 ||
      (words as string).length !== (i + 1) % 700 ||
      (raw as Buffer).length !== (i + 1) % 90
    )
      throw new Error(`row ${i + 1} came back otherwise`);
  }
  expect((rows.at(-1)![3] as string).length).toBe(3_000_000);
});

test('what lies below a millisecond is not rounded away', async () => {
  await world.knex('wide').delete();
  await world.knex.raw(
    `insert into wide (n, at) values (1, '2026-11-24T08:00:00.123456Z'), (2, '1999-12-31T23:59:59.999999Z'),
  (3, '2026-11-24T08:00:00.123Z')`,
  );
  expect((await read('select n, small, big, words, raw, at, flag from wide order by n')).map((one) => one[5])).toEqual([
    '2026-11-24T08:00:00.123456Z',
    '1999-12-31T23:59:59.999999Z',
    '2026-11-24T08:00:00.123Z',
  ]);
});

test('numbers alone, in an array that is used again', async () => {
  await world.knex('wide').delete();
  await world.knex.raw(
    `insert into wide select n, -n, n::int8 * -3000000000, null, null,
  '1970-01-01T00:00:00Z'::timestamptz + n * interval '1 hour', null from generate_series(1, 5000) n`,
  );
  const seen: number[][] = [];
  const count = await world.worker.transaction((h) =>
    readNumbers(
      h,
      'select n, small, big, at from wide order by n',
      ['int4', 'int2', 'int8', 'time'],
      (numbers) => void seen.push([...numbers]),
    ),
  );
  expect(count).toBe(5000);
  expect(seen).toEqual(
    Array.from({ length: 5000 }, (_, i) => [i + 1, -(i + 1), (i + 1) * -3_000_000_000, (i + 1) * 3_600_000]),
  );
  expect(
    await world.worker.transaction((h) => readNumbers(h, 'select n from wide where false', ['int4'], () => {})),
  ).toBe(0);
});
