import { conditionsSchema, fits, sayConditions, type TraceCondition } from './conditions';
import { isOpen } from '../requests/isOpen';
import { topicsOf } from './topics';

const record = {
  system: 'Web shop',
  collection: 'orders',
  title: '#1000342 · paid',
  text: null,
  fields: {
    placed_at: '2026-03-04T10:00:00.000Z',
    status: 'paid',
    total: '1250.00',
    'contact.mail': 'mette@mail.example',
  },
};
const row = (
  where: string,
  does: TraceCondition['does'],
  what: string,
  more: Partial<TraceCondition> = {},
): TraceCondition => ({ where, does, what, to: null, not: false, ...more });
const one = (condition: TraceCondition) => fits({ join: 'all', rows: [condition] }, record);

test.each<[string, TraceCondition, boolean]>([
  ['the system', row('system', 'is', 'web SHOP'), true],
  ['another system', row('system', 'is', 'Support mailbox'), false],
  ['a collection', row('collection', 'says', 'order'), true],
  ['anything', row('anything', 'says', '1000342'), true],
  ['a field', row('status', 'is', 'PAID'), true],
  ['a field that it has not', row('colour', 'is', 'red'), false],
  ['a field below another', row('mail', 'says', '@mail.example'), true],
  ['not', row('status', 'is', 'sent', { not: true }), true],
  ['a date between', row('date', 'between', '2026-03-01', { to: '2026-03-04' }), true],
  ['a date after its end', row('date', 'between', '2026-02-01', { to: '2026-03-03' }), false],
  ['a day', row('date', 'is', '2026-03-04'), true],
  ['a month', row('date', 'is', '2026-03'), true],
  ['a number between', row('total', 'between', '1000', { to: '2000' }), true],
  ['a number outside', row('total', 'between', '200', { to: '1000' }), false],
])('%s', (_what, condition, expected) => {
  expect(one(condition)).toBe(expected);
});

test('all or any of them; none narrows nothing', () => {
  const [yes, no] = [row('system', 'is', 'Web shop'), row('status', 'is', 'sent')];
  expect([
    fits({ join: 'all', rows: [yes, no] }, record),
    fits({ join: 'any', rows: [yes, no] }, record),
    fits({ join: 'any', rows: [] }, record),
  ]).toEqual([false, true, true]);
});

test('are one plain sentence', () => {
  expect(
    sayConditions({
      join: 'all',
      rows: [
        row('system', 'is', 'Web shop'),
        row('date', 'between', '2026-01-01', { to: '2026-03-31' }),
        row('anything', 'says', 'bell', { not: true }),
      ],
    }),
  ).toBe(
    'Only records where the system is “Web shop” and the date is between Thu 1 Jan 2026 and Tue 31 Mar ' +
      '2026 and anything in it does not say “bell”.',
  );
  expect(
    sayConditions({
      join: 'any',
      rows: [row('status', 'is', 'paid', { not: true }), row('total', 'between', '1', { to: '2', not: true })],
    }),
  ).toBe('Only records where “status” is not “paid” or “total” is not between “1” and “2”.');
  expect(sayConditions({ join: 'all', rows: [] })).toBe('Every record of the person.');
});

test('half a row is refused', () => {
  const check = (rows: object[]) => conditionsSchema.isValidSync({ join: 'all', rows });
  expect([
    check([row('date', 'between', '2026-01-01')]),
    check([row('', 'is', 'x')]),
    check([row('system', 'is', '')]),
    check([row('date', 'between', '2026-01-01', { to: '2026-02-01' })]),
    check(Array(13).fill(row('system', 'is', 'x'))),
  ]).toEqual([false, false, false, true, false]);
});

test('a match is open until it is judged, by both where a second reader was asked for', () => {
  const match = { parent: null, verdict: 'theirs' as const, isOutside: false, second: null };
  const second = { askedBy: 'Signe', isOwnAsk: true, verdict: null, by: null };
  expect([
    isOpen(match),
    isOpen({ ...match, verdict: null }),
    isOpen({ ...match, verdict: 'unsure' }),
    isOpen({ ...match, verdict: null, parent: 'a' }),
    isOpen({ ...match, verdict: null, isOutside: true }),
    isOpen({ ...match, second }),
    isOpen({ ...match, second: { ...second, verdict: 'theirs' } }),
  ]).toEqual([false, true, true, false, false, true, false]);
});

test.each<[string, Parameters<typeof topicsOf>, string[]]>([
  ['a message about health', ['messages', ['health', 'email'], 'my knee'], ['health', 'messages']],
  ['an invoice', ['invoices', [], ''], ['money']],
  ['a complaint', ['messages', [], 'The bell is broken, I want a refund'], ['complaints', 'messages']],
  ['nothing known', ['files', [], 'x'], ['other']],
])('%s has its topics', (_what, input, topics) => {
  expect(topicsOf(...input)).toEqual(topics);
});
