import { testWorld, type TestWorld } from '../../test/support/database';

let world: TestWorld;
beforeAll(async () => void (world = await testWorld('context')));
afterAll(() => world.close());

test('work whose lock went with its connection stops at its next step, and somebody else may do it', async () => {
  const done: string[] = [];
  const first = world.worker.exclusively('piece', async () => {
    await world.worker.transaction(async () => void done.push('first step'));
    await world.knex.raw(
      "select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'bookend-lock' and datname = current_database()",
    );
    await new Promise((resolve) => setTimeout(resolve, 200));
    expect(
      await world.worker.exclusively('piece', async () => world.worker.transaction(async () => done.push('another'))),
    ).toBe(2);
    await world.worker.transaction(async () => void done.push('second step'));
  });
  await expect(first).rejects.toMatchObject({ code: 'lock-lost' });
  expect(done).toEqual(['first step', 'another']);
});

test('of two who want the same only one works', async () => {
  let release = () => {};
  const held = world.worker.exclusively('other', () => new Promise<void>((resolve) => (release = resolve)));
  await new Promise((resolve) => setTimeout(resolve, 200));
  expect(await world.worker.exclusively('other', async () => 'mine')).toBeNull();
  release();
  await held;
});
