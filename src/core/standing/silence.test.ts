import { healthOf } from './silence';

describe('a source that is silent', () => {
  const daily = Array.from({ length: 20 }, (_, n) => `2026-11-${String(n + 1).padStart(2, '0')}`);
  test.each([
    ['a weekend is no alarm', daily, '2026-11-22', false],
    ['twice its usual gap and more than two days is', daily, '2026-11-23', true],
    [
      'one that comes monthly may take its time',
      ['2026-06-01', '2026-07-01', '2026-08-01', '2026-09-01', '2026-10-01'],
      '2026-11-24',
      false,
    ],
    ['but not for ever', ['2026-06-01', '2026-07-01', '2026-08-01', '2026-09-01', '2026-10-01'], '2026-12-20', true],
    ['of too few deliveries nothing is known', ['2026-01-01', '2026-01-02'], '2026-11-24', false],
    ['of none neither', [], '2026-11-24', false],
  ])('%s', (_, days, today, isSilent) => expect(healthOf(days, today).isSilent).toBe(isSilent));
});
