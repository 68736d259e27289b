import { isTaken, MOST_CALLS, waitBeforeCall } from './call';

test.each([
  [1, 10_000],
  [2, 60_000],
  [3, 300_000],
  [4, 1_800_000],
  [5, 7_200_000],
  [6, 21_600_000],
  [MOST_CALLS - 1, 21_600_000],
  [MOST_CALLS, null],
])('after %i tries a call waits %s ms', (tries, wait) => expect(waitBeforeCall(tries, 10_000)).toBe(wait));

test('the last try is about three days after the first', () => {
  let sum = 0;
  for (let tries = 1; tries < MOST_CALLS; tries++) sum += waitBeforeCall(tries, 10_000)!;
  expect(sum / 86_400_000).toBeGreaterThan(2.5);
  expect(sum / 86_400_000).toBeLessThan(3.5);
});

test.each([
  [199, false],
  [200, true],
  [204, true],
  [299, true],
  [301, false],
  [410, false],
  [503, false],
])('an answer of %i: taken %s', (status, taken) => expect(isTaken(status)).toBe(taken));
