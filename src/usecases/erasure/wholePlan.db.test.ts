import { createDecipheriv } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { choice } from '../../../test/support/ledger';
import { must, refusal } from '../../../test/support/must';
import { Shelf } from '../../../test/support/shelf';
import { shelfWorld } from '../../../test/support/shelfWorld';
import type { TestWorld } from '../../../test/support/database';
import { insertRetentionRule } from '../../db/erasure/plans';
import { insertRegisterEntry } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { startAudience } from '../audiences/checkAudience';
import { checkStanding } from '../standing/checkStanding';
import { findAtCounter } from '../ledger/recordByHand';
import { recordChoices } from '../ledger/recordChoices';
import { searchLedger } from '../ledger/searchLedger';
import { uploadImport } from '../imports/uploadImport';
import { addMapping } from '../imports/mapImport';
import { findPeople } from '../people/findPeople';
import { decide } from '../requests/decide';
import { proveAtCounter } from '../identity/identity';
import { addNote } from '../requests/notes';
import { openRequest } from '../intake/openRequest';
import { tellRecipient } from '../carryOut/tellRecipients';
import { acceptBand, giveVerdicts, traceView } from '../trace/review';
import { startTrace } from '../trace/startTrace';
import { strike } from '../trace/steerTrace';
import { readTrailPage } from '../trail/readTrailPage';
import { confirmPlan, makePlan } from './makePlan';
import { readCertificate } from './readPlan';

let world: TestWorld;
let shelf: Shelf;
let signe: Context;
let n = 0;

beforeAll(async () => {
  ({ world, signe } = await shelfWorld('whole_plan', () => shelf, 'coordinator', 'supervisor'));
  await world.worker.transaction(async (h) => {
    await insertRetentionRule(h, {
      id: 'ret_bills',
      system: 'sys_shelf',
      collection: 'bills',
      from: 'issued_on',
      years: 5,
      law: 'Bogføringsloven § 12',
    });
    await insertRegisterEntry(h, {
      system: 'sys_shelf',
      collection: 'things',
      title: 'Shelf · things',
      purposes: ['p'],
      categories: ['c'],
      recipients: ['our parcel carrier'],
      retention: 'r',
      source: 's',
      transfers: null,
      automatedDecisions: null,
      isGiven: false,
      nothing: [],
    });
  });
});
afterAll(() => world.close());

/** A person of its own for each test, so that nobody is in another's way. */
async function somebody(givenName: string, familyName: string) {
  world.pass(3600);
  const email = `${givenName}.${familyName}@post.example`.toLowerCase();
  const phone = `+45102233${String(10 + n++)}`;
  shelf = new Shelf({ givenName, familyName });
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [
          { kind: 'email', value: email },
          { kind: 'phone', value: phone },
        ],
        name: { givenName, familyName },
        externalId: `w${n}`,
        occurredAt: world.worker.clock.now(),
      }),
    ],
  });
  const open = async (
    right: 'erasure' | 'access',
    language = 'en',
    more: { emails?: string[]; text?: string } = {},
  ) => {
    const opened = must(
      await openRequest(signe, {
        right,
        regimes: ['eu-gdpr'],
        receivedAt: world.worker.clock.now(),
        channel: 'phone',
        person: { givenName, familyName, emails: more.emails ?? [email] },
        text: more.text ?? 'please',
        language,
      }),
    );
    await world.drain();
    return opened.ref;
  };
  return { email, phone, open };
}

async function traced(ref: string): Promise<void> {
  must(await proveAtCounter(signe, { ref }));
  must(await startTrace(signe, { ref }));
  await world.drain();
}

async function accepted(ref: string): Promise<void> {
  for (const band of ['certain', 'likely', 'possible'] as const) must(await acceptBand(signe, { ref, band }));
  must(await decide(signe, { ref, outcome: 'fulfil', ground: 'art-17-1-a', reason: 'no longer needed' }));
}

async function planned(ref: string): Promise<void> {
  await traced(ref);
  await accepted(ref);
  must(await makePlan(signe, { ref }));
}

async function carriedOut(ref: string, acceptance?: string): Promise<void> {
  must(await confirmPlan(signe, { ref, typed: ref, ...(acceptance ? { acceptance } : {}) }));
  for (let tries = 0; tries < 4; tries++) {
    await world.drain();
    const plan = await planRow(ref);
    if (plan.phase === 'letter' && plan.error?.includes('recipient'))
      must(await tellRecipient(signe, { ref, recipient: 'our parcel carrier', how: 'by letter', wasTold: true }));
  }
}

const planRow = async (ref: string) =>
  world
    .knex('plans')
    .join('requests', 'requests.id', 'plans.request_id')
    .where({ ref })
    .whereNot('plans.state', 'replaced')
    .select('plans.*')
    .first() as Promise<{ state: string; phase: string; error: string | null; id: string }>;
const requestRow = async (ref: string) => world.knex('requests').where({ ref }).first();
const keyOf = async (email: string) =>
  (await world
    .knex('persons as p')
    .join('identifiers as i', 'i.person_id', 'p.id')
    .where('i.hash', world.worker.keys.index(`email::${email}`))
    .select('p.*')
    .first()) as { id: string; data_key_id: string };
const isAlive = async (key: string) => (await world.knex('data_keys').where({ id: key }).first()).wrapped !== null;
const standingOf = async (email: string) =>
  must(
    await checkStanding(world.worker, {
      identifier: { kind: 'email', value: email },
      purpose: 'newsletter',
      systemId: 'sys_shop',
    }),
  ).standing;
const answerTo = (ref: string) => world.mails.filter(({ subject }) => subject.includes(ref)).at(-1)!;

test(
  'a hold on Bookend’s own records keeps them and the key, and the letter and the certificate say so ' +
    'without naming the matter',
  async () => {
    const { email, open } = await somebody('Hanne', 'Holt');
    shelf.put('t1', email);
    const person = await keyOf(email);
    await world.knex('holds').insert({
      id: 'hold_own',
      matter: 'Holt against Larkmere',
      person_id: person.id,
      system_id: 'sys_bookend',
      opened_at: '2026-11-01',
    });
    const ref = await open('erasure', 'da');
    await planned(ref);
    await carriedOut(ref);
    expect(await requestRow(ref)).toMatchObject({ outcome: 'erased-in-part', plan: 'finished' });
    expect(shelf.records.get('t1')!.erasedTimes).toBe(1);
    expect(await isAlive(person.data_key_id)).toBe(true);
    expect(await isAlive((await requestRow(ref)).data_key_id)).toBe(true);
    expect(await world.knex('persons').where({ id: person.id }).first()).toMatchObject({
      erased_at: null,
      restricted_from: expect.anything(),
    });
    expect(await standingOf(email)).toBe('erased');
    const { content } = must(await readCertificate(signe, { ref }));
    expect(content).toMatchObject({
      keysDestroyed: false,
      outcome: 'erased-in-part',
      residue: expect.arrayContaining([expect.objectContaining({ system: 'sys_bookend', collection: 'persons' })]),
    });
    const { subject, text } = answerTo(ref);
    expect(subject).toBe(`Vores svar: slettet delvist (${ref})`);
    expect(text).toContain('retskrav');
    expect(text).toContain('art. 77');
    const residue = await world.knex('residue').where({ request_ref: ref });
    for (const where of [text, subject, JSON.stringify(content), JSON.stringify(residue)])
      expect(where).not.toContain('against Larkmere');
    await world.knex('holds').delete();
  },
);

test('a hold that is placed while the erasure runs stops it; the plan is made again with the hold in it', async () => {
  const { email, open } = await somebody('Stine', 'Ravn');
  shelf.put('t1', email);
  shelf.put('t2', email);
  const ref = await open('erasure');
  await planned(ref);
  must(await confirmPlan(signe, { ref, typed: ref }));
  await world.knex('holds').insert({ id: 'hold_late', matter: 'm', system_id: 'sys_shelf', opened_at: '2026-11-01' });
  await world.drain();
  expect(shelf.writes).toBe(0);
  expect(await planRow(ref)).toMatchObject({
    state: 'stopped',
    error: expect.stringContaining('A hold was placed on 2 records'),
  });
  must(await makePlan(signe, { ref }));
  await carriedOut(ref);
  expect([...shelf.records.values()].map(({ erasedTimes, isRestricted }) => [erasedTimes, isRestricted])).toEqual([
    [0, true],
    [0, true],
  ]);
  expect((await requestRow(ref)).outcome).toBe('erased-in-part');
  await world.knex('holds').delete();
});

test('a struck key is nobody’s: neither suppressed nor erased by; its owner’s next choice counts', async () => {
  const { email, open } = await somebody('Struck', 'Person');
  shelf.put('t1', email, { phones: ['+45 20 30 40 51'] });
  const ref = await open('erasure', 'en', { emails: [email, 'neighbour@post.example'] });
  await traced(ref);
  const { keys } = must(await traceView(signe, { ref }))!;
  for (const value of ['+4520304051', 'neighbour@post.example'])
    must(await strike(signe, { ref, keyId: keys.find((key) => key.value === value)!.id, isStruck: true }));
  await accepted(ref);
  must(await makePlan(signe, { ref }));
  await carriedOut(ref);
  expect((await requestRow(ref)).outcome).toBe('erased');
  const [outcome, own] = await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [
          { kind: 'phone', value: '+45 20 30 40 51' },
          { kind: 'email', value: 'neighbour@post.example' },
        ],
        name: { givenName: 'Real', familyName: 'Owner' },
        externalId: 'owner',
        occurredAt: '2026-11-23T08:00:00Z',
      }),
      choice({ identifiers: [{ kind: 'email', value: email }], externalId: 'own', occurredAt: '2026-11-23T08:00:00Z' }),
    ],
  });
  expect([outcome!.status, own!.status]).toEqual(['recorded', 'suppressed']);
});

test('what a living person is known by as well is not suppressed', async () => {
  const { email, open } = await somebody('Mor', 'Vinter');
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [{ kind: 'email', value: email }],
        name: { givenName: 'Karl', familyName: 'Ostergaard' },
        externalId: 'karl',
        occurredAt: world.worker.clock.now(),
      }),
    ],
  });
  expect(await world.knex('identifiers').where({ hash: world.worker.keys.index(`email::${email}`) })).toHaveLength(2);
  shelf.put('t1', email);
  const ref = await open('erasure');
  await traced(ref);
  const view = must(await traceView(signe, { ref }))!;
  const karl = view.matches.filter(({ title, parent }) => title.includes('Karl') && !parent);
  must(await giveVerdicts(signe, { ref, verdicts: karl.map(({ id }) => ({ matchId: id, verdict: 'not-theirs' })) }));
  await accepted(ref);
  must(await makePlan(signe, { ref }));
  await carriedOut(ref);
  const [outcome] = await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [{ kind: 'email', value: email }],
        name: { givenName: 'Karl', familyName: 'Ostergaard' },
        externalId: 'karl2',
        occurredAt: world.worker.clock.now(),
      }),
    ],
  });
  expect(outcome!.status).toBe('recorded');
});

test('an open request of the same person is in the way until it is answered, also one that only says who they are', async () => {
  const { email, open } = await somebody('Aase', 'Krag');
  shelf.put('t1', email);
  const ref = await open('erasure');
  await traced(ref);
  await accepted(ref);
  const access = await open('access');
  expect(await makePlan(signe, { ref })).toEqual({ ok: false, refusal: { code: 'open-requests', refs: [access] } });
  await world.knex('requests').where({ ref: access }).update({ person_id: null });
  expect(await makePlan(signe, { ref })).toEqual({ ok: false, refusal: { code: 'open-requests', refs: [access] } });
  must(
    await decide(signe, { ref: access, outcome: 'refuse', ground: 'other', reason: 'They took it back on the phone.' }),
  );
  must(await makePlan(signe, { ref }));
  const again = await open('access');
  expect(refusal(await confirmPlan(signe, { ref, typed: ref }))).toBe('open-requests');
  must(
    await decide(signe, { ref: again, outcome: 'refuse', ground: 'other', reason: 'They took it back on the phone.' }),
  );
  must(await confirmPlan(signe, { ref, typed: ref }));
  // One that comes while it runs is answered under its own key.
  const late = await open('access');
  must(await tellRecipient(signe, { ref, recipient: 'our parcel carrier', how: 'by letter', wasTold: true }));
  await world.drain();
  expect((await requestRow(ref)).outcome).toBe('erased');
  expect(await requestRow(late)).toMatchObject({ closed_at: null, person_sealed: expect.anything() });
  expect(await isAlive((await requestRow(late)).data_key_id)).toBe(true);
});

test('recipients are told before the answer, which names those who were, and when; nobody else', async () => {
  const { email, open } = await somebody('Tove', 'Lind');
  shelf.put('t1', email);
  const ref = await open('erasure');
  await planned(ref);
  must(await confirmPlan(signe, { ref, typed: ref }));
  await world.drain();
  expect(await planRow(ref)).toMatchObject({
    phase: 'letter',
    error: 'Waits until 1 recipient has been told (GDPR art. 19).',
  });
  expect(refusal(await tellRecipient(signe, { ref, recipient: 'the moon', how: 'by letter', wasTold: true }))).toBe(
    'not-found',
  );
  must(await tellRecipient(signe, { ref, recipient: 'our parcel carrier', how: 'It keeps nothing', wasTold: false }));
  await world.drain();
  expect(answerTo(ref).text).not.toContain('parcel carrier');
  const other = await somebody('Tage', 'Lund');
  shelf.put('t1', other.email);
  const second = await other.open('erasure');
  await planned(second);
  await carriedOut(second);
  expect(answerTo(second).text).toContain('our parcel carrier, on Tue, 24 November 2026');
  expect(must(await readCertificate(signe, { ref: second })).content).toMatchObject({
    recipientsTold: [{ recipient: 'our parcel carrier', toldOn: '2026-11-24' }],
  });
});

test('what stays makes it a part-refusal: with ground, day, remedies; restricted where its system can', async () => {
  const { email, open } = await somebody('Bent', 'Bruun');
  shelf.put('b1', email, {
    collection: 'bills',
    fields: { email, issued_on: '2026-01-10' },
    refersTo: [{ collection: 'things', key: 't1', nullable: true }],
  });
  shelf.put('b2', email, { collection: 'bills', fields: { email, issued_on: 'unknown' } });
  shelf.put('t1', email);
  shelf.put('t2', email);
  const ref = await open('erasure');
  await planned(ref);
  await carriedOut(ref);
  const { subject, text } = answerTo(ref);
  expect(subject).toContain('erased in part');
  expect(text).toContain(
    'Bogføringsloven § 12 obliges us to keep it (GDPR art. 17(3)(b)), until Fri, 10 January 2031. Its use is restricted',
  );
  expect(text).toMatch(
    /Shelf · things: 1 record\. Your name has been taken from it\. It is kept apart .* until Fri, 10 January 2031\./,
  );
  expect(text).toContain('we are finding out until when');
  expect(text).toContain('lodge a complaint');
  expect(text).not.toContain('Your data is erased');
  expect(
    [...shelf.records].map(([key, { erasedTimes, token, isRestricted }]) => [
      key,
      erasedTimes,
      token !== null,
      isRestricted,
    ]),
  ).toEqual([
    ['b1', 0, false, true],
    ['b2', 0, false, true],
    ['t1', 0, true, false],
    ['t2', 1, false, false],
  ]);
  expect(await requestRow(ref)).toMatchObject({ outcome: 'erased-in-part' });
});

test('how many look alike is not known, or few: both have to be accepted with a reason', async () => {
  const { email, open } = await somebody('Ulf', 'Thy');
  shelf.put('t1', email);
  const ref = await open('erasure');
  await traced(ref);
  await world.knex('matches').where({ record_key: 't1' }).update({ is_shared: true });
  await accepted(ref);
  must(await makePlan(signe, { ref }));
  expect(await confirmPlan(signe, { ref, typed: ref })).toEqual({
    ok: false,
    refusal: { code: 'small-cohort', k: null },
  });
  await world
    .knex('plans')
    .where({ id: (await planRow(ref)).id })
    .update({ k: 3 });
  expect(await confirmPlan(signe, { ref, typed: ref })).toEqual({ ok: false, refusal: { code: 'small-cohort', k: 3 } });
  await carriedOut(ref, 'the town is not kept');
  expect(shelf.records.get('t1')!.token).not.toBeNull();
});

test('a crash between the journal and the database: one line, and the certificate says what it said', async () => {
  const { email, open } = await somebody('Crash', 'Test');
  shelf.put('t1', email);
  const ref = await open('erasure');
  await planned(ref);
  const own = world.worker.journal;
  let crashes = 1;
  world.worker.journal = {
    ...own,
    append: async (entry) => {
      await own.append(entry);
      if (crashes-- > 0) throw new Error('killed after the journal');
    },
  };
  must(await confirmPlan(signe, { ref, typed: ref }));
  must(await tellRecipient(signe, { ref, recipient: 'our parcel carrier', how: 'by letter', wasTold: true }));
  await expect(world.drain()).rejects.toThrow('killed after the journal');
  const begun = (
    await world
      .knex('plans')
      .where({ id: (await planRow(ref)).id })
      .first()
  ).own_at;
  world.pass(7200);
  world.queue.push({ name: 'run-erasure', payload: { planId: (await planRow(ref)).id } });
  await world.drain();
  world.worker.journal = own;
  const certificate = must(await readCertificate(signe, { ref }));
  expect(certificate.content['finishedAt']).toBe(begun);
  const entries = (await own.read()).filter((entry) => entry.ref === ref);
  expect(entries).toHaveLength(1);
  expect(entries[0]).toMatchObject({ at: begun, outcome: 'erased' });
});

test('after the certificate the person is nowhere in what Bookend can open', async () => {
  await addMapping(world.worker, {
    system_id: 'sys_shop',
    name: 'list',
    mapping: {
      columns: {
        externalId: 'id',
        occurredAt: 'when',
        email: 'email',
        purpose: 'purpose',
        answer: 'answer',
        givenName: 'first',
        familyName: 'last',
      },
      answers: {},
      purposes: {},
      constants: {},
      addressFrom: null,
    },
  });
  const { email, phone, open } = await somebody('Freja', 'Ambrosius');
  shelf.put('t1', email);
  shelf.put('t2', email, { collection: 'bills', fields: { email, issued_on: '2020-01-01' } });
  // Everything a colleague does around a person leaves words behind.
  must(await findPeople(signe, email));
  must(await findPeople(signe, 'Ambrosius Freja'));
  must(await findAtCounter(signe, { identifier: { kind: 'phone', value: phone } }));
  must(await searchLedger(signe, { identifier: { kind: 'email', value: email } }));
  must(
    await startAudience(signe, {
      name: 'list',
      purpose: 'newsletter',
      channel: 'email',
      content: Readable.from([`email\nsomebody@post.example\n${email}\n`]),
    }),
  );
  const lines =
    `id;when;email;purpose;answer;first;last\n1;nonsense;${email}` +
    `;newsletter;grant;Freja;Ambrosius\n2;nonsense;;newsletter;grant;Freja;Ambrosius\n3;nonsense;` +
    `else@post.example;newsletter;grant;Else;Dahl\n`;
  must(
    await uploadImport(signe, {
      systemId: 'sys_shop',
      fileName: 'list.csv',
      content: Readable.from([lines]),
      way: 'page',
      mapping: 'list',
      runNow: true,
    }),
  );
  await world.drain();
  const ref = await open('erasure', 'en', { text: `It is me, ${email}` });
  must(await addNote(signe, { ref, text: `Spoke with Freja Ambrosius, ${phone}` }));
  await traced(ref);
  await accepted(ref);
  must(await makePlan(signe, { ref }));
  const needles = [email, 'Ambrosius', 'ambrosius', phone, phone.slice(-8)];
  expect((await whereItStands(needles)).length).toBeGreaterThan(10);
  await carriedOut(ref);
  expect((await requestRow(ref)).outcome).toBe('erased');
  expect(await whereItStands(needles)).toEqual([]);
  // Others' lines are where they were, and the trail says that there was something.
  expect(await world.knex('import_lines').whereNotNull('raw_sealed')).toHaveLength(1);
  const trail = await readTrailPage(signe, { subject: null, act: 'person-searched', before: null });
  expect(trail.lines.filter(({ details }) => details === '(gone, with whom it named)').length).toBeGreaterThanOrEqual(
    3,
  );
  expect(trail.isChainGood).toBe(true);
});

/**
 * Every value of the database and every file of storage, in the clear and opened under every key that is alive,
 * searched for some words.
 */
async function whereItStands(needles: readonly string[]): Promise<string[]> {
  const keyFile = JSON.parse(readFileSync(join(world.folder, 'keys.json'), 'utf8')) as {
    masters: { version: number; key: string }[];
    own: string;
  };
  const masters = new Map(keyFile.masters.map(({ version, key }) => [version, Buffer.from(key, 'base64')]));
  const keys = [Buffer.from(keyFile.own, 'base64')];
  for (const row of await world.knex('data_keys').whereNotNull('wrapped'))
    keys.push(opened(masters.get(row.master_version)!, row.wrapped));
  const found: string[] = [];
  const look = (bytes: Buffer, place: string) => {
    const texts = [
      bytes.toString('utf8'),
      ...(bytes.length > 28 ? keys.map((key) => opened(key, bytes).toString('utf8')) : []),
    ];
    if (texts.some((text) => needles.some((needle) => text.includes(needle)))) found.push(place);
  };
  const tables: {
    table_name: string;
    column_name: string;
    data_type: string;
  }[] = await world
    .knex('information_schema.columns')
    .where({ table_schema: 'public' })
    .select('table_name', 'column_name', 'data_type');
  for (const { table_name: table, column_name: column, data_type: type } of tables) {
    if (!/bytea|text|json|ARRAY|character/.test(type)) continue;
    for (const row of await world.knex(table).whereNotNull(column).select({ value: column }))
      look(
        Buffer.isBuffer(row.value)
          ? row.value
          : Buffer.from(typeof row.value === 'string' ? row.value : JSON.stringify(row.value)),
        `${table}.${column}`,
      );
  }
  const storage = join(world.folder, 'storage');
  for (const name of existsSync(storage) ? readdirSync(storage) : [])
    look(readFileSync(join(storage, name)), `storage/${name.split('-')[0]}`);
  return found;
}

/** The text behind nonce ‖ ciphertext ‖ tag, whatever was bound in: for looking, not for trusting. */
function opened(key: Buffer, sealed: Buffer): Buffer<ArrayBuffer> {
  const counter = Buffer.concat([sealed.subarray(0, 12), Buffer.from([0, 0, 0, 2])]);
  return createDecipheriv('aes-256-ctr', key, counter).update(sealed.subarray(12, -16));
}
