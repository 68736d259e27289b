import { createHash } from 'node:crypto';
import { ACCESS, ACTS, reachOf } from '../access/roles';
import { maskEmail, maskIdentifier, maskLast, maskName } from '../access/mask';
import { contactsIn } from '../detect/contacts';
import { otherPeopleIn } from '../detect/otherPeople';
import { coverLetter, type RegisterEntry } from '../packs/cover';
import { letterText } from '../letters/letter';
import { nextAct } from '../requests/nextAct';
import { decisionSchema, publicRequestSchema } from '../requests/schema';
import { stageOf, stagesOf, type StageFacts } from '../requests/stages';
import { csvLine } from './csv';
import { addWorkingDays, sayDay, sayInstant, workingDaysBetween } from './days';
import { link, type TrailEntry } from '../trail/chain';

const ORGANISATION = {
  name: 'Larkmere',
  contact: 'privacy@larkmere.example',
  address: 'Havnegade 4',
  authority: 'the authority',
};

describe('who may', () => {
  test('an administrator sees no personal data by that role', () => {
    for (const act of ['requests.see', 'persons.see', 'ledger.see', 'imports.run'] as const)
      expect(reachOf(['administrator'], act)).toBeNull();
  });
  test('roles add up to the widest reach', () => {
    expect(reachOf(['auditor'], 'requests.see')).toBe('masked');
    expect(reachOf(['auditor', 'coordinator'], 'requests.see')).toBe('own');
    expect(reachOf(['coordinator', 'supervisor'], 'requests.see')).toBe('all');
    expect(reachOf([], 'desk.see')).toBeNull();
  });
  test('every act has somebody who may', () => {
    for (const act of ACTS) expect(Object.keys(ACCESS[act]).length).toBeGreaterThan(0);
  });
});

describe('masks', () => {
  test('keep the shape and hide the value', () => {
    expect(maskEmail('mette@mail.example')).toBe('m••••@mail.example');
    expect(maskLast('+45 10 12 34 56', 2)).toBe('+•• •• •• •• 56');
    expect(maskName('Mette Holmgaard')).toBe('M. H.');
    expect(maskIdentifier('device-id', 'abc-1')).toBe('•••••');
  });
});

describe('other people in a message', () => {
  const mette = { emails: ['mette@mail.example'], phones: ['+4510123456'], names: ['Mette Holmgaard'], country: 'DK' };
  const own = ['larkmere.example'];
  test('a message of her own speaks of nobody else', () => {
    expect(
      otherPeopleIn(
        'Call me on 10 12 34 56.\nMette Holmgaard\nmette@mail.example\nsupport@larkmere.example',
        mette,
        own,
      ),
    ).toEqual([]);
  });
  test('a quoted reply names its author, address and number', () => {
    const text = 'See below.\n\nOn Thu Sep 03 2026, Jonas Vind <jonas.vind@inbox.example> wrote:\n> call 10 77 88 99';
    expect(otherPeopleIn(text, mette, own).sort()).toEqual(
      ['10 77 88 99', 'Jonas Vind', 'jonas.vind@inbox.example'].sort(),
    );
  });
  test('her own words quoted back to her are hers', () => {
    expect(
      otherPeopleIn('On Thu Sep 03 2026, Mette Holmgaard <mette@mail.example> wrote:\n> hello', mette, own),
    ).toEqual([]);
  });
  test('dates and order numbers are no telephone numbers', () => {
    expect(contactsIn('on 2026-11-24, order O-100234, the 14.03.1987').filter(({ kind }) => kind === 'phone')).toEqual(
      [],
    );
  });
});

describe('stages and next acts', () => {
  const facts = (more: Partial<StageFacts>): StageFacts => ({
    right: 'access',
    identity: 'none',
    trace: 'none',
    matchesUndecided: 0,
    decision: 'none',
    carriedOut: false,
    answered: false,
    appeal: 'none',
    authority: 'not-needed',
    ...more,
  });
  test.each<[Partial<StageFacts>, string]>([
    [{}, 'identity'],
    [{ identity: 'asked' }, 'identity'],
    [{ identity: 'proven' }, 'trace'],
    [{ identity: 'proven', trace: 'finished', matchesUndecided: 2 }, 'trace'],
    [{ identity: 'proven', trace: 'finished' }, 'decide'],
    [{ identity: 'proven', trace: 'finished', decision: 'fulfil' }, 'carry-out'],
    [{ identity: 'proven', trace: 'finished', decision: 'fulfil', carriedOut: true }, 'answer'],
    [{ decision: 'refuse' }, 'answer'],
    [{ answered: true }, 'closed'],
    [{ right: 'objection' }, 'decide'],
  ])('%j is in %s', (more, stage) => expect(stageOf(facts(more))).toBe(stage));

  test('objection skips identity and trace', () =>
    expect(stagesOf('objection')).toEqual(['intake', 'decide', 'carry-out', 'answer', 'closed']));

  test.each<[Partial<StageFacts>, Parameters<typeof nextAct>[2], string, string | null]>([
    [{}, { pack: 'none', plan: 'none', helpers_open: 0 }, 'ask-identity', 'us'],
    [{ identity: 'asked' }, { pack: 'none', plan: 'none', helpers_open: 0 }, 'wait-for-identity', 'person'],
    [{ identity: 'failed' }, { pack: 'none', plan: 'none', helpers_open: 0 }, 'refuse-identity', 'us'],
    [
      { identity: 'proven', trace: 'running' },
      { pack: 'none', plan: 'none', helpers_open: 0 },
      'wait-for-trace',
      'machine',
    ],
    [
      { identity: 'proven', trace: 'finished', decision: 'fulfil' },
      { pack: 'none', plan: 'none', helpers_open: 0 },
      'build-pack',
      'us',
    ],
    [
      { identity: 'proven', trace: 'finished', decision: 'fulfil', carriedOut: true },
      { pack: 'ready', plan: 'none', helpers_open: 0 },
      'send-pack',
      'us',
    ],
    [
      { right: 'erasure', identity: 'proven', trace: 'finished', decision: 'fulfil' },
      { pack: 'none', plan: 'draft', helpers_open: 0 },
      'confirm-plan',
      'us',
    ],
    [{ answered: true }, { pack: 'sent', plan: 'none', helpers_open: 0 }, 'nothing', null],
  ])('%j leads to', (more, carry, code, waitsOn) => {
    const all = facts(more);
    expect(nextAct(stageOf(all), all, carry)).toMatchObject({ code, waitsOn });
  });
});

describe('days', () => {
  const holidayOf = (day: string) => (day === '2026-12-25' ? 'Christmas Day' : null);
  test('working days leave out weekends and holidays', () => {
    expect(addWorkingDays('2026-12-23', 2, holidayOf)).toBe('2026-12-28');
    expect(workingDaysBetween('2026-12-23', '2026-12-28', holidayOf)).toBe(2);
    expect(workingDaysBetween('2026-12-28', '2026-12-23', holidayOf)).toBe(-2);
  });
  test('are said as people say them', () => {
    expect(sayDay('2026-12-15')).toBe('Tue 15 Dec 2026');
    expect(sayInstant('2026-10-24T20:14:00Z', 'Europe/Copenhagen')).toBe('Sat 24 Oct 2026 22:14');
  });
});

describe('CSV out', () => {
  test.each([
    ['=1+1', "'=1+1\r\n"],
    ['@SUM(A1)', "'@SUM(A1)\r\n"],
    ['-cmd|x', `"'-cmd|x"\r\n`],
    ['a;=1+1', `"a;'=1+1"\r\n`],
    ['a\t=1+1', `"a\t'=1+1"\r\n`],
    ['a;"=1+1"', `"a;""'=1+1"""\r\n`],
    ['12-3', '12-3\r\n'],
    ['+45 10 12 34 56', '+45 10 12 34 56\r\n'],
    ['say "hi", you', '"say ""hi"", you"\r\n'],
  ])('%s is safe to open', (cell, line) => expect(csvLine([cell])).toBe(line));
});

describe('letters', () => {
  test('a cover letter carries (a) to (h) and transfers, from the register', () => {
    const entry: RegisterEntry = {
      system: 's',
      collection: 'c',
      title: 'Web shop',
      purposes: ['selling'],
      categories: ['name'],
      recipients: ['carrier'],
      retention: 'three years',
      source: 'you',
      transfers: 'a processor in a third country, under standard clauses',
      automatedDecisions: null,
      isGiven: true,
      nothing: ['automatedDecisions'],
    };
    const text = letterText(
      coverLetter({
        ref: 'BK-1',
        name: null,
        organisation: ORGANISATION,
        foundOn: '2026-11-24',
        right: 'access',
        regime: 'eu-gdpr',
        language: 'en',
        notGiven: 0,
        register: [entry],
        counts: [{ place: 'Web shop', count: 3 }],
        withheld: 1,
        notSearched: ['Newsletter service'],
      }),
    );
    for (const part of [
      '(a)',
      '(b)',
      '(c)',
      '(d)',
      '(e)',
      '(f)',
      '(g)',
      '(h)',
      'art. 15(2)',
      'selling',
      'carrier',
      'three years',
      'standard clauses',
      '1 record is held back',
      'Newsletter service',
    ])
      expect(text).toContain(part);
  });
});

describe('forms', () => {
  test('the public form says what is missing, field by field', async () => {
    const wrong = await publicRequestSchema
      .validate({ email: 'nope' }, { abortEarly: false })
      .catch((error: { inner: { path: string }[] }) => error.inner.map(({ path }) => path));
    expect(wrong).toEqual(expect.arrayContaining(['right', 'givenName', 'familyName', 'email']));
  });
  test('a decision needs ground and reason', () => {
    expect(decisionSchema.isValidSync({ outcome: 'fulfil', ground: '', reason: 'because' })).toBe(false);
    expect(decisionSchema.isValidSync({ outcome: 'fulfil', ground: 'art-15', reason: 'because it is' })).toBe(true);
  });
});

describe('trail', () => {
  const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest();
  const entry: TrailEntry = {
    id: 'trl_1',
    month: '2026-11',
    at: '2026-11-24T08:00:00.000Z',
    actor: 'usr_1',
    act: 'person-opened',
    subject: 'per_1',
    detailsHash: null,
  };
  test('each entry binds the one before, and every field', () => {
    const zero = new Uint8Array(32);
    const one = link(hash, zero, entry);
    expect(link(hash, zero, entry)).toEqual(one);
    expect(link(hash, one, entry)).not.toEqual(one);
    expect(link(hash, zero, { ...entry, actor: 'usr_2' })).not.toEqual(one);
  });
});
