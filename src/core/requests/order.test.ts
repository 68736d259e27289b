import { orderIn, placeIn, sayOrder, sayPlaceIn } from './order';

test.each([
  ['due', { by: 'due', isDown: false }],
  ['-received', { by: 'received', isDown: true }],
  ['who', null],
  ['', null],
  ['__proto__', null],
  [undefined, null],
] as const)('%s in an address is %j', (text, order) => {
  expect(orderIn(text)).toEqual(order);
  if (order) expect(sayOrder(order)).toBe(text);
});

test.each([
  ['2026-11-24~BK-2026-00005', 'due', { at: '2026-11-24', ref: 'BK-2026-00005' }],
  ['2026-11-24T08:00:00Z~BK-2026-00005', 'received', { at: '2026-11-24T08:00:00Z', ref: 'BK-2026-00005' }],
  ['2026-11-24~BK-2026-00005', 'received', null],
  ['2026-02-30~BK-2026-00005', 'due', null],
  ['2026-11-24', 'due', null],
  ['x~y', 'received', null],
] as const)('%s, ordered by %s, is %j', (text, by, place) => {
  expect(placeIn(text, { by, isDown: false })).toEqual(place);
  if (place) expect(sayPlaceIn(place)).toBe(text);
});
