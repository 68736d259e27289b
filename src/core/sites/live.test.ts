import { liveState } from './live';

const shown = (day: string, version: number, count = 3) => ({ day, version, shown: count });

test('the newest version that was shown, since when, and until when', () => {
  const counts = [shown('2026-11-20', 1), shown('2026-11-22', 2), shown('2026-11-24', 2), shown('2026-11-25', 3, 0)];
  expect(liveState(counts, { version: 2, from: '2026-11-21' })).toEqual({
    version: 2,
    since: '2026-11-22',
    lastShown: '2026-11-24',
    isBehind: false,
  });
});

test.each([
  // A day after it came into force copies may still be about.
  ['2026-11-22', false],
  ['2026-11-23', true],
])('an older version shown on %s', (day, isBehind) => {
  expect(liveState([shown(day, 1)], { version: 2, from: '2026-11-21' }).isBehind).toBe(isBehind);
});

test('a site that nobody visited is not behind', () => {
  expect(liveState([], { version: 2, from: '2026-11-21' })).toMatchObject({ version: null, isBehind: false });
  expect(liveState([shown('2026-11-23', 1)], null).isBehind).toBe(false);
});
