import { testWorld, type TestWorld } from '../../../test/support/database';
import { must } from '../../../test/support/must';
import { runById, type RunRow } from '../../db/runs/runs';
import { beginRun } from './beginRun';
import { cancelRun } from './cancelRun';
import { countIn, finishRun, moveRun, RunFailed, workOnRun } from './workOnRun';

let world: TestWorld;
beforeAll(async () => {
  world = await testWorld('runs');
});
afterAll(() => world.close());

let last = 0;
async function begin(kind: RunRow['kind'] = 'verify-ledger', total: number | null = 4): Promise<string> {
  const id = `run_${++last}`;
  await world.worker.transaction((h) => beginRun(world.worker, h, kind, { id, total }));
  world.queue.length = 0;
  return id;
}
const rowOf = async (id: string) => (await world.worker.transaction((h) => runById(h, id)))!;
const step = (id: string, done: number) =>
  world.worker.transaction((h) => moveRun(h, id, { done, counts: { choices: done * 10 } }));
const finish = (id: string) => world.worker.transaction((h) => finishRun(world.worker, h, id));

test('a run is asked for with its row, moves, and ends with what it counted', async () => {
  const id = 'run_first';
  await world.worker.transaction((h) => beginRun(world.worker, h, 'verify-ledger', { id, subject: 'x', total: 2 }));
  expect(world.queue.map(({ name, payload }) => [name, payload])).toEqual([['verify-ledger', { runId: id }]]);
  world.queue.length = 0;
  await workOnRun(world.worker, id, async (run) => {
    expect(run).toMatchObject({ state: 'running', subject: 'x', done: 0, total: 2 });
    await step(id, 1);
    expect(await rowOf(id)).toMatchObject({ state: 'running', done: 1, counts: { choices: 10 } });
    await step(id, 2);
    await finish(id);
  });
  expect(await rowOf(id)).toMatchObject({ state: 'finished', done: 2, counts: { choices: 20 }, cause: null });
});

test('what is killed goes on where it stood; what has ended is not begun again', async () => {
  const id = await begin();
  await expect(
    workOnRun(world.worker, id, async () => {
      await step(id, 3);
      throw new Error('killed');
    }),
  ).rejects.toThrow('killed');
  const seen: number[] = [];
  const again = () =>
    workOnRun(world.worker, id, async ({ done }) => {
      seen.push(Number(done));
      await finish(id);
    });
  await again();
  await again();
  expect(seen).toEqual([3]);
  await workOnRun(world.worker, 'run_nobody_asked_for', async () => void seen.push(-1));
  expect(seen).toEqual([3]);
});

test('what broke it is said while it is tried again, by its code alone, and forgotten once it moves', async () => {
  const id = await begin();
  const broken = Object.assign(new Error('value@mail.example'), { code: 'ECONNREFUSED' });
  await expect(workOnRun(world.worker, id, () => Promise.reject(broken))).rejects.toBe(broken);
  expect(await rowOf(id)).toMatchObject({ state: 'running', cause: 'ECONNREFUSED' });
  await workOnRun(world.worker, id, async () => {
    await step(id, 1);
    expect((await rowOf(id)).cause).toBeNull();
    await finish(id);
  });
  expect(await rowOf(id)).toMatchObject({ state: 'finished', cause: null });
});

test('of two workers only one has it', async () => {
  const id = await begin();
  let entered = 0;
  let release = () => {};
  const held = workOnRun(world.worker, id, async () => {
    entered++;
    await new Promise<void>((resolve) => (release = resolve));
    await finish(id);
  });
  while (entered === 0) await new Promise((resolve) => setTimeout(resolve, 20));
  await workOnRun(world.worker, id, async () => void entered++);
  release();
  await held;
  expect(entered).toBe(1);
});

test('what cannot be done ends with its cause', async () => {
  const id = await begin('export-ledger');
  await workOnRun(world.worker, id, async () => {
    throw new RunFailed('gone');
  });
  expect(await rowOf(id)).toMatchObject({ state: 'failed', cause: 'gone' });
});

test('who may stops it: its worker ends at its next step, and what it did stays', async () => {
  const id = await begin();
  const supervisor = world.user('usr_mikkel', 'supervisor');
  expect(await cancelRun(world.user('usr_ib', 'administrator'), { id })).toMatchObject({
    refusal: { code: 'not-found' },
  });
  await workOnRun(world.worker, id, async () => {
    await step(id, 1);
    must(await cancelRun(supervisor, { id }));
    await step(id, 2);
    throw new Error('it went on');
  });
  expect(await rowOf(id)).toMatchObject({ state: 'cancelled', done: 1, finished_at: expect.any(String) as string });
  expect(await cancelRun(supervisor, { id })).toMatchObject({ refusal: { code: 'run-ended' } });
  expect(await world.knex('trail').where({ act: 'run-cancelled', subject: id })).toHaveLength(1);
});

test('stopped in its last step it has not finished; what removes or rewrites is not stopped', async () => {
  const id = await begin();
  const supervisor = world.user('usr_mikkel', 'supervisor');
  await workOnRun(world.worker, id, async () => {
    must(await cancelRun(supervisor, { id }));
    await finish(id);
    throw new Error('it went on');
  });
  expect((await rowOf(id)).state).toBe('cancelled');
  for (const kind of ['run-erasure', 'remove-sealed', 'rotate-keys', 'run-import', 'build-pack'] as const)
    expect(await cancelRun(supervisor, { id: await begin(kind) })).toMatchObject({ refusal: { code: 'not-found' } });
});

test('pieces that are done side by side add up', async () => {
  const id = await begin('rebuild-folds', 100);
  await Promise.all(
    Array.from({ length: 10 }, (_, i) =>
      world.worker.transaction((h) => countIn(h, id, { done: 10, counts: { people: 9, differing: i % 2 } })),
    ),
  );
  expect(await rowOf(id)).toMatchObject({ done: 100, counts: { people: 90, differing: 5 } });
});
