import { join } from 'node:path';
import { testWorld, type TestWorld } from '../../test/support/database';
import { rebuilt, verified } from '../../test/support/ledger';
import { readPlanLines } from '../usecases/erasure/readPlan';
import { must } from '../../test/support/must';
import { sayReason } from '../core/words/reasons';
import { trailMonths, trailOfMonth } from '../db/trail/readTrail';
import { readAudiences } from '../usecases/audiences/checkAudience';
import { resumeWork } from '../usecases/daily/resumeWork';
import { readDesk } from '../usecases/desk/readDesk';
import { readImports } from '../usecases/imports/readImports';
import { checkKeys } from '../usecases/keys/checkKeys';
import { readExports } from '../usecases/ledger/exportLedger';
import { readLedger } from '../usecases/ledger/readLedger';
import { personView } from '../usecases/people/personView';
import { requestView } from '../usecases/requests/requestView';
import type { Context } from '../usecases/shared/context';
import { brokenAt } from '../usecases/trail/readTrailPage';

// What customers have: made by a version from before long work stood in one table, with work under way.
let world: TestWorld;
let mikkel: Context;
beforeAll(async () => {
  world = await testWorld('older', { older: join(__dirname, '../../test/fixtures/older-installation') });
  mikkel = world.user('usr_mikkel', 'supervisor');
}, 120_000);
afterAll(() => world.close());

const count = async (table: string, where: object = {}) =>
  Number(((await world.knex(table).where(where).count('* as n').first()) as { n: number }).n);

test('the keys are its own, the ledger and the trail are whole, and every standing is what the choices say', async () => {
  await checkKeys(world.worker);
  const before = await count('choices');
  expect(before).toBeGreaterThan(2000);
  expect(await verified(world)).toEqual([]);
  for (const month of await world.worker.transaction(trailMonths))
    expect(brokenAt(world.worker, await world.worker.transaction((h) => trailOfMonth(h, 0, month)))).toBeNull();
  expect(await rebuilt(world, true)).toMatchObject({ counts: { differing: 0 } });
  expect(await count('choices')).toBe(before);
});

test('work that had ended says what it came to; work that was under way is taken up, and ends', async () => {
  const runs = async () =>
    (await world.knex('runs').select('kind', 'state').orderBy('no')) as { kind: string; state: string }[];
  const old = await runs();
  expect(new Set(old.filter(({ state }) => state === 'finished').map(({ kind }) => kind))).toEqual(
    new Set(['verify-ledger', 'rebuild-folds', 'compare-system', 'run-import', 'build-pack', 'run-erasure']),
  );
  const running = old.filter(({ state }) => state === 'running').map(({ kind }) => kind);
  expect(running.toSorted()).toEqual([
    'check-audience',
    'export-ledger',
    'rebuild-folds',
    'run-erasure',
    'run-import',
    'verify-ledger',
  ]);
  expect(must(await readLedger(mikkel, { ...NOTHING })).verification).toMatchObject({ state: 'finished', faults: [] });
  const choices = await count('choices');

  await resumeWork(world.worker);
  // Its systems are not here: the erasure is left to wait for them.
  for (const name of ['run-erasure', 'compare-system', 'trace-system'] as const)
    world.queue.splice(0, world.queue.length, ...world.queue.filter((job) => job.name !== name));
  await world.drain();
  expect((await runs()).filter(({ state }) => state === 'running').map(({ kind }) => kind)).toEqual(['run-erasure']);
  const [taken] = must(await readImports(mikkel));
  expect(taken).toMatchObject({ state: 'finished', run: { state: 'finished' } });
  expect(await count('choices')).toBe(choices + taken!.recorded + taken!.conflict);
  expect(must(await readAudiences(mikkel))[0]).toMatchObject({
    name: 'December',
    runs: [{ state: 'finished', done: 2 }],
  });
  expect(must(await readExports(mikkel))[0]).toMatchObject({ state: 'finished', done: expect.any(Number) as number });
});

const NOTHING = { purpose: null, answer: null, system: null, from: null, to: null, before: null };

test('every request and some people open, their plans say why in words', async () => {
  const refs = ((await world.knex('requests').select('ref')) as { ref: string }[]).map(({ ref }) => ref);
  expect(refs.length).toBeGreaterThan(15);
  let reasons = 0;
  for (const ref of refs) {
    const view = must(await requestView(mikkel, { ref }));
    for (const { system, collection } of view.plan?.groups ?? [])
      for (const line of must(await readPlanLines(mikkel, { ref, system, collection, after: -1 })).lines)
        for (const one of line.reasons) {
          expect(sayReason(one).length).toBeGreaterThan(5);
          reasons++;
        }
  }
  expect(reasons).toBeGreaterThan(10);
  const people = (await world.knex('persons').select('id').whereNull('erased_at').limit(30)) as { id: string }[];
  for (const { id } of people) expect(must(await personView(mikkel, { id })).identifiers.length).toBeGreaterThan(0);
  expect((await readDesk(mikkel)).waiting).toEqual(expect.any(Array));
});
