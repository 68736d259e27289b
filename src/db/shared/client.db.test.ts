import { testWorld, type TestWorld } from '../../../test/support/database';
import { createClient, isDatabaseAway } from './client';

let world: TestWorld;
beforeAll(async () => void (world = await testWorld('client')));
afterAll(() => world.close());

const thrown = (work: PromiseLike<unknown>): Promise<unknown> =>
  Promise.resolve(work).then(
    () => null,
    (error: unknown) => error,
  );

test('a database that is away is told from one that was asked something wrong', async () => {
  const away = createClient('postgres://nobody:x@127.0.0.1:9/none', 1);
  expect(isDatabaseAway(await thrown(away.raw('select 1')))).toBe(true);
  await away.destroy();
  expect(isDatabaseAway(await thrown(world.knex.raw('select 1 from no_such_table')))).toBe(false);
  expect(isDatabaseAway(await thrown(world.knex.raw('select 1 / 0')))).toBe(false);
  expect(isDatabaseAway(new Error('anything'))).toBe(false);
  expect(isDatabaseAway(Object.assign(new Error('no such file'), { code: 'ENOENT', syscall: 'open' }))).toBe(false);
  expect(isDatabaseAway(new Error('select 1 - Connection terminated unexpectedly'))).toBe(true);
  const ended = thrown(world.knex.raw('select pg_sleep(20) /* ended */'));
  await new Promise((resolve) => setTimeout(resolve, 300));
  await world.knex.raw(
    "select pg_terminate_backend(pid) from pg_stat_activity where query like '%/* ended */%' and pid <> pg_backend_pid()",
  );
  expect(isDatabaseAway(await ended)).toBe(true);
});
