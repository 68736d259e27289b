import { everyMonth, everyWeek } from './spans';

test('weeks stand in order, the empty ones among them, across a year’s end', () => {
  const rows = [
    { week: '2026-01-12', n: 3 },
    { week: '2025-12-22', n: 1 },
  ];
  expect(
    everyWeek(
      rows,
      ({ week }) => week,
      (week) => ({ week, n: 0 }),
    ),
  ).toEqual([
    { week: '2025-12-22', n: 1 },
    { week: '2025-12-29', n: 0 },
    { week: '2026-01-05', n: 0 },
    { week: '2026-01-12', n: 3 },
  ]);
  expect(
    everyWeek(
      [],
      () => '',
      (week) => week,
    ),
  ).toEqual([]);
});

test('months likewise', () => {
  expect(
    everyMonth(
      [{ m: '2026-02' }, { m: '2025-11' }],
      ({ m }) => m,
      (m) => ({ m }),
    ),
  ).toEqual([{ m: '2025-11' }, { m: '2025-12' }, { m: '2026-01' }, { m: '2026-02' }]);
  expect(
    everyMonth(
      [],
      () => '',
      (month) => month,
    ),
  ).toEqual([]);
});
