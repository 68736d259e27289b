import { ratesBy, shareOf, total } from './rates';

describe('rates', () => {
  const rows = [
    { answer: 'grant', n: 6, key: 'a' },
    { answer: 'opt-in', n: 1, key: 'a' },
    { answer: 'refuse', n: 3, key: 'a' },
    { answer: 'object', n: 2, key: 'a' },
    { answer: 'confirm', n: 9, key: 'a' },
    { answer: 'refuse', n: 1, key: 'b' },
    { answer: 'grant', n: 5, key: null },
  ] as const;
  test('count yes, no and taken back; a confirmation is neither', () => {
    expect(ratesBy(rows, ({ key }) => key)).toEqual([
      { key: 'a', grants: 7, refusals: 3, withdrawals: 2, other: 9 },
      { key: 'b', grants: 0, refusals: 1, withdrawals: 0, other: 0 },
    ]);
  });
  test('a share is of those who were asked', () => {
    const [a, b] = ratesBy(rows, ({ key }) => key);
    expect([
      total(a!),
      shareOf(a!),
      shareOf(b!),
      shareOf({ key: 'c', grants: 0, refusals: 0, withdrawals: 4, other: 0 }),
    ]).toEqual([12, 0.7, 0, null]);
  });
});
