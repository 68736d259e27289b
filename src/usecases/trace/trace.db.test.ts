import { must, refusal } from '../../../test/support/must';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { insertUser } from '../../db/access/users';
import { insertSystem } from '../../db/systems/systems';
import type { Connector, FoundRecord } from '../../ports/connector';
import type { TraceConditions } from '../../core/trace/conditions';
import type { Context } from '../shared/context';
import { decide } from '../requests/decide';
import { proveAtCounter } from '../identity/identity';
import { openRequest } from '../intake/openRequest';
import { requestView } from '../requests/requestView';
import { notSearched } from './notSearched';
import { giveVerdicts } from './review';
import { traceView } from './traceView';
import { askSecondReader } from './secondReader';
import { startTrace } from './startTrace';
import { resumeTrace, stopTrace, strike } from './steerTrace';

let world: TestWorld;
let signe: Context;
let asta: Context;
let stored: FoundRecord[] = [];
/** Awaited between two batches. */
let between: () => Promise<void> = async () => {};
let searchedBy: string[] = [];

const record = (collection: string, key: string, more: Partial<FoundRecord> = {}): FoundRecord => ({
  collection,
  key,
  title: `${collection} ${key}`,
  fields: { id: key },
  person: {},
  parent: null,
  refersTo: [],
  text: null,
  files: [],
  ...more,
});
const person = (...emails: string[]) => ({ givenName: 'Lone', familyName: 'Dam', emails });
const shop: Connector = {
  describe: async () => ({ collections: [] }),
  async *search(keys) {
    searchedBy.push(...keys.map(({ value }) => value));
    for (const one of stored) {
      yield { records: [one], scanned: 1 };
      await between();
    }
  },
  read: async () => null,
  isErased: async () => true,
  can: () => ({ erase: true, anonymise: true }),
  close: async () => {},
};

beforeAll(async () => {
  world = await testWorld('trace');
  await world.worker.transaction(async (h) => {
    await insertSystem(h, {
      id: 'sys_shop',
      kind: 'fake',
      name: 'Web shop',
      default_country: 'DK',
      connection_sealed: null,
      is_traced: true,
      owner: null,
      sort_order: 1,
    });
    for (const id of ['signe', 'asta'])
      await insertUser(h, {
        id: `usr_${id}`,
        email: `${id}@larkmere.example`,
        name: id,
        password_hash: 'x',
        roles: ['coordinator'],
        active: true,
        created_at: '2026-01-01T00:00:00Z',
      });
  });
  const connect = world.worker.connect;
  world.worker.connect = (system) => (system.kind === 'fake' ? shop : connect(system));
  signe = world.user('usr_signe', 'coordinator', 'supervisor');
  asta = world.user('usr_asta', 'reviewer', 'supervisor');
});
afterAll(() => world.close());
beforeEach(() => {
  between = async () => {};
  searchedBy = [];
  stored = [
    record('customers', '1', { person: person('lone@mail.example') }),
    record('orders', '10', {
      parent: { collection: 'customers', key: '1' },
      fields: { id: '10', placed_at: '2025-05-01T08:00:00Z' },
    }),
    record('orders', '11', {
      parent: { collection: 'customers', key: '1' },
      fields: { id: '11', placed_at: '2026-05-01T08:00:00Z' },
    }),
    record('reviews', '5', { person: person('lone@mail.example'), fields: { id: '5', text: 'The bell is broken' } }),
  ];
});

async function request(): Promise<string> {
  world.pass(60);
  const { ref } = must(
    await openRequest(signe, {
      right: 'access',
      receivedAt: world.worker.clock.now(),
      channel: 'phone',
      person: { givenName: 'Lone', familyName: 'Dam', emails: ['lone@mail.example'] },
      text: null,
      language: 'en',
    }),
  );
  must(await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' }));
  return ref;
}
async function traced(ref: string, conditions?: TraceConditions) {
  world.pass(60);
  must(await startTrace(signe, { ref, ...(conditions ? { conditions } : {}) }));
  await world.drain();
  return must(await traceView(signe, { ref }))!;
}
const placesOf = (matches: { place: string }[]) => matches.map(({ place }) => place).sort();

test('conditions narrow what is part of the answer; what a kept record hangs on is kept; the letter says it', async () => {
  const ref = await request();
  const view = await traced(ref, {
    join: 'all',
    rows: [{ where: 'date', does: 'between', what: '2026-01-01', to: '2026-12-31', not: false }],
  });
  expect(placesOf(view.matches.filter(({ isOutside }) => !isOutside))).toEqual(['customers/1', 'orders/11']);
  expect(placesOf(view.matches.filter(({ isOutside }) => isOutside))).toEqual(['orders/10', 'reviews/5']);
  expect(view.undecided).toBe(1);
  expect(view.conditions.rows).toHaveLength(1);
  const trace = await world.knex('traces').where({ id: view.id }).first();
  expect(trace.conditions_sealed.includes(Buffer.from('2026-12-31'))).toBe(false);
  expect(await world.worker.transaction((h) => notSearched(h, trace, 'en'))).toEqual([
    'anything outside of what you asked about',
  ]);
  must(
    await giveVerdicts(signe, {
      ref,
      verdicts: [{ matchId: view.matches.find(({ place }) => place === 'customers/1')!.id, verdict: 'theirs' }],
    }),
  );
  must(await decide(signe, { ref, outcome: 'fulfil', ground: 'art-15', reason: 'It is their right.' }));
});

test('a trace is stopped between two batches, decides nothing, and goes on where it was', async () => {
  const ref = await request();
  world.pass(60);
  must(await startTrace(signe, { ref }));
  expect(refusal(await resumeTrace(signe, { ref }))).toBe('trace-not-stopped');
  let n = 0;
  between = async () => {
    if (++n === 2) must(await stopTrace(signe, { ref }));
  };
  await world.drain();
  const stopped = must(await traceView(signe, { ref }))!;
  expect([stopped.state, stopped.matches.length]).toEqual(['stopped', 2]);
  expect(refusal(await decide(signe, { ref, outcome: 'fulfil', ground: 'art-15', reason: 'It is their right.' }))).toBe(
    'trace-not-finished',
  );
  between = async () => {};
  must(await resumeTrace(signe, { ref }));
  await world.drain();
  const whole = must(await traceView(signe, { ref }))!;
  expect([whole.state, whole.matches.length]).toEqual(['finished', 4]);
  expect(refusal(await stopTrace(signe, { ref }))).toBe('trace-not-running');
  expect(
    (
      await world
        .knex('trail')
        .whereIn('act', ['trace-stopped', 'trace-resumed'])
        .where({ subject: ref })
        .orderBy('seq')
    ).map(({ act }) => act),
  ).toEqual(['trace-stopped', 'trace-resumed']);
});

test('traced again: what has the same words keeps its verdict, what is new or changed is told', async () => {
  const ref = await request();
  const first = await traced(ref);
  for (const { id, parent } of first.matches)
    if (!parent) must(await giveVerdicts(signe, { ref, verdicts: [{ matchId: id, verdict: 'theirs' }] }));
  stored[3] = { ...stored[3]!, fields: { id: '5', text: 'The bell is mended' } };
  stored.push(record('reviews', '6', { person: person('lone@mail.example') }));
  stored.splice(2, 1);
  const again = await traced(ref);
  const of = (place: string) => again.matches.find((match) => match.place === place)!;
  expect(
    ['customers/1', 'orders/10', 'reviews/5', 'reviews/6'].map((place) => [of(place).news, of(place).verdict]),
  ).toEqual([
    ['same', 'theirs'],
    ['same', 'theirs'],
    ['changed', null],
    ['new', null],
  ]);
  expect(again.undecided).toBe(2);
  expect(again.gone).toEqual([{ system: 'Web shop', title: 'orders 11', place: 'orders/11' }]);
  expect(first.matches.every(({ news }) => news === null)).toBe(true);
});

test('a struck key is searched by no more and is no sign of the person', async () => {
  const ref = await request();
  stored.push(
    record('customers', '2', {
      person: {
        ...person('lone@mail.example'),
        phones: ['+45 20 30 40 50'],
        customerNumbers: [{ system: 'sys_shelf', value: 'C-7788' }],
      },
    }),
    record('orders', '20', { person: { phones: ['+45 20 30 40 50'] } }),
  );
  const first = await traced(ref);
  const taught = first.keys.find(({ value }) => value === '+4520304050')!;
  expect([taught.taught, first.matches.some(({ place }) => place === 'orders/20')]).toEqual([true, true]);
  must(await strike(signe, { ref, keyId: taught.id, isStruck: true }));
  expect(must(await traceView(signe, { ref }))!.keys.find(({ id }) => id === taught.id)!.isStruck).toBe(true);
  searchedBy = [];
  const again = await traced(ref);
  expect(searchedBy).toContain('C-7788');
  expect(searchedBy).not.toContain('+4520304050');
  expect(again.matches.some(({ place }) => place === 'orders/20')).toBe(false);
  const given = again.keys.find(({ value }) => value === 'lone@mail.example')!;
  must(await strike(signe, { ref, keyId: given.id, isStruck: true }));
  must(await strike(signe, { ref, keyId: given.id, isStruck: false }));
  expect(must(await traceView(signe, { ref }))!.keys.find(({ id }) => id === given.id)!.isStruck).toBe(false);
  expect(refusal(await strike(signe, { ref, keyId: 'tky_nothing', isStruck: true }))).toBe('not-found');
});

test('a mail between colleagues about the person is shown, and a namesake of another birth date is not', async () => {
  const ref = await request();
  stored.push(
    record('messages', '40', {
      person: { givenName: 'Signe', familyName: 'Aaby', emails: ['signe@larkmere.example'] },
      text: 'Hi Bo, did you call Lone Dam back about the tent?',
      fields: { from: 'Signe Aaby' },
    }),
    record('messages', '41', {
      person: { givenName: 'Signe', familyName: 'Aaby', emails: ['signe@larkmere.example'] },
      text: 'Hi Bo, lunch?',
      fields: { from: 'Signe Aaby' },
    }),
    record('customers', '42', {
      person: { givenName: 'Lone', familyName: 'Dam', birthDate: '1930-01-02', emails: ['ld@post.example'] },
      fields: { name: 'Lone Dam' },
    }),
  );
  const places = (await traced(ref)).matches.filter(({ place }) => /4[012]$/.test(place));
  expect(places.map(({ place, band }) => [place, band])).toEqual([['messages/40', 'possible']]);
});

test('a record of two people, and one of somebody else, teach no key', async () => {
  const ref = await request();
  stored.push(
    record('customers', '3', { person: { ...person('lone@mail.example', 'clerk@larkmere.example') } }),
    record('orders', '30', { person: { emails: ['clerk@larkmere.example'], givenName: 'Jens', familyName: 'Thy' } }),
  );
  const found = await traced(ref);
  expect(found.keys.map(({ value }) => value)).not.toContain('clerk@larkmere.example');
  expect(found.matches.map(({ place }) => place)).not.toContain('orders/30');
});

test('a second reader who agrees settles it, one who differs makes it unsure; nothing is decided before', async () => {
  const ref = await request();
  const view = await traced(ref);
  const [customer, review] = ['customers/1', 'reviews/5'].map(
    (place) => view.matches.find((match) => match.place === place)!.id,
  ) as [string, string];
  const second = async (id: string) => must(await traceView(asta, { ref }))!.matches.find((match) => match.id === id)!;
  for (const matchId of [customer, review]) {
    must(await giveVerdicts(signe, { ref, verdicts: [{ matchId, verdict: 'theirs' }] }));
    must(await askSecondReader(signe, { ref, matchId, isWanted: true }));
  }
  expect(must(await requestView(signe, { ref })).undecided).toBe(2);
  expect(refusal(await decide(signe, { ref, outcome: 'fulfil', ground: 'art-15', reason: 'It is their right.' }))).toBe(
    'matches-undecided',
  );
  must(await giveVerdicts(asta, { ref, verdicts: [{ matchId: customer, verdict: 'theirs' }] }));
  must(await giveVerdicts(asta, { ref, verdicts: [{ matchId: review, verdict: 'not-theirs' }] }));
  expect(await second(customer)).toMatchObject({
    verdict: 'theirs',
    second: { askedBy: 'signe', by: 'asta', verdict: 'theirs', isOwnAsk: false },
  });
  expect(await second(review)).toMatchObject({ verdict: 'unsure', second: { verdict: 'not-theirs' } });
  expect(refusal(await askSecondReader(signe, { ref, matchId: review, isWanted: false }))).toBe('read-already');
  must(await giveVerdicts(signe, { ref, verdicts: [{ matchId: review, verdict: 'not-theirs' }] }));
  expect(must(await requestView(signe, { ref })).undecided).toBe(0);
});

test('records say what they are about', async () => {
  const view = await traced(await request());
  expect(view.matches.find(({ place }) => place === 'reviews/5')!.topics).toEqual(['complaints']);
  expect(view.matches.find(({ place }) => place === 'orders/10')!.topics).toEqual(['orders']);
});
