import { REGIMES } from './regimes';
import { proposeRegime } from './proposeRegime';
import { targetDays } from './targets';

const on = '2026-11-24';

describe('which law, by where the person lives', () => {
  test.each([
    ['DK', null, 'eu-gdpr', 'place'],
    ['IE', null, 'eu-gdpr', 'place'],
    ['NO', null, 'eu-gdpr', 'place'],
    ['GB', null, 'uk-gdpr', 'place'],
    ['gb', null, 'uk-gdpr', 'place'],
    ['CH', null, 'ch-fadp', 'place'],
    ['US', 'CA', 'us-ca', 'place'],
    ['US', 'co', 'us-co', 'place'],
    ['US', 'NV', 'eu-gdpr', 'no-local-law'],
    ['US', null, 'eu-gdpr', 'no-local-law'],
    ['CA', 'QC', 'ca-qc', 'place'],
    ['CA', 'ON', 'ca-pipeda', 'place'],
    ['BR', null, 'br-lgpd', 'place'],
    ['JP', null, 'eu-gdpr', 'no-local-law'],
    [null, null, 'eu-gdpr', 'place-unknown'],
  ])('%s %s: %s', (country, region, regime, code) => {
    const proposed = proposeRegime({ country, region }, 'access', 'DK', on);
    expect(proposed.regime).toBe(regime);
    expect(proposed.reasons[0]!.code).toBe(code);
  });

  test('a right that the state’s law does not know comes from the law of the establishment', () => {
    const proposed = proposeRegime({ country: 'US', region: 'CA' }, 'restriction', 'DK', on);
    expect(proposed).toMatchObject({ regime: 'eu-gdpr', reasons: [{ code: 'place' }, { code: 'right-unknown-there' }, { code: 'establishment', source: 'GDPR art. 3(1)' }] });
  });

  test('whatever is proposed is in the table', () => {
    for (const country of ['DK', 'GB', 'CH', 'US', 'CA', 'BR', 'ZZ']) for (const region of [null, 'CA', 'QC', 'TX', 'ZZ']) expect(REGIMES.map(({ id }) => id)).toContain(proposeRegime({ country, region }, 'erasure', 'DK', on).regime);
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
    expect(targetDays({ ...base, today, isDecided })).toEqual({ decideBy: '2026-11-16', answerBy: '2026-11-25', missed });
  });

  test('nothing is missed once it is answered, and a pause moves the marks along', () => {
    expect(targetDays({ ...base, today: '2027-01-01', isAnswered: true }).missed).toBeNull();
    expect(targetDays({ ...base, dueOn: '2026-12-11', today: '2026-11-17' })).toMatchObject({ decideBy: '2026-11-21', missed: null });
  });
});
