import fc from 'fast-check';
import { DAY_ORDERS, orderOf, readWhen } from './fileDays';

const ZONE = 'Europe/Copenhagen';
const two = (n: number) => String(n).padStart(2, '0');

describe('days as files write them', () => {
  test.each([
    ['2026-03-12', 'year-first', '2026-03-12'],
    ['12.03.2026', 'day-first', '2026-03-12'],
    ['12/3/2026', 'day-first', '2026-03-12'],
    ['03/12/2026', 'month-first', '2026-03-12'],
    ['12-03-2026 09:05:30', 'day-first', '2026-03-12T08:05:30.000Z'],
    ['12.07.2026, 09.05', 'day-first', '2026-07-12T07:05:00.000Z'],
    // The night the clocks go back shows 02:30 twice: the first. The night they go on skips it: the next hour.
    ['25.10.2026 02:30', 'day-first', '2026-10-25T00:30:00.000Z'],
    ['29.03.2026 02:30', 'day-first', '2026-03-29T01:30:00.000Z'],
    // Left as they stand: nobody guesses.
    ['12.03.26', 'day-first', '12.03.26'],
    ['31.02.2026', 'day-first', '31.02.2026'],
    ['12.03.2026 25:00', 'day-first', '12.03.2026 25:00'],
    ['yesterday', 'day-first', 'yesterday'],
    ['2026-03-12T09:00:00+01:00', 'day-first', '2026-03-12T09:00:00+01:00'],
  ] as const)('%s, %s: %s', (text, order, expected) => expect(readWhen(text, order, ZONE)).toBe(expected));

  test('what is written in an order is read back in it, whatever the zone', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1900-01-01'), max: new Date('2099-12-31'), noInvalidDate: true }),
        fc.constantFrom(...DAY_ORDERS),
        fc.constantFrom('UTC', ZONE, 'America/Los_Angeles', 'Pacific/Auckland'),
        (date, order, zone) => {
          const day = date.toISOString().slice(0, 10);
          const [y, m, d] = [date.getUTCFullYear(), date.getUTCMonth() + 1, date.getUTCDate()];
          const parts = order === 'year-first' ? [y, two(m), two(d)] : order === 'day-first' ? [d, m, y] : [m, d, y];
          expect(readWhen(parts.join('/'), order, zone)).toBe(day);
        },
      ),
    );
  });

  test.each([
    [['13.01.2026', '02.01.2026'], 'day-first'],
    [['01/13/2026', '01/02/2026'], 'month-first'],
    [['2026-01-13'], 'year-first'],
    [['01/02/2026'], 'day-first'],
    [['a', 'b', '01/02/2026'], null],
    [[], null],
  ] as const)('the order of %j is %s', (values, order) => expect(orderOf(values)).toBe(order));
});
