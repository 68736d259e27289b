import { choice } from '../../../test/support/ledger';
import { must } from '../../../test/support/must';
import { Shelf } from '../../../test/support/shelf';
import { shelfWorld } from '../../../test/support/shelfWorld';
import type { TestWorld } from '../../../test/support/database';
import type { Context } from '../shared/context';
import { recordChoices } from '../ledger/recordChoices';
import { decide } from '../requests/decide';
import { proveAtCounter } from '../identity/identity';
import { openRequest } from '../intake/openRequest';
import { resumeWork } from '../daily/resumeWork';
import { acceptBand } from '../trace/review';
import { startTrace } from '../trace/startTrace';
import { confirmPlan, makePlan } from './makePlan';

let world: TestWorld;
let shelf: Shelf;
let signe: Context;
/** Transactions until the database goes away, and for how many it stays so. */
let outage = { after: Infinity, lasts: 0 };
let mail: 'there' | 'away' = 'there';
let n = 0;

beforeAll(async () => {
  ({ world, signe } = await shelfWorld('erasure_outage', () => shelf, 'coordinator', 'supervisor'));
  const { worker } = world;
  const { transaction, mailer } = worker;
  worker.transaction = (work) => {
    if (--outage.after < 0 && outage.lasts-- > 0)
      return Promise.reject(Object.assign(new Error('away'), { code: 'ECONNREFUSED' }));
    return transaction(work);
  };
  worker.mailer = {
    send: async (one) => {
      if (mail === 'away') throw Object.assign(new Error('away'), { code: 'ECONNREFUSED' });
      await mailer.send(one);
    },
  };
});
afterAll(() => world.close());
beforeEach(() => {
  outage = { after: Infinity, lasts: 0 };
  mail = 'there';
});

async function readyToErase(): Promise<string> {
  world.pass(3600);
  const [givenName, familyName] = [
    'Nora',
    `Brandt${String.fromCharCode(97 + (n % 26))}${String.fromCharCode(97 + Math.floor(n / 26))}`,
  ];
  const email = `outage${n++}@post.example`;
  shelf = new Shelf({ givenName, familyName });
  for (const key of ['a', 'b', 'c']) shelf.put(key, email);
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [{ kind: 'email', value: email }],
        name: { givenName, familyName },
        externalId: `o${n}`,
        occurredAt: world.worker.clock.now(),
      }),
    ],
  });
  const { ref } = must(
    await openRequest(signe, {
      right: 'erasure',
      regimes: ['eu-gdpr'],
      receivedAt: world.worker.clock.now(),
      channel: 'phone',
      person: { givenName, familyName, emails: [email] },
      text: 'please',
      language: 'en',
    }),
  );
  await world.drain();
  must(await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' }));
  must(await startTrace(signe, { ref }));
  await world.drain();
  for (const band of ['certain', 'likely', 'possible'] as const) must(await acceptBand(signe, { ref, band }));
  must(await decide(signe, { ref, outcome: 'fulfil', ground: 'art-17-1-a', reason: 'no longer needed' }));
  must(await makePlan(signe, { ref }));
  return ref;
}

/**
 * What the worker does again and again: takes up what was left, and works off what waits. A job that breaks is taken up
 * by the next round.
 */
async function rounds(most: number, isDone: () => Promise<boolean>): Promise<void> {
  for (let round = 0; round < most; round++) {
    await resumeWork(world.worker).catch(() => {});
    await world.drain().catch(() => {});
    if (await isDone()) return;
  }
}
const stateOf = async (ref: string) =>
  (await world.knex('requests').where({ ref }).first()) as { id: string; stage: string; outcome: string | null };

test(
  'the database goes away at any moment of an erasure, for a moment or for long: each record is erased ' +
    'once, one certificate, one letter',
  async () => {
    // Which transaction is the first to fail, and how many fail before it is back.
    for (const [after, lasts] of [
      [0, 1],
      [4, 1],
      [2, 3],
      [9, 3],
      [1, 9],
      [6, 9],
      [14, 9],
      [20, 1],
    ] as const) {
      const ref = await readyToErase();
      must(await confirmPlan(signe, { ref, typed: ref, acceptance: 'Only the town stays in it.' }));
      outage = { after, lasts };
      const mails = world.mails.length;
      await rounds(lasts + 12, async () => outage.lasts <= 0 && (await stateOf(ref)).stage === 'closed');
      outage = { after: Infinity, lasts: 0 };
      await world.drain();
      expect([after, lasts, (await stateOf(ref)).stage, (await stateOf(ref)).outcome]).toEqual([
        after,
        lasts,
        'closed',
        'erased',
      ]);
      expect([...shelf.records.values()].map(({ erasedTimes }) => erasedTimes)).toEqual([1, 1, 1]);
      const { id } = await stateOf(ref);
      expect(await world.knex('letters').where({ request_id: id, template: 'erasure-answer' }).select('state')).toEqual(
        [{ state: 'sent' }],
      );
      expect(world.mails.slice(mails).filter(({ subject }) => subject.includes(ref))).toHaveLength(1);
      expect(await world.knex('certificates').where({ request_ref: ref })).toHaveLength(1);
    }
  },
  240_000,
);

test('a mail server that is away holds the letter, not the erasure; the letter goes once', async () => {
  const ref = await readyToErase();
  must(await confirmPlan(signe, { ref, typed: ref, acceptance: 'Only the town stays in it.' }));
  mail = 'away';
  const mails = world.mails.length;
  // Each job that waits once, and what it puts off not before its time.
  for (
    let jobs = 0;
    jobs < 40 && world.queue.some(({ startAfter }) => !startAfter || Date.parse(startAfter) < Date.now() + 1000);
    jobs++
  )
    await world.drainOnce(
      world.queue.findIndex(({ startAfter }) => !startAfter || Date.parse(startAfter) < Date.now() + 1000),
    );
  expect([...shelf.records.values()].map(({ erasedTimes }) => erasedTimes)).toEqual([1, 1, 1]);
  const { id } = await stateOf(ref);
  expect(await world.knex('letters').where({ request_id: id, template: 'erasure-answer' }).select('state')).toEqual([
    { state: 'queued' },
  ]);
  mail = 'there';
  await world.knex('letters').where({ request_id: id }).update({ next_try_at: null });
  await rounds(6, async () => (await stateOf(ref)).stage === 'closed');
  await world.drain();
  expect(world.mails.slice(mails).filter(({ subject }) => subject.includes(ref))).toHaveLength(1);
  expect((await stateOf(ref)).stage).toBe('closed');
}, 60_000);
