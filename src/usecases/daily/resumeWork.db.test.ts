import { Readable } from 'node:stream';
import type { JobName } from '../../ports/jobs';
import { choice, rebuilt, seedLedger, TILL_MAPPING } from '../../../test/support/ledger';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { must } from '../../../test/support/must';
import { startAudience } from '../audiences/checkAudience';
import { startExport } from '../ledger/exportLedger';
import { startRebuild } from '../standing/rebuildFolds';
import { startRemoval } from '../ledger/removeSealed';
import { recordChoices } from '../ledger/recordChoices';
import { startVerification } from '../ledger/verifyLedger';
import { addMapping } from '../imports/mapImport';
import { startImport } from '../imports/runImport';
import { uploadImport } from '../imports/uploadImport';
import { resumeWork } from './resumeWork';

const HEADER = 'line_id;signed_on;shop;loyalty_no;first_name;last_name;email;phone;country;purpose;tick';
const EVERYONE = { from: null, to: null, purpose: null, identifier: null } as const;

let world: TestWorld;
beforeAll(async () => {
  world = await testWorld('resume');
  await seedLedger(world);
  await addMapping(world.worker, { system_id: 'sys_tills', name: 'nightly', mapping: TILL_MAPPING });
  world.goTo('2024-11-24T08:00:00Z');
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: Array.from({ length: 30 }, (_, i) =>
      choice({
        identifiers: [{ kind: 'email', value: `p${i}@mail.example` }],
        occurredAt: '2024-11-20T09:00:00Z',
        externalId: `r${i}`,
      }),
    ),
  });
  world.goTo('2026-11-24T08:00:00Z');
});
afterAll(() => world.close());

const states = async () =>
  (await world.knex('runs').whereNot('kind', 'check-import').orderBy('kind').select('kind', 'state')) as {
    kind: string;
    state: string;
  }[];
const EVERY = [
  'check-audience',
  'export-ledger',
  'rebuild-folds',
  'remove-sealed',
  'run-import',
  'verify-ledger',
] as const;

test('whatever a killed worker left is taken up by the next: each piece ends, once', async () => {
  const supervisor = world.user('usr_mikkel', 'supervisor');
  const uploaded = must(
    await uploadImport(supervisor, {
      systemId: 'sys_tills',
      fileName: 'till.csv',
      content: Readable.from([`${HEADER}\nT1;2026-11-20;Aarhus;L-1;Ann;Skov;t1@mail.example;;DK;newsletter;J\n`]),
      way: 'page',
    }),
  );
  await world.drain();
  must(await startImport(supervisor, { importId: uploaded.id }));
  must(await startExport(supervisor, { ...EVERYONE, format: 'csv' } as never));
  must(
    await startAudience(supervisor, {
      name: 'November',
      purpose: 'newsletter',
      channel: 'email',
      content: Readable.from([Buffer.from('email\np1@mail.example\n')]),
    }),
  );
  must(await startRebuild(supervisor));
  must(await startVerification(supervisor));
  must(await startRemoval(supervisor, { beforeDay: '2025-11-01', typed: 30 }));
  expect(await states()).toEqual(EVERY.map((kind) => ({ kind, state: 'running' })));

  // Killed with all of it in its hands: the queue holds nothing any more.
  world.queue.length = 0;
  expect(await resumeWork(world.worker)).toBe(6);
  await world.drain();
  expect(await states()).toEqual(EVERY.map((kind) => ({ kind, state: 'finished' })));
  expect(Number(((await world.knex('choices').count('* as n').first()) as { n: string }).n)).toBe(31);
  expect(await world.knex('choice_sealed')).toHaveLength(1);
  expect(await rebuilt(world, true)).toMatchObject({ counts: { people: 31, differing: 0 } });

  // Asked for again by mistake, what is finished stays as it was.
  const ended = async () => (await world.knex('runs').orderBy('id')) as { id: string; kind: string }[];
  const before = await ended();
  world.pass(60);
  for (const { id, kind } of before) world.queue.push({ name: kind as JobName, payload: { runId: id } });
  await world.drain();
  expect(await ended()).toEqual(before);
  expect(await resumeWork(world.worker)).toBe(0);
});
