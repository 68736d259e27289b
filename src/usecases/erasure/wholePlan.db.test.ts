import { choice } from '../../../test/support/ledger';
import { must, refusal } from '../../../test/support/must';
import { recordChoices } from '../ledger/recordChoices';
import { decide } from '../requests/decide';
import { tellRecipient } from '../carryOut/tellRecipients';
import { giveVerdicts } from '../trace/review';
import { traceView } from '../trace/traceView';
import { strike } from '../trace/steerTrace';
import { confirmPlan, makePlan } from './makePlan';
import { requestView } from '../requests/requestView';
import { readCertificate, readPlanLines } from './readPlan';
import { erasureWorld, type ErasureWorld } from '../../../test/support/erasureWorld';

let world: ErasureWorld['world'];
let signe: ErasureWorld['signe'];
let shelf: ErasureWorld['shelf'];
let somebody: ErasureWorld['somebody'];
let traced: ErasureWorld['traced'];
let accepted: ErasureWorld['accepted'];
let planned: ErasureWorld['planned'];
let carriedOut: ErasureWorld['carriedOut'];
let planRow: ErasureWorld['planRow'];
let requestRow: ErasureWorld['requestRow'];
let keyOf: ErasureWorld['keyOf'];
let isAlive: ErasureWorld['isAlive'];
let standingOf: ErasureWorld['standingOf'];
let answerTo: ErasureWorld['answerTo'];
beforeAll(
  async () =>
    void ({
      world,
      signe,
      shelf,
      somebody,
      traced,
      accepted,
      planned,
      carriedOut,
      planRow,
      requestRow,
      keyOf,
      isAlive,
      standingOf,
      answerTo,
    } = await erasureWorld('whole_plan')),
);

afterAll(() => world.close());

test(
  'a hold on Bookend’s own records keeps them and the key, and the letter and the certificate say so ' +
    'without naming the matter',
  async () => {
    const { email, open } = await somebody('Hanne', 'Holt');
    shelf().put('t1', email);
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
    expect(shelf().records.get('t1')!.erasedTimes).toBe(1);
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

test('the plan is counted by place and read place by place; masked it counts the same and names nothing', async () => {
  const { email, open } = await somebody('Grouped', 'Person');
  for (let n = 0; n < 230; n++) shelf().put(`g${n}`, email);
  const ref = await open('erasure');
  await planned(ref);
  const plan = must(await requestView(signe, { ref })).plan!;
  const group = plan.groups.find(({ system }) => system === 'sys_shelf')!;
  expect(group).toMatchObject({ erase: 230, operations: { intended: 0, accepted: 0, done: 0, failed: 0 } });
  const counted = (of: 'erase' | 'anonymise' | 'keep') => plan.groups.reduce((n, one) => n + one[of], 0);
  expect([counted('erase'), counted('anonymise'), counted('keep')]).toEqual([
    plan.totals.erase,
    plan.totals.anonymise,
    plan.totals.keep,
  ]);
  const place = { ref, system: group.system, collection: group.collection };
  const first = must(await readPlanLines(signe, { ...place, after: -1 }));
  const second = must(await readPlanLines(signe, { ...place, after: first.after! }));
  expect([first.lines.length, second.lines.length, second.after]).toEqual([200, 30, null]);
  const all = [...first.lines, ...second.lines];
  expect(new Set(all.map(({ position }) => position)).size).toBe(230);
  expect(all.every(({ title, reasons, state }) => title !== '' && reasons.length > 0 && state === null)).toBe(true);
  const masked = must(await readPlanLines(world.user('usr_aud', 'auditor'), { ...place, after: -1 }));
  expect(masked.lines.map(({ action }) => action)).toEqual(first.lines.map(({ action }) => action));
  expect(masked.lines.every(({ title, reasons }) => title === '…' && reasons.length === 0)).toBe(true);
  expect(refusal(await readPlanLines(world.user('usr_none', 'reviewer'), { ...place, after: -1 }))).toBe('not-found');
  await carriedOut(ref);
  expect([...shelf().records.values()].filter(({ erasedTimes }) => erasedTimes === 1)).toHaveLength(230);
});

test('a hold that is placed while the erasure runs stops it; the plan is made again with the hold in it', async () => {
  const { email, open } = await somebody('Stine', 'Ravn');
  shelf().put('t1', email);
  shelf().put('t2', email);
  const ref = await open('erasure');
  await planned(ref);
  must(await confirmPlan(signe, { ref, typed: ref }));
  await world.knex('holds').insert({ id: 'hold_late', matter: 'm', system_id: 'sys_shelf', opened_at: '2026-11-01' });
  await world.drain();
  expect(shelf().writes).toBe(0);
  expect(await planRow(ref)).toMatchObject({
    state: 'stopped',
    error: expect.stringContaining('A hold was placed on 2 records'),
  });
  must(await makePlan(signe, { ref }));
  await carriedOut(ref);
  expect([...shelf().records.values()].map(({ erasedTimes, isRestricted }) => [erasedTimes, isRestricted])).toEqual([
    [0, true],
    [0, true],
  ]);
  expect((await requestRow(ref)).outcome).toBe('erased-in-part');
  await world.knex('holds').delete();
});

test('a struck key is nobody’s: neither suppressed nor erased by; its owner’s next choice counts', async () => {
  const { email, open } = await somebody('Struck', 'Person');
  shelf().put('t1', email, { phones: ['+45 20 30 40 51'] });
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
  shelf().put('t1', email);
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
  shelf().put('t1', email);
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
  shelf().put('t1', email);
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
  shelf().put('t1', other.email);
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
  shelf().put('b1', email, {
    collection: 'bills',
    fields: { email, issued_on: '2026-01-10' },
    refersTo: [{ collection: 'things', key: 't1', nullable: true }],
  });
  shelf().put('b2', email, { collection: 'bills', fields: { email, issued_on: 'unknown' } });
  shelf().put('t1', email);
  shelf().put('t2', email);
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
    [...shelf().records].map(([key, { erasedTimes, token, isRestricted }]) => [
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
  shelf().put('t1', email);
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
  expect(shelf().records.get('t1')!.token).not.toBeNull();
});

test('a crash between the journal and the database: one line, and the certificate says what it said', async () => {
  const { email, open } = await somebody('Crash', 'Test');
  shelf().put('t1', email);
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
  world.queue.push({ name: 'run-erasure', payload: { runId: (await planRow(ref)).id } });
  await world.drain();
  world.worker.journal = own;
  const certificate = must(await readCertificate(signe, { ref }));
  expect(certificate.content['finishedAt']).toBe(begun);
  const entries = (await own.read()).filter((entry) => entry.ref === ref);
  expect(entries).toHaveLength(1);
  expect(entries[0]).toMatchObject({ at: begun, outcome: 'erased' });
});
