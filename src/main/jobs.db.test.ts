import { testWorld, type TestWorld } from '../../test/support/database';
import { createQueue, jobsOf, prepareQueue, workOff } from './jobs';

let world: TestWorld;
let boss: ReturnType<typeof createQueue>;
beforeAll(async () => {
  world = await testWorld('jobs');
  boss = createQueue(world.url, true);
  boss.on('error', () => {});
  await prepareQueue(boss, world.knex);
});
afterAll(async () => {
  await boss.stop({ graceful: false, wait: true, timeout: 2000 });
  await world.close();
});

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
async function until(test: () => boolean): Promise<void> {
  for (const end = Date.now() + 30_000; Date.now() < end; await wait(20)) if (test()) return;
  throw new Error('waited in vain');
}
const enqueue = (
  ...given: Parameters<ReturnType<typeof jobsOf>['enqueue']> extends [unknown, ...infer Rest] ? Rest : never
) =>
  world.worker.transaction((h) =>
    (jobsOf(boss).enqueue as (trx: unknown, ...rest: unknown[]) => Promise<void>)(h.trx, ...given),
  );

test('a piece of work waits in the queue at most once, and asking again only brings it forward', async () => {
  const later = new Date(Date.now() + 3_600_000).toISOString();
  for (let n = 0; n < 5; n++) await enqueue('run-erasure', { runId: 'pln_once' }, later);
  await Promise.all(Array.from({ length: 5 }, () => enqueue('run-erasure', { runId: 'pln_once' })));
  const { rows }: { rows: unknown[] } = await world.knex.raw(
    "select state, start_after <= now() as due from queue.job where singleton_key = 'pln_once'",
  );
  expect(rows).toEqual([{ state: 'created', due: true }]);
  await world.knex.raw('delete from queue.job');
});

test('work of one kind does not take the worker from the others, and what comes while all rest is found', async () => {
  for (let n = 0; n < 30; n++) await enqueue('run-import', { runId: `run_${n}` });
  for (let n = 0; n < 8; n++) await enqueue('trace-system', { systemId: `sys_${n}` });
  const done: string[] = [];
  let inHand = 0;
  let most = 0;
  const lanes = workOff(
    boss,
    world.knex,
    async (name, payload) => {
      most = Math.max(most, ++inHand);
      await wait(name === 'run-import' ? 150 : 10);
      inHand--;
      done.push(`${name} ${Object.values(payload).join('')}`);
    },
    (error) => done.push(`fault ${String(error)}`),
  );
  await until(() => done.length === 38);
  const traces = done.flatMap((one, at) => (one.startsWith('trace-system') ? [at] : []));
  // Thirty imports of 150 ms in two lanes take more than two seconds; eight traces of 10 ms wait for none of them.
  expect(traces.at(-1)).toBeLessThan(20);
  expect(new Set(done).size).toBe(38);
  expect(most).toBeGreaterThan(2);

  await wait(400);
  const asked = Date.now();
  await enqueue('deposit-head', {});
  await until(() => done.includes('deposit-head '));
  expect(Date.now() - asked).toBeLessThan(5000);
  await lanes.stop();
  await enqueue('deposit-head', {});
  await wait(700);
  expect(done.filter((one) => one === 'deposit-head ')).toHaveLength(1);
});

test('what fails is tried again, and a queue that cannot be reached is said and found again', async () => {
  await world.knex.raw('delete from queue.job');
  let tries = 0;
  const faults: unknown[] = [];
  const lanes = workOff(
    boss,
    world.knex,
    async () => {
      if (++tries === 1) throw new Error('the first time');
      await Promise.resolve();
    },
    (error) => void faults.push(error),
  );
  await enqueue('find-same-people', {});
  await until(() => tries === 1);
  // That it failed is in the queue, before the queue goes away: what goes in between waits until it is found missing.
  for (let n = 0; n < 300 && (await world.knex('queue.job').where({ state: 'retry' })).length === 0; n++)
    await wait(20);
  await world.knex.raw(
    "select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'bookend-queue' and datname = current_database()",
  );
  await until(() => tries === 2);
  await lanes.stop();
});
