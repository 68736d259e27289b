import { must } from '../../../test/support/must';
import { execFileSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { choice, verified } from '../../../test/support/ledger';
import type { TestWorld } from '../../../test/support/database';
import { Shelf } from '../../../test/support/shelf';
import { shelfWorld } from '../../../test/support/shelfWorld';
import { createClient } from '../../db/shared/client';
import { checkStanding } from '../standing/checkStanding';
import { recordChoices } from '../ledger/recordChoices';
import type { Context } from '../shared/context';
import { decide } from '../requests/decide';
import { askIdentity, proveAtCounter, proveIdentity, refuseForIdentity } from '../identity/identity';
import { openRequest } from '../intake/openRequest';
import { recordClockEvent } from '../clock/recordClockEvent';
import { requestView } from '../requests/requestView';
import { readRequests } from '../requests/readRequests';
import { brokenAt } from '../trail/readTrailPage';
import { trailOfMonth } from '../../db/trail/readTrail';
import { acceptBand, giveVerdicts } from '../trace/review';
import { traceView } from '../trace/traceView';
import { startTrace } from '../trace/startTrace';
import { confirmPlan, makePlan } from './makePlan';
import { readCertificate } from './readPlan';
import { resumeWork } from '../daily/resumeWork';
import { replayJournal } from './replayJournal';

const EMAIL = 'jens@post.example';

let world: TestWorld;
let shelf: Shelf;
let signe: Context;
let n = 0;

beforeAll(async () => {
  ({ world, signe } = await shelfWorld('erasure', () => shelf, 'coordinator'));
});
afterAll(() => world.close());
beforeEach(() => {
  shelf = new Shelf({ givenName: 'Jens', familyName: 'Toft' });
  for (let key = 0; key < 5; key++) shelf.put(`r${key}`, EMAIL, { phones: ['+4510223344'] });
});

async function opened(right: 'erasure' | 'access' = 'erasure', email = EMAIL): Promise<string> {
  await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [
          { kind: 'email', value: email },
          { kind: 'phone', value: '10 22 33 44' },
        ],
        name: { givenName: 'Jens', familyName: 'Toft' },
        externalId: `e${n++}`,
        occurredAt: world.worker.clock.now(),
      }),
    ],
  });
  const made = await openRequest(signe, {
    right,
    regimes: ['eu-gdpr'],
    receivedAt: world.worker.clock.now(),
    channel: 'phone',
    person: { givenName: 'Jens', familyName: 'Toft', emails: [email] },
    text: 'please',
    language: 'en',
  });
  if (!made.ok) throw new Error(made.refusal.code);
  return made.value.ref;
}

async function planned(): Promise<string> {
  const ref = await opened();
  await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' });
  await startTrace(signe, { ref });
  await world.drain();
  await acceptBand(signe, { ref, band: 'certain' });
  await acceptBand(signe, { ref, band: 'likely' });
  expect((await decide(signe, { ref, outcome: 'fulfil', ground: 'art-17-1-a', reason: 'no longer needed' })).ok).toBe(
    true,
  );
  expect(await makePlan(signe, { ref })).toMatchObject({ ok: true });
  return ref;
}

async function runUntilDone(): Promise<void> {
  for (let tries = 0; tries < 6; tries++) {
    try {
      await world.drain();
      return;
    } catch (error) {
      expect(String(error)).toContain('killed');
      // A new worker starts and asks the database what was left.
      world.queue.length = 0;
      await resumeWork(world.worker);
    }
  }
}

describe('an erasure, killed at every write', () => {
  test.each(
    [1, 2, 3, 5].flatMap(
      (write) =>
        [
          [write, true],
          [write, false],
        ] as [number, boolean][],
    ),
  )('at write %i, before its effect: %s: each record is erased once', async (write, before) => {
    world.goTo(new Date(Date.parse(world.worker.clock.now()) + 3_600_000).toISOString());
    const ref = await planned();
    shelf.dieAtWrite = write;
    shelf.dieBefore = before;
    expect((await confirmPlan(signe, { ref, typed: ref })).ok).toBe(true);
    await runUntilDone();
    expect([...shelf.records.values()].map(({ erasedTimes }) => erasedTimes)).toEqual([1, 1, 1, 1, 1]);
    expect(await world.knex('plans').where({ state: 'executing' })).toEqual([]);
    expect(await world.knex('requests').where({ ref }).first()).toMatchObject({
      outcome: 'erased',
      person_sealed: null,
      text_sealed: null,
      stage: 'closed',
    });
    const certificate = await readCertificate(signe, { ref });
    expect(certificate.ok && certificate.value.content).toMatchObject({ reference: ref, keysDestroyed: true });
    const answer = world.mails.filter(({ subject }) => subject.includes(`Your data is erased (${ref})`));
    expect(new Set(answer.map(({ messageId }) => messageId)).size).toBe(1);
    const standing = await checkStanding(world.worker, {
      identifier: { kind: 'email', value: EMAIL },
      purpose: 'newsletter',
      systemId: 'sys_shop',
    });
    expect(standing.ok && standing.value.standing).toBe('erased');
    await world.knex('suppressions').delete();
  });
});

test('a backup from before an erasure is put back: the journal erases again, before anything is served', async () => {
  const ref = await planned();
  const program = (name: string) =>
    join('/usr/lib/postgresql', readdirSync('/usr/lib/postgresql').sort().at(-1)!, 'bin', name);
  const [dump, restored] = [join(world.folder, 'before.dump'), `${world.url}_restored`];
  execFileSync(program('pg_dump'), ['--format=custom', `--file=${dump}`, `--dbname=${world.url}`]);
  expect((await confirmPlan(signe, { ref, typed: ref })).ok).toBe(true);
  await world.drain();
  expect(await replayJournal(world.worker)).toBe(0);

  await world.knex.raw('create database ??', [new URL(restored).pathname.slice(1)]);
  execFileSync(program('pg_restore'), ['--exit-on-error', `--dbname=${restored}`, dump]);
  const knex = createClient(restored, 2);
  try {
    const old: Context = {
      ...world.worker,
      transaction: (work) => knex.transaction((trx) => work({ trx, actor: world.worker.actor })),
    };
    const standing = async () => {
      const answer = await checkStanding(old, {
        identifier: { kind: 'email', value: EMAIL },
        purpose: 'newsletter',
        systemId: 'sys_shop',
      });
      return answer.ok && answer.value.standing;
    };
    expect(await standing()).toBe('granted');
    expect(await replayJournal(old)).toBe(1);
    expect(await standing()).toBe('erased');
    expect(await knex('requests').where({ ref }).first()).toMatchObject({ person_sealed: null, text_sealed: null });
    expect(await replayJournal(old)).toBe(0);
    expect(await verified(world, old)).toEqual([]);
  } finally {
    await knex.destroy();
    await world.knex.raw('drop database ?? with (force)', [new URL(restored).pathname.slice(1)]);
    await world.knex('suppressions').delete();
  }
});

test('after all that the ledger still verifies, and the trail’s chain is whole', async () => {
  expect(await verified(world)).toEqual([]);
  const rows = await world.worker.transaction((h) => trailOfMonth(h, 0, '2026-11'));
  expect(rows.length).toBeGreaterThan(50);
  expect(brokenAt(world.worker, rows)).toBeNull();
  rows[10] = { ...rows[10]!, actor: 'somebody else' };
  expect(brokenAt(world.worker, rows)).toBe(rows[10].id);
});

describe('refusals leave everything as it was', () => {
  test('a plan that would come out otherwise is not carried out', async () => {
    const ref = await planned();
    await world
      .knex('holds')
      .insert({ id: `h${n++}`, matter: 'injury claim', system_id: 'sys_shelf', opened_at: '2026-11-01' });
    expect(await confirmPlan(signe, { ref, typed: ref })).toEqual({ ok: false, refusal: { code: 'plan-changed' } });
    await world.knex('holds').delete();
    expect(await confirmPlan(signe, { ref, typed: 'BK-2026-99999' })).toEqual({
      ok: false,
      refusal: { code: 'reference-wrong', expected: ref },
    });
    expect(shelf.writes).toBe(0);
  });

  test('no decision while a match is undecided, no plan before a decision', async () => {
    const ref = await opened();
    expect(await startTrace(signe, { ref })).toMatchObject({ refusal: { code: 'identity-not-proven' } });
    await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' });
    await startTrace(signe, { ref });
    await world.drain();
    expect(await decide(signe, { ref, outcome: 'fulfil', ground: 'x', reason: 'because' })).toMatchObject({
      refusal: { code: 'matches-undecided' },
    });
    expect(await makePlan(signe, { ref })).toMatchObject({ refusal: { code: 'not-decided' } });
    const view = await traceView(signe, { ref });
    const [match] = view.ok && view.value ? view.value.matches : [];
    await giveVerdicts(signe, { ref, verdicts: [{ matchId: match!.id, verdict: 'unsure' }] });
    expect(await decide(signe, { ref, outcome: 'fulfil', ground: 'x', reason: 'because' })).toMatchObject({
      refusal: { code: 'matches-undecided' },
    });
  });

  test('a failing system is tried again and then found', async () => {
    shelf.fails = 2;
    const ref = await opened();
    await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' });
    await startTrace(signe, { ref });
    await world.drain();
    const view = await traceView(signe, { ref });
    expect(view.ok && view.value).toMatchObject({
      state: 'finished',
      steps: expect.arrayContaining([expect.objectContaining({ name: 'Shelf', state: 'done', tries: 3 })]),
    });
  });
});

describe('identity', () => {
  const mailOf = (ref: string) =>
    world.mails.filter(({ subject }) => subject.includes(ref) && subject.includes('Is it you')).at(-1)!;
  test('only to an address on file; five wrong codes end the check, a letter follows', async () => {
    const ref = await opened('access', 'ask@post.example');
    expect(await askIdentity(signe, { ref, address: 'stranger@post.example' })).toMatchObject({
      refusal: { code: 'address-not-on-file' },
    });
    expect((await askIdentity(signe, { ref, address: 'ask@post.example' })).ok).toBe(true);
    await world.drain();
    const token = /identity\/([\w-]+)/.exec(mailOf(ref).text)![1]!;
    for (let left = 4; left > 0; left--)
      expect(await proveIdentity(world.worker, { token, code: 'wrong' })).toMatchObject({
        refusal: { code: 'code-wrong', left },
      });
    expect(await proveIdentity(world.worker, { token, code: 'wrong' })).toMatchObject({
      refusal: { code: 'tries-used-up' },
    });
    const right = /Code: (\d{6})/.exec(mailOf(ref).text)![1]!;
    expect(await proveIdentity(world.worker, { token, code: right })).toMatchObject({
      refusal: { code: 'tries-used-up' },
    });
    expect((await refuseForIdentity(signe, { ref })).ok).toBe(true);
    await world.drain();
    expect(
      world.mails.some(
        ({ subject, text }) => subject.includes(`We could not establish who asks (${ref})`) && text.includes('art. 77'),
      ),
    ).toBe(true);
  });

  test('after five wrong codes a second code works, and it is the same question on the clock', async () => {
    const ref = await opened('access', 'second@post.example');
    const usedUp = async () => {
      must(await askIdentity(signe, { ref, address: 'second@post.example' }));
      await world.drain();
      const token = /identity\/([\w-]+)/.exec(mailOf(ref).text)![1]!;
      for (let n = 0; n < 5; n++) await proveIdentity(world.worker, { token, code: 'wrong' });
    };
    await usedUp();
    await usedUp();
    must(await askIdentity(signe, { ref, address: 'second@post.example' }));
    await world.drain();
    const mail = mailOf(ref);
    must(
      await proveIdentity(world.worker, {
        token: /identity\/([\w-]+)/.exec(mail.text)![1]!,
        code: /Code: (\d{6})/.exec(mail.text)![1]!,
      }),
    );
    const view = must(await requestView(signe, { ref }));
    expect(view.events.map(({ kind }) => kind)).toEqual(['identity-asked', 'identity-proven']);
    expect(view).toMatchObject({ state: 'running', identity: { state: 'proven' } });
  });

  test(
    'proven at the counter after the codes were used up, the pause ends; proven before the letter has ' +
      'left, nothing was asked',
    async () => {
      const ref = await opened('access', 'counter@post.example');
      must(await askIdentity(signe, { ref, address: 'counter@post.example' }));
      await world.drain();
      const token = /identity\/([\w-]+)/.exec(mailOf(ref).text)![1]!;
      for (let n = 0; n < 5; n++) await proveIdentity(world.worker, { token, code: 'wrong' });
      expect(must(await requestView(signe, { ref })).state).toBe('paused');
      must(await proveAtCounter(signe, { ref, document: 'passport', seen: 'in-person' }));
      expect(must(await requestView(signe, { ref }))).toMatchObject({
        state: 'running',
        pauses: [{ kind: 'identity', to: expect.any(String) }],
      });
      const quick = await opened('access', 'quick@post.example');
      must(await askIdentity(signe, { ref: quick, address: 'quick@post.example' }));
      must(await proveAtCounter(signe, { ref: quick, document: 'passport', seen: 'in-person' }));
      await world.drain();
      expect(must(await requestView(signe, { ref: quick }))).toMatchObject({
        state: 'running',
        pauses: [],
        events: [],
      });
    },
  );

  test('an expired link proves nothing, a newer one takes its place', async () => {
    const ref = await opened('access', 'late@post.example');
    await askIdentity(signe, { ref, address: 'late@post.example' });
    await world.drain();
    const first = mailOf(ref);
    await askIdentity(signe, { ref, address: 'late@post.example' });
    await world.drain();
    expect(
      await proveIdentity(world.worker, { token: /identity\/([\w-]+)/.exec(first.text)![1]!, code: 'x' }),
    ).toMatchObject({ refusal: { code: 'link-unknown' } });
    await world.knex('identity_checks').update({ expires_at: '2020-01-01' });
    expect(
      await proveIdentity(world.worker, { token: /identity\/([\w-]+)/.exec(mailOf(ref).text)![1]!, code: 'x' }),
    ).toMatchObject({ refusal: { code: 'link-expired' } });
  });
});

describe('who sees a request', () => {
  test('a coordinator sees it as a member, a reviewer who is none does not even learn of it', async () => {
    const ref = await opened('access', 'seen@post.example');
    const other = world.user('usr_other', 'reviewer');
    expect((await requestView(signe, { ref })).ok).toBe(true);
    expect(await requestView(other, { ref })).toMatchObject({ refusal: { code: 'not-found' } });
    const list = await readRequests(other, { state: 'all', right: null, stage: null, after: null, limit: 50 });
    expect(list.ok && list.value.lines).toEqual([]);
    expect(await requestView(world.user('usr_x', 'administrator'), { ref })).toMatchObject({
      refusal: { code: 'not-allowed' },
    });
    const masked = await requestView(world.user('usr_x', 'auditor'), { ref });
    expect(masked.ok && masked.value).toMatchObject({ isMasked: true, who: 'J. T.', person: null, text: null });
  });

  test('an extension is announced with its reason, once, and not after its last day', async () => {
    const ref = await opened('access', 'long@post.example');
    expect(await recordClockEvent(signe, { ref, kind: 'extended', reason: '' })).toMatchObject({
      refusal: { code: 'extension-without-reason' },
    });
    expect(await recordClockEvent(signe, { ref, kind: 'extended', reason: 'nine workshops' })).toMatchObject({
      ok: true,
    });
    expect(await recordClockEvent(signe, { ref, kind: 'extended', reason: 'again' })).toMatchObject({
      refusal: { code: 'letter-on-its-way' },
    });
    await world.drain();
    expect(await recordClockEvent(signe, { ref, kind: 'extended', reason: 'again' })).toMatchObject({
      refusal: { code: 'event-twice' },
    });
    expect(
      world.mails.some(
        ({ subject, text }) => subject.includes(`We need more time (${ref})`) && text.includes('nine workshops'),
      ),
    ).toBe(true);
  });
});
