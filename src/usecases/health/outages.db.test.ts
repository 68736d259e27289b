import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { must, refusal } from '../../../test/support/must';
import { choice, seedLedger, TILL_MAPPING } from '../../../test/support/ledger';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { maildirInbox } from '../../connectors/mailbox/maildirInbox';
import { insertUser } from '../../db/access/users';
import { beat } from '../../db/health/heartbeats';
import { onceOnly } from '../shared/once';
import { recordChoices } from '../ledger/recordChoices';
import type { Context } from '../shared/context';
import { readDesk } from '../desk/readDesk';
import { addMapping } from '../imports/mapImport';
import { watchFolders } from '../imports/watchFolders';
import { deliverLetters } from '../letters/deliverLetters';
import { sendAgain } from '../letters/sendAgain';
import { openRequest } from '../intake/openRequest';
import { requestView } from '../requests/requestView';
import { readArrivals, settleArrivalByHand } from './arrivals';
import { takeInbox } from '../intake/takeInbox';
import { dailyWork } from '../daily/dailyWork';
import { readHealth } from './readHealth';

let world: TestWorld;
let signe: Context;
/** What is away, and by which code it says so. */
let away: { database: boolean; storage: boolean; mail: string | null } = {
  database: false,
  storage: false,
  mail: null,
};
let real = Date.now();

beforeAll(async () => {
  world = await testWorld('outages');
  await seedLedger(world);
  await world.worker.transaction(async (h) => {
    await insertUser(h, {
      id: 'usr_signe',
      email: 'signe@x.example',
      name: 'Signe',
      password_hash: 'x',
      roles: ['coordinator', 'supervisor'],
      active: true,
      created_at: '2026-01-01T00:00:00Z',
    });
    await beat(h, 'worker:test', new Date(real + 3_600_000).toISOString());
  });
  await addMapping(world.worker, { system_id: 'sys_tills', name: 'nightly', mapping: TILL_MAPPING });
  const { worker } = world;
  const fault = (code: string) => Object.assign(new Error('away'), { code });
  const { transaction, storage, mailer } = worker;
  // The database, the storage and the mail server are taken away under the use cases, by the errors they have when
  // they are away.
  worker.transaction = (work) => (away.database ? Promise.reject(fault('ECONNREFUSED')) : transaction(work));
  worker.storage = {
    ...storage,
    write: (name) => {
      if (away.storage) throw fault('EIO');
      return storage.write(name);
    },
  };
  worker.mailer = {
    send: async (mail) => {
      if (away.mail === '550') throw Object.assign(fault('EENVELOPE'), { responseCode: 550 });
      if (away.mail) throw fault(away.mail);
      await mailer.send(mail);
    },
  };
  worker.clock = { now: worker.clock.now, real: () => new Date(real).toISOString() };
  const root = join(world.folder, 'privacy');
  for (const part of ['new', 'cur', 'tmp']) mkdirSync(join(root, part), { recursive: true });
  worker.inbox = maildirInbox(root);
  signe = world.user('usr_signe', 'coordinator', 'supervisor');
});
afterAll(() => world.close());
beforeEach(() => {
  away = { database: false, storage: false, mail: null };
});

const message = (name: string, subject: string, folder = 'new') =>
  writeFileSync(
    join(world.folder, 'privacy', folder, name),
    `From: Ida <ida@mail.example>\r\nTo: privacy@x.example\r\nSubject: ${subject}\r\nDate: Mon, 23 Nov 2026 ` +
      `08:00:00 +0100\r\n\r\nPlease send me my data.\r\n`,
  );
const healthNow = () => readHealth(world.worker);
const deskSays = async () => (await readDesk(signe)).waiting.map(({ who, what }) => `${who} ${what}`).join('\n');
const pass = (ms: number) => void (real += ms);

test.each([
  ['5 s', 5000],
  ['30 s', 30_000],
  ['10 minutes', 600_000],
])('a message that comes while the database is away for %s is taken once it is back, once', async (_say, ms) => {
  const seen = new Set<string>();
  message(`${ms}.m`, `Access ${ms}`);
  away.database = true;
  await expect(takeInbox(world.worker, seen)).rejects.toThrow();
  expect((await healthNow()).status).toBe('down');
  pass(ms);
  away.database = false;
  expect((await takeInbox(world.worker, seen)).proposed).toBe(1);
  expect((await takeInbox(world.worker, seen)).proposed).toBe(0);
  expect((await takeInbox(world.worker, new Set())).proposed).toBe(0);
});

test(
  'a message that cannot be read is shown, is not asked again and again, and hides no other; a mailbox ' +
    'that is away is not an empty one',
  async () => {
    const seen = new Set<string>();
    writeFileSync(join(world.folder, 'privacy', 'new', 'empty.m'), '');
    message('after.m', 'After it');
    expect(await takeInbox(world.worker, seen)).toEqual({ proposed: 1, unreadable: 1, waiting: 0 });
    pass(6 * 60_000);
    expect(await healthNow()).toMatchObject({ status: 'degraded', intake: 'waiting' });
    expect(await deskSays()).toContain('the privacy mailbox 1 message could not be taken in (no-message)');
    // It is named to those who work on requests, who settle it; seen again, it stays settled.
    const [arrival, ...others] = must(await readArrivals(signe, { kind: 'mail' }));
    expect([arrival, others]).toEqual([
      expect.objectContaining({ name: expect.stringContaining('empty.m'), why: 'no-message', mustLook: true }),
      [],
    ]);
    const owner = world.user('usr_owner', 'system-owner');
    expect(await readArrivals(owner, { kind: 'mail' })).toMatchObject({ refusal: { code: 'not-allowed' } });
    expect(await settleArrivalByHand(owner, { kind: 'mail', id: arrival!.id })).toMatchObject({
      refusal: { code: 'not-allowed' },
    });
    for (const id of ['zz', '', 'ff'])
      expect(await settleArrivalByHand(signe, { kind: 'mail', id })).toMatchObject({ refusal: { code: 'not-found' } });
    must(await settleArrivalByHand(signe, { kind: 'mail', id: arrival!.id }));
    await takeInbox(world.worker, new Set());
    expect(must(await readArrivals(signe, { kind: 'mail' }))).toEqual([]);
    expect(await deskSays()).not.toContain('no-message');
    expect(JSON.stringify(await world.knex('arrivals').select('name_sealed'))).not.toContain(
      Buffer.from('empty.m').toString('hex'),
    );
    const { inbox } = world.worker;
    world.worker.inbox = maildirInbox(join(world.folder, 'no-such-place'));
    await expect(takeInbox(world.worker, seen)).rejects.toThrow();
    pass(6 * 60_000);
    expect(await deskSays()).toContain('ENOENT');
    world.worker.inbox = inbox;
    await takeInbox(world.worker, seen);
    expect(await deskSays()).not.toContain('ENOENT');
    await world.knex('arrivals').delete();
  },
);

test('a file that is dropped while storage or database are away is taken in once they are back, and says so while it lasts', async () => {
  const drop = join(world.folder, 'drop');
  mkdirSync(drop, { recursive: true });
  await world
    .knex('systems')
    .where({ id: 'sys_tills' })
    .update({ connection_sealed: world.worker.keys.sealOwn(JSON.stringify({ drop }), 'connection:sys_tills') });
  writeFileSync(
    join(drop, 'night.csv'),
    'line_id;signed_on;shop;loyalty_no;first_name;last_name;email;phone;country;purpose;tick\nT1;' +
      '2026-11-20;Aarhus;L-1;Ann;Skov;ann@mail.example;;DK;newsletter;J\n',
  );
  writeFileSync(join(drop, 'blank.csv'), '');
  const seen = new Set<string>();
  away.storage = true;
  expect(await watchFolders(world.worker, seen)).toMatchObject({ taken: 0, waiting: 2 });
  pass(6 * 60_000);
  expect(await healthNow()).toMatchObject({ status: 'degraded', intake: 'waiting' });
  expect(await deskSays()).toContain('a watched folder 2 files could not be taken in (EIO)');
  away.storage = false;
  away.database = true;
  await expect(watchFolders(world.worker, seen)).rejects.toThrow();
  away.database = false;
  expect(await watchFolders(world.worker, seen)).toMatchObject({
    taken: 1,
    waiting: 0,
    refused: [{ file: 'blank.csv', code: 'file-empty' }],
  });
  expect(await watchFolders(world.worker, seen)).toMatchObject({ taken: 0, refused: [] });
  await world.drain();
  expect(await world.knex('imports').select('state', 'recorded')).toEqual([{ state: 'finished', recorded: 1 }]);
  expect(await deskSays()).toContain('1 file could not be taken in (file-empty)');
  await world.knex('arrivals').delete();
});

test(
  'a letter waits for a mail server that is off for days: each try a little later, one chain; health ' +
    'and Desk say it; it can be sent again',
  async () => {
    const { ref } = must(
      await openRequest(signe, {
        right: 'access',
        receivedAt: world.worker.clock.now(),
        channel: 'phone',
        person: { givenName: 'Ida', familyName: 'Vang', emails: ['ida@mail.example'] },
        text: null,
        language: 'en',
      }),
    );
    const letter = async () =>
      (await world.knex('letters').where('request_id', world.knex('requests').select('id').where({ ref })).first()) as {
        id: string;
        state: string;
        tries: number;
        next_try_at: string | null;
        message_id: string;
      };
    away.mail = 'ECONNREFUSED';
    const waits: number[] = [];
    for (let n = 0; n < 12; n++) {
      await deliverLetters(world.worker);
      // Asked for again before its time it is not tried: one chain of tries a letter.
      await deliverLetters(world.worker);
      const { tries, next_try_at: next } = await letter();
      expect(tries).toBe(n + 1);
      waits.push(Date.parse(next!) - real);
      real = Date.parse(next!);
    }
    expect(waits.every((wait, n) => n === 0 || wait >= waits[n - 1]!)).toBe(true);
    expect((await letter()).state).toBe('queued');
    expect(waits.at(-1)! / waits[0]!).toBe(720);
    expect(await healthNow()).toMatchObject({ status: 'degraded', mail: 'failing' });
    expect(await deskSays()).toContain('the mail server does not take a letter');
    expect(must(await requestView(signe, { ref })).letters[0]).toMatchObject({
      state: 'queued',
      error: 'ECONNREFUSED',
      tries: 12,
    });
    for (let n = 12; n < 30; n++) {
      await deliverLetters(world.worker);
      real = Date.parse((await letter()).next_try_at ?? new Date(real).toISOString());
    }
    expect((await letter()).state).toBe('failed');
    expect(await healthNow()).toMatchObject({ mail: 'failing' });
    away.mail = null;
    expect(refusal(await sendAgain(signe, { ref, letterId: 'let_nothing' }))).toBe('not-found');
    must(await sendAgain(signe, { ref, letterId: (await letter()).id }));
    await deliverLetters(world.worker);
    expect((await letter()).state).toBe('sent');
    expect(world.mails.filter(({ messageId }) => messageId !== undefined).at(-1)!.messageId).toBe(
      (await letter()).message_id,
    );
    expect(refusal(await sendAgain(signe, { ref, letterId: (await letter()).id }))).toBe('letter-sent-already');
    expect(await healthNow()).toMatchObject({ mail: 'ok' });
  },
);

test('one address that the server refuses does not hold up the others', async () => {
  const open = async (email: string) =>
    must(
      await openRequest(signe, {
        right: 'access',
        receivedAt: world.worker.clock.now(),
        channel: 'phone',
        person: { givenName: 'A', familyName: 'B', emails: [email] },
        text: null,
        language: 'en',
      }),
    ).ref;
  const { mailer } = world.worker;
  world.worker.mailer = {
    send: async (mail) => {
      if (mail.to.startsWith('nobody'))
        throw Object.assign(new Error('no such user nobody@mail.example'), { code: 'EENVELOPE', responseCode: 550 });
      await mailer.send(mail);
    },
  };
  await open('nobody@mail.example');
  await open('somebody@mail.example');
  await deliverLetters(world.worker);
  expect(world.mails.at(-1)!.to).toBe('somebody@mail.example');
  expect(await world.knex('letters').where({ state: 'queued' }).select('error', 'tries')).toEqual([
    { error: 'EENVELOPE 550', tries: 1 },
  ]);
  world.worker.mailer = mailer;
  await world.knex('letters').where({ state: 'queued' }).update({ state: 'sent' });
});

test('health is not ok while the worker is dead', async () => {
  await world.knex('heartbeats').update({ at: new Date(real - 31_000).toISOString() });
  expect(await healthNow()).toMatchObject({ status: 'degraded', worker: 'not seen' });
  await world.worker.transaction((h) => beat(h, 'worker:test', new Date(real).toISOString()));
  expect((await healthNow()).status).toBe('ok');
});

test('daily work is done once a day by whichever worker looks; what failed is tried again by itself and holds up nothing', async () => {
  const calls: string[] = [];
  let breaks = true;
  const tasks = {
    first: async () => void calls.push('first'),
    breaking: async () => {
      calls.push('breaking');
      if (breaks) throw Object.assign(new Error('value@mail.example'), { code: 'ECONNREFUSED' });
    },
    last: async () => void calls.push('last'),
  };
  await Promise.all([dailyWork(world.worker, tasks), dailyWork(world.worker, tasks)]);
  expect([...calls].sort()).toEqual(['breaking', 'first', 'last']);
  expect(await healthNow()).toMatchObject({ status: 'degraded', daily: 'failed' });
  expect((await world.knex('claims').where({ scope: 'daily:breaking' }).first()).cause).toBe('ECONNREFUSED');
  await dailyWork(world.worker, tasks);
  expect(calls).toHaveLength(3);
  breaks = false;
  pass(6 * 60_000);
  expect(await dailyWork(world.worker, tasks)).toEqual(['breaking']);
  pass(86_400_000);
  expect(await dailyWork(world.worker, tasks)).toEqual(['first', 'breaking', 'last']);
});

test('two equal calls at once do it once; a call that fails half-way leaves nothing claimed', async () => {
  await world
    .knex('api_keys')
    .insert({ id: 'api_x', system_id: 'sys_shop', secret_hash: Buffer.from('x'), scopes: [], created_at: new Date() });
  let done = 0;
  const call = (body: string) =>
    onceOnly(world.worker, 'api_x', 'key-1', body, async (ctx) => {
      await recordChoices(ctx, { systemId: 'sys_shop', choices: [choice({ externalId: `once-${done}` })] });
      await new Promise((resolve) => setTimeout(resolve, 50));
      done++;
      return { status: 201, body: { n: done } };
    });
  const answers = await Promise.all([call('a'), call('a'), call('a')]);
  expect([done, ...answers.map(({ body }) => (body as { n: number }).n)]).toEqual([1, 1, 1, 1]);
  expect((await call('b')).status).toBe(409);
  let tries = 0;
  const breaking = () =>
    onceOnly(world.worker, 'api_x', 'key-2', 'a', async () => {
      if (tries++ === 0) throw new Error('killed');
      return { status: 200, body: {} };
    });
  await expect(breaking()).rejects.toThrow('killed');
  expect((await breaking()).status).toBe(200);
});

test(
  'many choices with words nobody has used yet: none waits for a second connection; a transaction ' +
    'inside another is refused',
  async () => {
    const before = Date.now();
    const results = await Promise.all(
      Array.from({ length: 14 }, (_, i) =>
        recordChoices(world.worker, {
          systemId: 'sys_shop',
          choices: [
            choice({
              country: `A${String.fromCharCode(65 + i)}`,
              externalId: `country-${i}`,
              identifiers: [{ kind: 'email', value: `c${i}@mail.example` }],
            }),
          ],
        }),
      ),
    );
    expect(results.flat().map(({ status }) => status)).toEqual(Array(14).fill('recorded'));
    expect(Date.now() - before).toBeLessThan(30_000);
    const numbers = await world.knex('dictionary').where({ kind: 'terms' });
    expect(new Set(numbers.map(({ no }) => no)).size).toBe(numbers.length);
    await expect(world.worker.transaction(() => world.worker.transaction(async () => 1))).rejects.toThrow(
      'inside of another',
    );
    // A number that was given in a transaction that came to nothing is nobody's.
    await expect(
      world.worker.transaction(async (h) => {
        await world.worker.words.ensure(h, ['a-purpose-that-never-was'], []);
        throw new Error('rolled back');
      }),
    ).rejects.toThrow('rolled back');
    await world.worker.transaction((h) => world.worker.words.ensure(h, ['another-purpose'], []));
    const row = await world.knex('dictionary').where({ kind: 'purpose', value: 'another-purpose' }).first();
    expect(world.worker.words.purposeNo('another-purpose')).toBe(row.no);
    expect(() => world.worker.words.purposeNo('a-purpose-that-never-was')).toThrow(RangeError);
  },
);
