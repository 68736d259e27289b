import { lawsFor } from './lawsFor';
import { SHIPPED_LAWS } from './shippedLaws';
import { targetDays } from './targets';

const on = '2026-11-24';
const DANE = { established: ['DK'], notMet: [] };
const ids = (...asked: Parameters<typeof lawsFor>) =>
  lawsFor(...asked)
    .laws.map(({ regime }) => regime)
    .join(' ');

describe('which laws bind, by where the person lives and where the organisation is', () => {
  test.each([
    ['DK', null, 'eu-gdpr'],
    ['NO', null, 'eu-gdpr'],
    ['GB', null, 'uk-gdpr eu-gdpr'],
    ['gb', null, 'uk-gdpr eu-gdpr'],
    ['CH', null, 'ch-fadp eu-gdpr'],
    ['US', 'CA', 'us-ca eu-gdpr'],
    ['US', 'US-CA', 'us-ca eu-gdpr'],
    ['US', 'co', 'us-co eu-gdpr'],
    ['US', 'RI', 'us-ri eu-gdpr'],
    ['US', 'NV', 'eu-gdpr'],
    ['US', null, 'eu-gdpr'],
    ['CA', 'QC', 'ca-qc eu-gdpr'],
    ['CA', 'ON', 'ca-pipeda eu-gdpr'],
    // Alberta and British Columbia have acts of their own, which are not in the table
    ['CA', 'AB', 'eu-gdpr'],
    ['BR', null, 'br-lgpd eu-gdpr'],
    ['JP', null, 'eu-gdpr'],
    [null, null, 'eu-gdpr'],
  ])('%s %s, of an organisation in Denmark: %s', (country, region, expected) => {
    const found = lawsFor({ country, region }, 'access', DANE, on);
    expect(found.laws.map(({ regime }) => regime).join(' ')).toBe(expected);
    for (const { reasons } of found.laws) expect(reasons.length).toBeGreaterThan(0);
  });

  test('what is not known or not there is said', () => {
    const codes = (country: string | null, region: string | null) =>
      lawsFor({ country, region }, 'access', DANE, on).reasons.map(({ code }) => code);
    expect(codes(null, null)).toEqual(['place-unknown']);
    expect(codes('US', 'NV')).toEqual(['no-local-law']);
    expect(codes('DK', null)).toEqual([]);
    expect(lawsFor({ country: 'US', region: 'TN' }, 'access', DANE, '2025-06-30').reasons).toMatchObject([
      { code: 'not-in-force', from: '2025-07-01' },
    ]);
  });

  test('a right that the state’s law does not know comes from the law of the establishment', () => {
    const found = lawsFor({ country: 'US', region: 'CA' }, 'restriction', DANE, on);
    expect(found).toMatchObject({
      laws: [{ regime: 'eu-gdpr', reasons: [{ code: 'establishment', source: 'GDPR art. 3(1)' }] }],
      reasons: [{ code: 'right-unknown-there' }],
    });
    expect(ids({ country: 'US', region: 'IA' }, 'rectification', DANE, on)).toBe('eu-gdpr');
  });

  test('elsewhere: only the person’s own law, and none where its thresholds are not met; none is never guessed', () => {
    const american = { established: ['US'], notMet: ['us-va'] };
    expect(ids({ country: 'US', region: 'CA' }, 'access', american, on)).toBe('us-ca');
    expect(ids({ country: 'DK', region: null }, 'access', american, on)).toBe('eu-gdpr');
    expect(lawsFor({ country: 'US', region: 'VA' }, 'access', american, on)).toMatchObject({
      laws: [],
      reasons: [{ code: 'thresholds-not-met' }, { code: 'no-law-found' }],
    });
    expect(ids({ country: 'US', region: 'CA' }, 'access', { established: ['DK', 'GB', 'CH'], notMet: [] }, on)).toBe(
      'us-ca eu-gdpr uk-gdpr ch-fadp',
    );
  });

  test('whatever is proposed is in the table', () => {
    for (const country of ['DK', 'GB', 'CH', 'US', 'CA', 'BR', 'ZZ'])
      for (const region of [null, 'CA', 'QC', 'TX', 'ZZ'])
        for (const { regime } of lawsFor({ country, region }, 'erasure', DANE, on).laws)
          expect(SHIPPED_LAWS.map(({ id }) => id)).toContain(regime);
  });
});

describe('internal targets', () => {
  const base = { receivedOn: '2026-11-01', dueOn: '2026-12-01', isDecided: false, isAnswered: false };

  test.each([
    ['2026-11-16', false, null],
    ['2026-11-17', false, 'decide'],
    ['2026-11-17', true, null],
    ['2026-11-26', true, 'answer'],
    ['2026-11-25', true, null],
  ])('on %s, decided %s: %s', (today, isDecided, missed) => {
    expect(targetDays({ ...base, today, isDecided })).toEqual({
      decideBy: '2026-11-16',
      answerBy: '2026-11-25',
      missed,
    });
  });

  test('nothing is missed once it is answered, and a pause moves the marks along', () => {
    expect(targetDays({ ...base, today: '2027-01-01', isAnswered: true }).missed).toBeNull();
    expect(targetDays({ ...base, dueOn: '2026-12-11', today: '2026-11-17' })).toMatchObject({
      decideBy: '2026-11-21',
      missed: null,
    });
  });
});
