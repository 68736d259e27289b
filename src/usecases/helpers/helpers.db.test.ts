import { choice, seedLedger } from '../../../test/support/ledger';
import { must } from '../../../test/support/must';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { insertUser } from '../../db/access/users';
import { insertSystem } from '../../db/systems/systems';
import { recordChoices } from '../ledger/recordChoices';
import type { Context } from '../shared/context';
import { confirmPlan, makePlan } from '../erasure/makePlan';
import { readCertificate, readPlanLines } from '../erasure/readPlan';
import { decide } from '../requests/decide';
import { proveAtCounter } from '../identity/identity';
import { openRequest } from '../intake/openRequest';
import { requestView } from '../requests/requestView';
import { redact } from '../trace/redact';
import { giveVerdicts } from '../trace/review';
import { traceView } from '../trace/traceView';
import { startTrace } from '../trace/startTrace';
import { finishTask, openTask, uploadToTask } from './answerTask';
import { cancelTask } from './cancelTask';
import { remindHelpers } from './remindHelpers';

const EMAIL = 'rikke@mail.example';
let world: TestWorld;
let signe: Context;

beforeAll(async () => {
  world = await testWorld('helpers');
  await seedLedger(world);
  await world.worker.transaction(async (h) => {
    await insertSystem(h, {
      id: 'sys_cards',
      kind: 'by-hand',
      name: 'Workshop cards',
      default_country: 'DK',
      connection_sealed: null,
      is_traced: true,
      owner: 'Kurt Palm',
      owner_email: 'kurt@x.example',
      sort_order: 3,
    });
    await insertSystem(h, {
      id: 'sys_bookend',
      kind: 'bookend',
      name: 'Bookend',
      default_country: 'DK',
      connection_sealed: null,
      is_traced: true,
      owner: null,
      sort_order: 4,
    });
    for (const [id, role] of [
      ['usr_signe', 'coordinator'],
      ['usr_mikkel', 'supervisor'],
    ] as const)
      await insertUser(h, {
        id,
        email: `${id}@x.example`,
        name: id,
        password_hash: 'x',
        roles: [role],
        active: true,
        created_at: '2026-01-01T00:00:00Z',
      });
  });
  signe = world.user('usr_signe', 'coordinator');
});
afterAll(() => world.close());

const refusal = (result: { ok: boolean; refusal?: { code: string } }) => (result.ok ? null : result.refusal!.code);

async function traced(right: 'access' | 'erasure' = 'access'): Promise<{ ref: string; token: string }> {
  world.pass(60);
  world.mails.length = 0;
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [{ kind: 'email', value: EMAIL }],
        name: { givenName: 'Rikke', familyName: 'Bang' },
        externalId: `r-${world.worker.clock.now()}`,
        occurredAt: world.worker.clock.now(),
      }),
    ],
  });
  const { ref } = must(
    await openRequest(signe, {
      right,
      receivedAt: world.worker.clock.now(),
      channel: 'phone',
      person: { givenName: 'Rikke', familyName: 'Bang', emails: [EMAIL] },
      text: null,
      language: 'en',
    }),
  );
  must(await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' }));
  must(await startTrace(signe, { ref }));
  await world.drain();
  return { ref, token: /\/task\/([\w-]+)/.exec(world.mails.find(({ to }) => to === 'kurt@x.example')!.text)![1]! };
}

const decideOn = (ref: string, right = 'art-15') =>
  decide(signe, { ref, outcome: 'fulfil', ground: right, reason: 'It is their right.' });

test('the owner is asked by mail that names nobody; behind the link stands who is sought', async () => {
  const { ref, token } = await traced();
  const mail = world.mails.find(({ to }) => to === 'kurt@x.example')!;
  expect(`${mail.subject} ${mail.text}`).not.toMatch(/Rikke|Bang|rikke/);
  expect(must(await openTask(world.worker, { token }))).toMatchObject({
    ref,
    kind: 'search',
    system: 'Workshop cards',
    what: expect.stringContaining('Rikke Bang\nrikke@mail.example'),
  });
  expect(refusal(await openTask(world.worker, { token: 'guessed' }))).toBe('link-unknown');
});

test(
  'traced again, what they handed over goes on with its verdicts, its redactions and what could not be ' +
    'read; nobody is asked twice',
  async () => {
    const { ref, token } = await traced();
    must(
      await uploadToTask(world.worker, {
        token,
        fileName: 'cards.csv',
        bytes: Buffer.from(`name;e-mail;job\nRikke Bang;${EMAIL};new chain\n`),
      }),
    );
    must(
      await uploadToTask(world.worker, {
        token,
        fileName: 'card.txt',
        bytes: Buffer.from(`Card 12: Rikke Bang, ${EMAIL}, came with Jonas Vind jonas@mail.example`),
      }),
    );
    must(await uploadToTask(world.worker, { token, fileName: 'half.pdf', bytes: Buffer.from('%PDF-1.4 broken') }));
    const own = async () =>
      must(await traceView(signe, { ref }))!.matches.filter(({ system }) => system === 'sys_cards');
    const card = (await own()).find(({ title }) => title === 'card.txt')!;
    must(await giveVerdicts(signe, { ref, verdicts: [{ matchId: card.id, verdict: 'theirs' }] }));
    must(await redact(signe, { ref, matchId: card.id, passages: [{ start: 37, end: 57, why: 'other-person' }] }));
    const mails = world.mails.length;
    world.pass(60);
    must(
      await startTrace(signe, {
        ref,
        conditions: {
          join: 'all',
          rows: [{ where: 'anything', does: 'says', what: 'new chain', to: null, not: true }],
        },
      }),
    );
    await world.drain();
    expect(
      (await own()).map(({ title, verdict, isRedacted, isOutside }) => [title, verdict, isRedacted, isOutside]).sort(),
    ).toEqual([
      ['card.txt', 'theirs', true, false],
      ['cards.csv · row 2', null, false, true],
    ]);
    expect(must(await traceView(signe, { ref }))).toMatchObject({
      problems: [{ system: 'Workshop cards', place: expect.stringContaining('half.pdf') }],
      gone: [],
    });
    expect(world.mails.slice(mails).filter(({ to }) => to === 'kurt@x.example')).toEqual([]);
    expect(
      must(
        await uploadToTask(world.worker, {
          token,
          fileName: 'more.csv',
          bytes: Buffer.from(`name;e-mail\nRikke Bang;${EMAIL}\n`),
        }),
      ).found,
    ).toBe(1);
    expect(await own()).toHaveLength(3);
  },
);

test('what they hand over joins the trace; nothing is decided before they have answered', async () => {
  const { ref, token } = await traced();
  expect(
    must(
      await uploadToTask(world.worker, {
        token,
        fileName: 'cards.csv',
        bytes: Buffer.from(`name;e-mail;job\nRikke Bang;${EMAIL};new chain\nJonas Vind;jonas@mail.example;brakes\n`),
      }),
    ),
  ).toEqual({ found: 1, problems: [] });
  expect(
    must(
      await uploadToTask(world.worker, {
        token,
        fileName: 'card.txt',
        bytes: Buffer.from('Card 12: R. Bang, squeaky wheel'),
      }),
    ).found,
  ).toBe(1);
  expect(
    must(await uploadToTask(world.worker, { token, fileName: 'half.pdf', bytes: Buffer.from('%PDF-1.4 broken') }))
      .problems,
  ).toEqual(['The PDF is damaged or cut off.']);
  const view = must(await traceView(signe, { ref }))!;
  const own = view.matches.filter(({ system }) => system === 'sys_cards');
  expect(own.map(({ title }) => title).sort()).toEqual(['card.txt', 'cards.csv · row 2']);
  expect(view.problems).toMatchObject([{ system: 'Workshop cards', place: expect.stringContaining('half.pdf') }]);
  for (const match of view.matches.filter(({ parent }) => !parent))
    must(await giveVerdicts(signe, { ref, verdicts: [{ matchId: match.id, verdict: 'theirs' }] }));
  expect(refusal(await decideOn(ref))).toBe('helpers-open');
  expect(must(await requestView(signe, { ref }))).toMatchObject({
    stage: 'decide',
    next: { code: 'wait-for-helpers', waitsOn: 'helper' },
  });
  must(await finishTask(world.worker, { token, answer: 'Two cards, one scan is torn.' }));
  expect(must(await traceView(signe, { ref }))!.helpers).toMatchObject([
    { state: 'done', uploads: 3, answer: 'Two cards, one scan is torn.' },
  ]);
  must(await decideOn(ref));
  expect(refusal(await finishTask(world.worker, { token, answer: '' }))).toBe('link-used');
});

test('it can go on without an owner who does not answer, and the link is void then', async () => {
  const { ref, token } = await traced();
  const [task] = must(await traceView(signe, { ref }))!.helpers;
  must(await cancelTask(signe, { ref, taskId: task!.id }));
  expect(refusal(await openTask(world.worker, { token }))).toBe('link-unknown');
  for (const match of must(await traceView(signe, { ref }))!.matches.filter(({ parent }) => !parent))
    must(await giveVerdicts(signe, { ref, verdicts: [{ matchId: match.id, verdict: 'theirs' }] }));
  must(await decideOn(ref));
});

test('reminded two days before, once; late, the supervisors are told, once', async () => {
  const { ref } = await traced();
  const { due_on: due } = await world
    .knex('helper_tasks')
    .join('requests', 'requests.id', 'request_id')
    .where({ ref })
    .select('helper_tasks.due_on')
    .first();
  const before = world.worker.clock.now();
  world.goTo(new Date(Date.parse(`${due}T08:00:00Z`) - 86_400_000).toISOString());
  expect(await remindHelpers(world.worker)).toBeGreaterThan(0);
  expect(await remindHelpers(world.worker)).toBe(0);
  world.goTo(new Date(Date.parse(`${due}T08:00:00Z`) + 86_400_000).toISOString());
  world.mails.length = 0;
  expect(await remindHelpers(world.worker)).toBeGreaterThan(1);
  await world.drain();
  expect(
    world.mails.filter(({ to }) => to === 'usr_mikkel@x.example' || to === 'usr_signe@x.example').map(({ to }) => to),
  ).toContain('usr_mikkel@x.example');
  expect(await remindHelpers(world.worker)).toBe(0);
  world.goTo(before);
});

test('an erasure waits for the owner of what no connector can change, and ends when they have removed it', async () => {
  const { ref, token } = await traced('erasure');
  // What they asked for before is answered.
  await world.knex('requests').whereNot({ ref }).update({ closed_at: world.worker.clock.now() });
  must(
    await uploadToTask(world.worker, {
      token,
      fileName: 'cards.csv',
      bytes: Buffer.from(`name;e-mail\nRikke Bang;${EMAIL}\n`),
    }),
  );
  must(await finishTask(world.worker, { token, answer: '' }));
  for (const match of must(await traceView(signe, { ref }))!.matches.filter(({ parent }) => !parent))
    must(await giveVerdicts(signe, { ref, verdicts: [{ matchId: match.id, verdict: 'theirs' }] }));
  must(await decideOn(ref, 'art-17-1-a'));
  must(await makePlan(signe, { ref }));
  const group = must(await requestView(signe, { ref })).plan!.groups.find(
    (one) => one.systemName === 'Workshop cards',
  )!;
  expect(must(await readPlanLines(signe, { ref, ...group, after: -1 })).lines).toContainEqual(
    expect.objectContaining({ doer: 'helper', action: 'erase' }),
  );
  world.mails.length = 0;
  must(await confirmPlan(signe, { ref, typed: ref }));
  const run = world.queue.findIndex(({ name }) => name === 'run-erasure');
  await world.drainOnce(run);
  expect(await world.knex('plans').where({ state: 'executing' }).first()).toMatchObject({
    phase: 'outside',
    error: '1 record waits for the owner of a system without a way in.',
  });
  const asked = await world.knex('helper_tasks').where({ kind: 'erase' }).first();
  expect(asked.state).toBe('open');
  world.queue.splice(0, world.queue.length, ...world.queue.filter(({ name }) => name !== 'run-erasure'));
  await world.drain();
  const erase = /\/task\/([\w-]+)/.exec(
    world.mails.find(({ subject }) => subject.startsWith('Workshop cards'))!.text,
  )![1]!;
  expect(must(await openTask(world.worker, { token: erase })).what).toContain('erase: cards.csv · row 2');
  must(await finishTask(world.worker, { token: erase, answer: 'shredded' }));
  await world.drain();
  expect(await world.knex('requests').where({ ref }).first()).toMatchObject({ outcome: 'erased' });
  expect(
    await world
      .knex('helper_tasks')
      .whereNotNull('what_sealed')
      .whereIn('request_id', world.knex('requests').select('id').where({ ref })),
  ).toEqual([]);
  expect(must(await readCertificate(signe, { ref })).content).toMatchObject({ keysDestroyed: true });
});

test('records that are nearly the same are found once the trace is over, and once more when an owner adds to it', async () => {
  const { ref, token } = await traced();
  const letter =
    'Dear workshop, the chain guard of my touring bike rattles on every cobble of the old town since last spring. Please call me.';
  for (const [name, text] of [
    ['a.txt', letter],
    ['b.txt', `${letter} Rikke`],
    ['c.txt', 'Brakes adjusted, new bell.'],
  ] as const)
    must(await uploadToTask(world.worker, { token, fileName: name, bytes: Buffer.from(text) }));
  await world.drain();
  const view = must(await traceView(signe, { ref }))!;
  const title = (id: string) => view.matches.find((match) => match.id === id)!.title;
  expect(view.alike.map(({ a, b }) => [title(a), title(b)].sort())).toEqual([['a.txt', 'b.txt']]);
  expect(view.alike[0]!.similarity).toBeGreaterThan(0.9);
});
