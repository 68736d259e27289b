import { SHIPPED_LAWS } from '../clock/shippedLaws';
import { ageOfConsent, leastAge } from './ages';
import { believedAnswer, driftOf, followTimes } from '../drift/drift';
import { gpcBinds } from './gpc';
import { standingOfLinked, type Member } from './linked';
import { kindFor, newPurpose } from '../purposes/purposes';
import { shapeNo, shapeOf, shapesOf } from '../ledger/shape';
import { healthOf } from './silence';
import { standing } from './standing';
import { ANSWERS, NO_FACTS, NO_TERMS, type Choice, type PersonFacts, type PurposeVersion } from '../ledger/types';

const ZONE = 'Europe/Copenhagen';
let seq = 0;
const said = (purpose: string, answer: Choice['answer'], occurredAt: string, more: Partial<Choice> = {}): Choice => ({
  id: `c${++seq}`,
  seq,
  purpose,
  answer,
  occurredAt,
  recordedAt: occurredAt,
  confirms: null,
  address: null,
  terms: NO_TERMS,
  isTold: false,
  ...more,
});
const ask = (
  choices: readonly Choice[],
  purposes: readonly PurposeVersion[],
  purpose: string,
  facts: Partial<PersonFacts> = {},
  wordings: Parameters<typeof standing>[4] = [],
  at = '2026-11-01T00:00:00Z',
) =>
  standing(
    choices,
    { ...NO_FACTS, ...facts },
    purposes,
    { purpose, address: 'any', at, knownAt: '2027-01-01T00:00:00Z', zone: ZONE, laws: SHIPPED_LAWS },
    wordings,
  );
const livesIn = (country: string) => ({ countries: [{ from: null, country }] });

describe('age of consent (rule 5)', () => {
  test.each([
    ['DK', '2023-12-31', 13],
    ['DK', '2024-01-01', 15],
    ['DE', '2026-01-01', 16],
    ['GB', '2026-01-01', 13],
    ['US-CA', '2026-01-01', 13],
    ['AT', '2026-01-01', 14],
    ['LT', '2026-01-01', 14],
    ['SI', '2026-01-01', 15],
    ['GR', '2026-01-01', 15],
    ['CA-QC', '2026-01-01', 14],
    ['CA-ON', '2026-01-01', 16],
    ['IS', '2026-01-01', 13],
    ['HR', '2026-01-01', 16],
    ['XX', '2026-01-01', 16],
    [null, '2026-01-01', 16],
  ])('%s on %s: %i', (country, day, age) => expect(ageOfConsent(country, day).age).toBe(age));
  test('only the year is known: the birthday may still come', () => expect(leastAge(2011, '2026-12-31')).toBe(14));
  const camp = [newPurpose({ id: 'photos' })];
  test.each<[string, number, string, string]>([
    ['a Dane of 13 or 14 in 2023', 2009, '2023-06-01T00:00:00Z', 'granted'],
    ['a Dane of 13 or 14 in 2025', 2011, '2025-06-01T00:00:00Z', 'under-age'],
    ['a Dane of 15 or 16 in 2026', 2010, '2026-06-01T00:00:00Z', 'granted'],
    ['a Dane of 14 or 15 in 2026, read as the younger', 2011, '2026-06-01T00:00:00Z', 'under-age'],
  ])('%s', (_, birthYear, on, expected) =>
    expect(ask([said('photos', 'grant', on)], camp, 'photos', { birthYear, ...livesIn('DK') }).standing).toBe(expected),
  );
  test('a guardian’s confirmation of that grant counts; of another it does not', () => {
    const grant = said('photos', 'grant', '2026-06-01T00:00:00Z');
    const facts = { birthYear: 2014, ...livesIn('DK') };
    expect(
      ask(
        [grant, said('photos', 'guardian-confirm', '2026-06-02T00:00:00Z', { confirms: grant.id })],
        camp,
        'photos',
        facts,
      ),
    ).toMatchObject({ standing: 'granted', permitted: true });
    expect(
      ask(
        [grant, said('photos', 'guardian-confirm', '2026-06-02T00:00:00Z', { confirms: 'another' })],
        camp,
        'photos',
        facts,
      ),
    ).toMatchObject({ standing: 'under-age', permitted: false });
  });
});

describe('words that changed (rule 4)', () => {
  const purposes = [newPurpose({ id: 'rides', askAgainOnMaterial: true }), newPurpose({ id: 'other' })];
  const notice = (version: number, isMaterial: boolean) => ({
    kind: 'notice' as const,
    id: 'privacy',
    version,
    validFrom: '2026-09-01T00:00:00Z',
    recordedAt: '2026-09-01T00:00:00Z',
    isMaterial,
  });
  const grant = (purpose: string) =>
    said(purpose, 'grant', '2026-06-01T00:00:00Z', { terms: { ...NO_TERMS, notice: 'privacy', noticeVersion: 5 } });
  test('a material change makes it outdated, where the purpose says so', () => {
    expect(ask([grant('rides')], purposes, 'rides', {}, [notice(6, true)])).toMatchObject({
      standing: 'outdated',
      permitted: false,
    });
    expect(ask([grant('other')], purposes, 'other', {}, [notice(6, true)]).permitted).toBe(true);
    expect(ask([grant('rides')], purposes, 'rides', {}, [notice(6, false)]).permitted).toBe(true);
    expect(ask([grant('rides')], purposes, 'rides', {}, [notice(6, true)], '2026-08-01T00:00:00Z').permitted).toBe(
      true,
    );
  });
});

describe('signals and opt-outs by place (rule 7)', () => {
  const purposes = [
    newPurpose({ id: 'sale', kinds: [{ country: 'US-CA', from: '2020-01-01', kind: 'opt-out' }], isSale: true }),
  ];
  const signal = (at: string) => said('sale', 'gpc-seen', at);
  test('the kind of a purpose goes by place and day', () => {
    expect(kindFor(purposes[0]!, 'US-CA', '2026-01-01')).toBe('opt-out');
    expect(kindFor(purposes[0]!, 'US-CA', '2019-12-31')).toBe('consent');
    expect(kindFor(purposes[0]!, 'DK', '2026-01-01')).toBe('consent');
    expect(
      kindFor(
        {
          ...purposes[0]!,
          kinds: [
            { country: 'US', from: '2020-01-01', kind: 'opt-out' },
            { country: 'US-CA', from: '2021-01-01', kind: 'necessary' },
          ],
        },
        'US-CA',
        '2026-01-01',
      ),
    ).toBe('necessary');
  });
  test.each([
    ['US-CA', true],
    ['US-CO', true],
    ['US', true],
    [null, true],
    ['DK', false],
    ['US-UT', false],
    ['US-NJ', true],
    ['US-NH', true],
    ['US-NE', true],
    ['US-MN', true],
    ['US-MD', true],
    ['US-DE', true],
    ['US-VA', false],
  ])('it binds in %s: %s', (country, binds) => expect(gpcBinds(country, '2026-06-01', SHIPPED_LAWS)).toBe(binds));
  test('it binds from the day on which the law says so', () => {
    expect([
      gpcBinds('US-MD', '2025-09-30', SHIPPED_LAWS),
      gpcBinds('US-MD', '2025-10-01', SHIPPED_LAWS),
      gpcBinds('US-OR', '2025-12-31', SHIPPED_LAWS),
      gpcBinds('US-OR', '2026-01-01', SHIPPED_LAWS),
    ]).toEqual([false, true, false, true]);
  });
  test('what is not known of the place is read by the strictest rule there may be', () => {
    const sale = newPurpose({
      id: 'sale',
      kind: 'legitimate-interest',
      kinds: [
        { country: 'US-CA', from: '2020-01-01', kind: 'opt-out' },
        { country: 'DE', from: '2020-01-01', kind: 'consent' },
      ],
    });
    expect([
      kindFor(sale, null, '2026-01-01'),
      kindFor(sale, null, '2019-12-31'),
      kindFor(sale, 'US', '2026-01-01'),
      kindFor(sale, 'US-NV', '2026-01-01'),
      kindFor(sale, 'FR', '2026-01-01'),
    ]).toEqual(['consent', 'legitimate-interest', 'opt-out', 'legitimate-interest', 'legitimate-interest']);
  });
  test('in California it is an opt-out; nobody is asked again for twelve months', () => {
    expect(ask([signal('2026-06-01T12:00:00Z')], purposes, 'sale', livesIn('US-CA'))).toMatchObject({
      standing: 'opted-out',
      permitted: false,
      mayAskAgainFrom: '2027-06-01',
    });
  });
  test('an opt-in in knowledge of the conflict outranks later signals; another does not', () => {
    const optIn = (isTold: boolean) => said('sale', 'opt-in', '2026-07-01T12:00:00Z', { isTold });
    expect(
      ask(
        [signal('2026-06-01T12:00:00Z'), optIn(true), signal('2026-08-01T12:00:00Z')],
        purposes,
        'sale',
        livesIn('US-CA'),
      ).permitted,
    ).toBe(true);
    expect(
      ask(
        [signal('2026-06-01T12:00:00Z'), optIn(false), signal('2026-08-01T12:00:00Z')],
        purposes,
        'sale',
        livesIn('US-CA'),
      ).permitted,
    ).toBe(false);
    expect(
      ask(
        [optIn(true), said('sale', 'opt-out', '2026-07-20T12:00:00Z'), signal('2026-08-01T12:00:00Z')],
        purposes,
        'sale',
        livesIn('US-CA'),
      ).permitted,
    ).toBe(false);
  });
  test('below 16 in California sale needs an opt-in, below 13 a guardian’s', () => {
    const facts = (birthYear: number) => ({ birthYear, ...livesIn('US-CA') });
    expect(ask([], purposes, 'sale', facts(2013))).toMatchObject({ standing: 'under-age', permitted: false });
    expect(ask([], purposes, 'sale', facts(2000)).permitted).toBe(true);
    expect(ask([said('sale', 'opt-in', '2026-06-01T00:00:00Z')], purposes, 'sale', facts(2011)).permitted).toBe(true);
    expect(ask([said('sale', 'opt-in', '2026-06-01T00:00:00Z')], purposes, 'sale', facts(2016))).toMatchObject({
      standing: 'under-age',
      permitted: false,
    });
  });
});

describe('identities that are one human being', () => {
  const purposes = [newPurpose({ id: 'news' })];
  const member = (id: string, ...choices: Choice[]): Member => ({ id, choices, facts: NO_FACTS });
  const together = (members: Member[], linkedAt = '2026-08-01T00:00:00Z') =>
    standingOfLinked(members, linkedAt, purposes, {
      purpose: 'news',
      address: 'any',
      at: '2026-11-01T00:00:00Z',
      knownAt: '2026-11-01T00:00:00Z',
      zone: ZONE,
      laws: SHIPPED_LAWS,
    });
  const yes = said('news', 'grant', '2026-06-01T00:00:00Z');
  const no = said('news', 'refuse', '2026-05-01T00:00:00Z');
  test('they disagree: the restrictive one holds, and says so, even where the yes is younger', () => {
    expect(together([member('a', yes), member('b', no)])).toMatchObject({
      permitted: false,
      isConflict: true,
      because: no.id,
      reasons: expect.arrayContaining([expect.objectContaining({ code: 'identities-disagree' })]),
    });
  });
  test('a sign-up that nobody confirmed, and an older answer that came late, settle nothing', () => {
    const confirmed = [newPurpose({ id: 'news', title: 'News', confirmWithinHours: 48 })];
    const yes = said('news', 'grant', '2026-03-01T12:00:00Z');
    const members: Member[] = [
      {
        id: 'a',
        choices: [yes, said('news', 'confirm', '2026-03-01T13:00:00Z', { confirms: yes.id })],
        facts: NO_FACTS,
      },
      { id: 'b', choices: [said('news', 'refuse', '2026-05-01T12:00:00Z')], facts: NO_FACTS },
    ];
    const asked = (choices: Choice[]) =>
      standingOfLinked(
        [{ ...members[0]!, choices: [...members[0]!.choices, ...choices] }, members[1]!],
        '2026-08-01T00:00:00Z',
        confirmed,
        {
          purpose: 'news',
          address: 'any',
          at: '2026-11-01T00:00:00Z',
          knownAt: '2026-11-01T00:00:00Z',
          zone: ZONE,
          laws: SHIPPED_LAWS,
        },
      );
    expect(asked([])).toMatchObject({ permitted: false, isConflict: true });
    expect(asked([said('news', 'grant', '2026-09-01T12:00:00Z')])).toMatchObject({
      permitted: false,
      isConflict: true,
    });
    const old = said('news', 'withdraw', '2026-02-01T12:00:00Z', { recordedAt: '2026-09-01T12:00:00Z' });
    expect(asked([old])).toMatchObject({ permitted: false, isConflict: true });
    const late = said('news', 'grant', '2026-09-01T12:00:00Z');
    expect(asked([late, said('news', 'confirm', '2026-09-01T13:00:00Z', { confirms: late.id })])).toMatchObject({
      permitted: true,
      isConflict: false,
    });
  });

  test('what is said after they were linked settles it, by whichever identity', () => {
    expect(together([member('a', yes), member('b', no, said('news', 'grant', '2026-09-01T00:00:00Z'))])).toMatchObject({
      permitted: true,
      isConflict: false,
    });
  });
  test('one spoke and the other did not: no conflict', () =>
    expect(together([member('a', yes), member('b')])).toMatchObject({ permitted: true, isConflict: false }));
});

describe('small things', () => {
  test('a shape comes back from its number', () => {
    for (const answer of ANSWERS)
      for (const [isDay, hasAddress, isTold] of [
        [false, false, false],
        [true, true, true],
        [false, true, false],
      ] as const)
        expect(shapeOf(shapeNo({ answer, isDay, hasAddress, isTold }))).toEqual({ answer, isDay, hasAddress, isTold });
    expect(shapesOf('grant')).toHaveLength(8);
    expect(() => shapeOf(15)).toThrow(RangeError);
  });
  test.each<[string, string[], string, boolean]>([
    [
      'every day, then five days of nothing',
      ['2026-11-01', '2026-11-02', '2026-11-03', '2026-11-04', '2026-11-05'],
      '2026-11-10',
      true,
    ],
    ['every day, then a weekend', ['2026-11-03', '2026-11-04', '2026-11-05', '2026-11-06'], '2026-11-08', false],
    [
      'every week, ten days ago',
      ['2026-10-01', '2026-10-08', '2026-10-15', '2026-10-22', '2026-10-29'],
      '2026-11-08',
      false,
    ],
    [
      'every week, three weeks ago',
      ['2026-10-01', '2026-10-08', '2026-10-15', '2026-10-22', '2026-10-29'],
      '2026-11-19',
      true,
    ],
    ['too few to tell', ['2026-10-01', '2026-10-02'], '2026-11-19', false],
    ['never', [], '2026-11-19', false],
  ])('silence: %s', (_, days, today, isSilent) => expect(healthOf(days, today).isSilent).toBe(isSilent));
  test.each([
    [true, false, 'looser'],
    [false, true, 'stricter'],
    [true, true, null],
    [false, false, null],
  ] as const)('drift: system %s, ledger %s', (system, permitted, direction) =>
    expect(driftOf(system, { permitted })).toBe(direction),
  );
  test('a stricter system is believed in the words of the purpose’s kind', () =>
    expect(['consent', 'legitimate-interest', 'opt-out'].map((kind) => believedAnswer(kind as 'consent'))).toEqual([
      'withdraw',
      'object',
      'opt-out',
    ]));
  test('time to follow counts to the last system; what is open is counted apart', () => {
    const hour = 3_600_000;
    expect(
      followTimes([
        { saidAt: 0, followedAt: [hour, 5 * hour] },
        { saidAt: 0, followedAt: [2 * hour] },
        { saidAt: 0, followedAt: [null, hour] },
        { saidAt: 0, followedAt: [9 * hour] },
      ]),
    ).toEqual({ count: 3, open: 1, medianHours: 5, worstHours: 9 });
    expect(followTimes([])).toEqual({ count: 0, open: 0, medianHours: null, worstHours: null });
  });
});
