import { contrastOf, LEAST_CONTRAST } from './contrast';

test.each([
  ['#000000', '#ffffff', 21],
  ['#ffffff', '#000000', 21],
  ['#777777', '#ffffff', 4.478],
  ['#767676', '#ffffff', 4.542],
  ['#ff0000', '#ffffff', 3.998],
  ['#0000ff', '#ffffff', 8.592],
  ['#1d4d42', '#1D4D42', 1],
])('%s on %s is %f : 1', (a, b, ratio) => expect(contrastOf(a, b)).toBeCloseTo(ratio, 2));

test('the least is between the two greys that are known for it', () => {
  expect(contrastOf('#777777', '#ffffff')).toBeLessThan(LEAST_CONTRAST);
  expect(contrastOf('#767676', '#ffffff')).toBeGreaterThan(LEAST_CONTRAST);
});
