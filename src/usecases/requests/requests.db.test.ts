import { EMAIL, refusal, requestWorld, type RequestWorld } from '../../../test/support/requestWorld';
import { must } from '../../../test/support/must';
import type { Context } from '../shared/context';
import { addAssignmentRule, readAssignments } from './assignments';
import { makeCalendarFeed, readCalendarFeed } from '../desk/calendarFeed';
import { readRequests } from './readRequests';
import { decide } from './decide';
import { askIdentity } from '../identity/identity';
import { findSamePeople } from '../intake/findSamePeople';
import { joinRequests } from '../intake/joinRequests';
import { moveDueDays } from '../clock/moveDueDays';
import { addNote, takeBackNote, setOwner } from './notes';
import { readFigures } from './readFigures';
import { readStatus } from './readStatus';
import { reopenRequest } from './reopenRequest';
import { requestView } from './requestView';
import { sendDigests } from './sendDigests';

let world: RequestWorld['world'];
let signe: Context;
let mikkel: Context;
let open: RequestWorld['open'];
let view: RequestWorld['view'];
beforeAll(async () => void ({ world, signe, mikkel, open, view } = await requestWorld('requests')));

afterAll(() => world.close());

describe('colleagues', () => {
  test('a new request goes by rule, else to whoever has the fewest open', async () => {
    expect(
      refusal(await addAssignmentRule(signe, { right: 'limit', regime: null, language: null, userId: 'usr_anna' })),
    ).toBe('not-allowed');
    expect(
      refusal(await addAssignmentRule(mikkel, { right: 'limit', regime: null, language: null, userId: 'usr_pia' })),
    ).toBe('cannot-own');
    must(await addAssignmentRule(mikkel, { right: 'limit', regime: null, language: null, userId: 'usr_anna' }));
    for (let n = 0; n < 3; n++) expect((await view((await open({ right: 'limit' })).ref)).owner?.name).toBe('Anna Bo');
    const { workload } = must(await readAssignments(mikkel));
    const least = workload.toSorted((a, b) => a.open - b.open || (a.name < b.name ? -1 : 1))[0]!;
    expect((await view((await open()).ref)).owner?.id).toBe(least.userId);
  });

  test('a note calls a colleague, who then sees the request; only those who may work on it can own it', async () => {
    const { ref } = await open();
    await world.knex('request_members').where({ user_id: 'usr_anna' }).delete();
    const anna = world.user('usr_anna', 'coordinator');
    expect(refusal(await requestView(anna, { ref }))).toBe('not-found');
    expect(
      must(await addNote(signe, { ref, text: '@Anna, was she at the camp? @Pia cannot see this.' })).mentioned,
    ).toBe(1);
    expect((await view(ref, anna)).notes[0]).toMatchObject({
      by: 'Signe Aaby',
      text: expect.stringContaining('@Anna'),
    });
    expect(refusal(await setOwner(signe, { ref, userId: 'usr_pia' }))).toBe('cannot-own');
    must(await setOwner(signe, { ref, userId: 'usr_anna' }));
    expect((await view(ref)).owner?.name).toBe('Anna Bo');
    const sealed = await world
      .knex('request_notes')
      .whereRaw('mentions @> ?', [['usr_anna']])
      .first();
    expect(sealed.text_sealed.toString('utf8')).not.toContain('Anna');
  });

  test('a note is taken back by its author, soon; whom it alone had called does not see the request any more', async () => {
    const { ref } = await open();
    await world.knex('request_members').where({ user_id: 'usr_anna' }).delete();
    const anna = world.user('usr_anna', 'coordinator');
    const first = must(await addNote(signe, { ref, text: '@Anna, look here.' }));
    expect((await view(ref, anna)).notes).toHaveLength(1);
    expect(refusal(await takeBackNote(mikkel, { ref, id: first.id }))).toBe('not-found');
    expect(refusal(await takeBackNote(signe, { ref: (await open()).ref, id: first.id }))).toBe('not-found');
    must(await takeBackNote(signe, { ref, id: first.id }));
    expect((await view(ref)).notes).toEqual([]);
    expect(refusal(await requestView(anna, { ref }))).toBe('not-found');
    // Called twice, she stays for the other one.
    const twice = must(await addNote(signe, { ref, text: '@Anna, once.' }));
    must(await addNote(mikkel, { ref, text: '@Anna, and again.' }));
    must(await takeBackNote(signe, { ref, id: twice.id }));
    expect((await view(ref, anna)).notes).toHaveLength(1);
    const late = must(await addNote(signe, { ref, text: 'Read by now.' }));
    world.pass(11 * 60);
    expect(refusal(await takeBackNote(signe, { ref, id: late.id }))).toBe('note-stays');
    expect((await view(ref)).notes).toHaveLength(2);
  });

  test('handing over is taken back whole: whoever it brought in leaves, whoever was there stays', async () => {
    const { ref } = await open();
    await world.knex('request_members').where({ user_id: 'usr_anna' }).delete();
    const anna = world.user('usr_anna', 'coordinator');
    const before = (await view(ref)).owner?.id ?? null;
    const { joined } = must(await setOwner(signe, { ref, userId: 'usr_anna' }));
    expect(joined).toBe(true);
    expect((await view(ref, anna)).owner?.id).toBe('usr_anna');
    must(await setOwner(signe, { ref, userId: before, leaves: 'usr_anna' }));
    expect((await view(ref)).owner?.id ?? null).toBe(before);
    expect(refusal(await requestView(anna, { ref }))).toBe('not-found');
    expect(must(await setOwner(signe, { ref, userId: 'usr_signe' })).joined).toBe(false);
    // Nobody else can be sent away by it, and whoever answers for it neither.
    must(await addNote(signe, { ref, text: '@Anna, look.' }));
    must(await setOwner(mikkel, { ref, userId: 'usr_signe', leaves: 'usr_anna' }));
    expect((await view(ref, anna)).owner?.id).toBe('usr_signe');
    must(await setOwner(signe, { ref, userId: 'usr_signe', leaves: 'usr_signe' }));
    expect((await view(ref)).owner?.id).toBe('usr_signe');
  });

  test('one mail a day to those with something due, references only', async () => {
    await open({ receivedAt: '2026-10-01T10:00:00Z', regimes: ['eu-gdpr'] });
    world.mails.length = 0;
    expect(await sendDigests(world.worker)).toBeGreaterThan(0);
    expect(await sendDigests(world.worker)).toBe(0);
    await world.drain();
    const mail = world.mails.find(({ to }) => to === 'usr_signe@x.example')!;
    expect(mail.subject).toMatch(/late/);
    expect(mail.text).toMatch(/BK-2026-\d{5} access: \d+ working days late/);
    expect(mail.text).not.toMatch(/Lone|lone\.dam/);
    expect(world.mails.some(({ to }) => to === 'usr_pia@x.example')).toBe(false);
  });

  test('a calendar feed names references and days; a new one ends the old', async () => {
    const { ref } = await open();
    const first = must(await makeCalendarFeed(signe))
      .address.split('/')
      .at(-1)!
      .replace('.ics', '');
    const feed = must(await readCalendarFeed(world.worker, { token: first }));
    expect(feed).toMatch(/^BEGIN:VCALENDAR\r\n/);
    expect(feed).toContain(`SUMMARY:${ref}: answer due`);
    expect(feed).not.toMatch(/Lone|Dam/);
    must(await makeCalendarFeed(signe));
    expect(refusal(await readCalendarFeed(world.worker, { token: first }))).toBe('not-found');
  });
});

test('with every day a request waits for proof the day it is due moves on, in the lists too, though nobody touches it', async () => {
  world.goTo('2026-11-24T13:00:00Z');
  const { ref } = await open({ receivedAt: '2026-11-20T10:00:00Z' });
  must(await askIdentity(signe, { ref, address: EMAIL }));
  const due = async () => (await world.knex('requests').where({ ref }).first()).due_on as string;
  expect(await due()).toBe('2026-12-21');
  await world.drain();
  world.goTo('2026-12-04T13:00:00Z');
  expect(await moveDueDays(world.worker)).toBeGreaterThanOrEqual(1);
  expect([await due(), (await view(ref)).dueOn]).toEqual(['2026-12-30', '2026-12-30']);
  expect(await moveDueDays(world.worker)).toBe(0);
});

describe('joining', () => {
  test('a second request for the same is joined to the older; others are not', async () => {
    world.goTo('2026-11-24T09:00:00Z');
    const first = await open({ right: 'portability', receivedAt: '2026-11-20T10:00:00Z' });
    const second = await open({ right: 'portability', text: 'again, please' });
    const other = await open({ right: 'rectification' });
    expect((await view(second.ref)).joinable).toEqual([
      { ref: first.ref, receivedOn: '2026-11-20', band: 'certain', because: 'known as one person' },
    ]);
    expect((await view(first.ref)).joinable).toEqual([]);
    expect(refusal(await joinRequests(signe, { ref: second.ref, into: other.ref }))).toBe('cannot-join');
    must(await joinRequests(signe, { ref: second.ref, into: first.ref }));
    expect(await view(second.ref)).toMatchObject({ stage: 'closed', outcome: `joined-to-${first.ref}` });
    expect((await view(first.ref)).notes.at(-1)!.text).toContain('In their words: again, please');
  });

  test('a request that comes while others are compared is compared after them', async () => {
    world.goTo('2026-11-24T11:00:00Z');
    await world.drain();
    const { id } = await open({
      right: 'restriction',
      person: { givenName: 'Bo', familyName: 'Elm', emails: ['bo.elm@mail.example'] },
    });
    const comparedAt = async () => (await world.knex('requests').where({ id }).first()).compared_at as string | null;
    // Its own job finds another at work.
    world.queue.length = 0;
    await world.worker.exclusively('same-people', () => findSamePeople(world.worker));
    expect([await comparedAt(), world.queue.map(({ name }) => name)]).toEqual([null, ['find-same-people']]);
    await world.drain();
    expect(await comparedAt()).not.toBeNull();
  });

  test(
    'somebody whom nobody knows asks again from another address: the older one is offered with how sure ' +
      'it is; a namesake born on another day is not, nor another right',
    async () => {
      world.goTo('2026-11-24T12:00:00Z');
      const ida = (more: object) => ({ person: { givenName: 'Ida', familyName: 'Kvist', ...more } });
      const first = await open({
        right: 'access',
        receivedAt: '2026-11-18T10:00:00Z',
        ...ida({ emails: ['ida.kvist@mail.example'], birthDate: '1990-05-06' }),
      });
      await open({
        right: 'access',
        receivedAt: '2026-11-19T10:00:00Z',
        ...ida({ emails: ['other.ida@mail.example'], birthDate: '1961-01-02' }),
      });
      await open({
        right: 'erasure',
        receivedAt: '2026-11-19T11:00:00Z',
        ...ida({ emails: ['ida.kvist@mail.example'], birthDate: '1990-05-06' }),
      });
      const again = await open({
        right: 'access',
        receivedAt: '2026-11-20T10:00:00Z',
        ...ida({ emails: ['idak@post.example'], birthDate: '06.05.1990' }),
      });
      expect((await view(again.ref)).joinable).toEqual([]);
      await world.drain();
      expect((await view(again.ref)).joinable).toEqual([
        { ref: first.ref, receivedOn: '2026-11-18', band: 'certain', because: 'name, birth date' },
      ]);
      expect((await view(first.ref)).joinable).toEqual([]);
      expect(await world.knex('requests').whereNull('compared_at').whereNull('closed_at')).toEqual([]);
      must(await joinRequests(signe, { ref: again.ref, into: first.ref }));
      expect((await view(again.ref)).outcome).toBe(`joined-to-${first.ref}`);
      const status = async () => must(await readStatus(world.worker, { ref: again.ref, word: again.statusWord })).step;
      expect([await status(), (await view(again.ref)).joinedTo, (await view(again.ref)).clock.state]).toEqual([
        'joined',
        first.ref,
        'answered-in-time',
      ]);
      must(await reopenRequest(mikkel, { ref: again.ref, reason: 'It was another Ida.' }));
      expect([await status(), (await view(again.ref)).joinedTo, (await view(again.ref)).clock.state]).toEqual([
        'received',
        null,
        'running',
      ]);
      // What only the newer one said was proven by nobody.
      expect((await view(first.ref)).person!.emails).toEqual(['ida.kvist@mail.example']);
    },
  );
});

describe('the status page', () => {
  test('reference and word open it; a wrong word answers like a reference that does not exist', async () => {
    const { ref, statusWord } = await open();
    expect(must(await readStatus(world.worker, { ref, word: ` ${statusWord.toLowerCase()} ` }))).toMatchObject({
      ref,
      step: 'received',
      right: 'access',
    });
    const wrong = await readStatus(world.worker, { ref, word: 'XXXXXXXX' });
    expect(wrong).toEqual(await readStatus(world.worker, { ref: 'BK-2026-99999', word: statusWord }));
    expect(refusal(wrong)).toBe('status-unknown');
    await world.drain();
    expect(world.mails.at(-1)!.text).toContain(`Word: ${statusWord}`);
  });
});

test('figures count what was received, answered, in time and late, and the days in each stage', async () => {
  const before = must(await readFigures(mikkel, { by: 'channel', from: '2026-06-01', to: '2026-06-30' }));
  expect(before.rows).toEqual([]);
  world.goTo('2026-06-01T10:00:00Z');
  const [quick, slow] = [
    await open({ channel: 'letter', regimes: ['eu-gdpr'] }),
    await open({ channel: 'letter', regimes: ['eu-gdpr'] }),
  ];
  await open({ channel: 'counter', regimes: ['eu-gdpr'] });
  world.goTo('2026-06-11T10:00:00Z');
  must(await decide(signe, { ref: quick.ref, outcome: 'refuse', ground: 'no-data', reason: 'Nothing was found.' }));
  await world.drain();
  world.goTo('2026-07-11T10:00:00Z');
  must(await decide(signe, { ref: slow.ref, outcome: 'refuse', ground: 'no-data', reason: 'Nothing was found.' }));
  await world.drain();
  const view = must(await readFigures(mikkel, { by: 'channel', from: '2026-06-01', to: '2026-06-30' }));
  expect(view.rows).toEqual([
    { key: 'letter', received: 2, answered: 2, inTime: 1, overdue: 0, median: 25, p90: 37 },
    { key: 'counter', received: 1, answered: 0, inTime: 0, overdue: 1, median: null, p90: null },
  ]);
  expect(view.months).toMatchObject([{ key: '2026-06', received: 3 }]);
  expect(view.stages).toMatchObject([{ stage: 'identity', passed: 2, median: 25 }]);
  expect(view.waiting.length).toBeGreaterThan(0);
  expect(
    refusal(await readFigures(world.user('usr_pia', 'counter-staff'), { by: 'right', from: null, to: null })),
  ).toBe('not-allowed');
});

test.each([
  ['open', null, '2027-03-01T10:00:00Z'],
  ['closed', null, '2027-03-02T10:00:00Z'],
  ['open', { by: 'received', isDown: false }, '2027-03-03T10:00:00Z'],
  ['open', { by: 'received', isDown: true }, '2027-03-04T10:00:00Z'],
  ['closed', { by: 'due', isDown: false }, '2027-03-05T10:00:00Z'],
] as const)(
  'a list of %s requests that are alike in what orders it (%j) is turned over without losing or repeating any',
  async (state, order, now) => {
    world.goTo(now);
    const refs: string[] = [];
    for (let n = 0; n < 7; n++) refs.push((await open({ channel: 'letter', regimes: ['eu-gdpr'] })).ref);
    if (state === 'closed')
      for (const ref of refs)
        must(await decide(signe, { ref, outcome: 'refuse', ground: 'no-data', reason: 'Nothing was found.' }));
    await world.drain();
    const seen: string[] = [];
    const turn = async (after: { at: string; ref: string } | null) =>
      must(await readRequests(signe, { state, right: null, stage: null, order, after, limit: 2 }));
    for (let page = await turn(null); ; page = await turn(page.next)) {
      seen.push(...page.lines.map(({ ref }) => ref));
      if (!page.next) break;
    }
    expect(new Set(seen).size).toBe(seen.length);
    if (order) expect(seen.length).toBeGreaterThanOrEqual(7);
    expect(seen.filter((ref) => refs.includes(ref)).sort()).toEqual(refs);
  },
);
