import fc from 'fast-check';
import { effectOf, effectsOf, figuresBy, shareOf, type Count } from './figures';

const count = (more: Partial<Count>): Count => ({
  day: '2026-11-24',
  version: 1,
  language: 'da',
  place: 'DK',
  device: 'phone',
  shown: 0,
  yes: 0,
  no: 0,
  part: 0,
  withdrawn: 0,
  ...more,
});

test('a share with its interval, as published examples have it', () => {
  // Newcombe (1998), table I: 81 of 263, 15 of 148, 0 of 20.
  const near = (hits: number, of: number) => {
    const { low, high } = shareOf(hits, of);
    return [low.toFixed(4), high.toFixed(4)];
  };
  expect(near(81, 263)).toEqual(['0.2553', '0.3662']);
  expect(near(15, 148)).toEqual(['0.0624', '0.1605']);
  expect(near(0, 20)).toEqual(['0.0000', '0.1611']);
  expect(shareOf(0, 0)).toEqual({ value: null, low: 0, high: 1 });
});

test('the difference of two shares, as published examples have it', () => {
  // Newcombe (1998), table II, method 10: 56/70 − 48/80 and 9/10 − 3/10.
  const near = ({ low, high }: ReturnType<typeof effectOf>) => [low.toFixed(4), high.toFixed(4)];
  const side = (yes: number, answered: number) => ({ version: 1, yes, answered });
  expect(near(effectOf(side(48, 80), side(56, 70)))).toEqual(['0.0524', '0.3339']);
  expect(near(effectOf(side(3, 10), side(9, 10)))).toEqual(['0.1705', '0.8090']);
});

test('too few say nothing; a difference is only one whose interval leaves out none', () => {
  const side = (version: number, yes: number, answered: number) => ({ version, yes, answered });
  expect(effectOf(side(1, 2, 10), side(2, 9, 10)).says).toBe('too-few');
  expect(effectOf(side(1, 200, 1000), side(2, 300, 1000)).says).toBe('more');
  expect(effectOf(side(1, 300, 1000), side(2, 200, 1000)).says).toBe('less');
  expect(effectOf(side(1, 200, 1000), side(2, 205, 1000)).says).toBe('no-difference-seen');
});

test('by version, week and place; nothing is lost on the way', () => {
  const counts = [
    count({ shown: 10, yes: 4, no: 2, part: 1 }),
    count({ day: '2026-11-22', version: 2, shown: 5, yes: 1, withdrawn: 1 }),
    count({ day: '2026-11-23', version: 2, place: 'DE', device: 'computer', shown: 1, no: 2 }),
  ];
  expect(
    figuresBy(counts, 'version').map(({ name, shown, answered, ignored }) => [name, shown, answered, ignored]),
  ).toEqual([
    ['2', 6, 3, 3],
    ['1', 10, 7, 3],
  ]);
  expect(figuresBy(counts, 'week').map(({ name, shown }) => [name, shown])).toEqual([
    ['2026-11-23', 11],
    ['2026-11-16', 5],
  ]);
  expect(figuresBy(counts, 'place').map(({ name }) => name)).toEqual(['DK', 'DE']);
  // More answers than it was shown: who answers again by the way back.
  expect(figuresBy(counts, 'place')[1]!.ignored).toBe(0);
  expect(effectsOf(counts)).toMatchObject([{ before: 1, after: 2, says: 'too-few' }]);
  expect(effectsOf([])).toEqual([]);
});

test('an interval holds its share', () => {
  fc.assert(
    fc.property(fc.nat(500), fc.nat(500), (a, b) => {
      const { value, low, high } = shareOf(Math.min(a, b), Math.max(a, b));
      return value === null || (low <= value + 1e-9 && value <= high + 1e-9);
    }),
  );
});
