import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { needsAcceptance, smallestCohort } from './cohort';
import { plan } from './plan';
import { residueOf, totalsOf } from './residue';
import { anchorOf } from '../keeping/retention';
import type { PlanRecord, PlanRules, RetentionRule } from './types';

const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest();
const ON = '2026-11-24';
const RULES: PlanRules = {
  retention: [
    { id: 'r', system: 'shop', collection: 'invoices', from: 'issued_on', years: 5, law: 'Bogføringsloven § 12 (DK)' },
  ],
  holds: [],
  open: [{ system: 'shop', collection: 'orders', field: 'status', openValues: ['paid'] }],
  neededForTotals: [],
};

function record(collection: string, key: string, more: Partial<PlanRecord> = {}): PlanRecord {
  return {
    id: `shop/${collection}/${key}`,
    system: 'shop',
    collection,
    key,
    facts: {},
    refersTo: [],
    isShared: false,
    can: { erase: true, anonymise: true },
    doer: 'connector',
    ...more,
  };
}
const to = (collection: string, key: string, nullable = false) => ({ id: `shop/${collection}/${key}`, nullable });

function lines(records: PlanRecord[], rules = RULES) {
  const made = plan(records, rules, ON, hash);
  if (!made.ok) throw new Error(made.refusal.code);
  return made.value.lines;
}
const actions = (records: PlanRecord[], rules = RULES) =>
  Object.fromEntries(lines(records, rules).map((line) => [`${line.collection}/${line.key}`, line.action]));

const CUSTOMER = record('customers', '1');
const NEW_ORDER = record('orders', '1', { facts: { status: 'delivered' }, refersTo: [to('customers', '1')] });
const NEW_INVOICE = record('invoices', '1', { facts: { issued_on: '2025-12-06' }, refersTo: [to('orders', '1')] });

describe('which rule applies', () => {
  test('a young invoice is kept until a day; the order and the customer it hangs on lose the person', () => {
    expect(
      actions([CUSTOMER, NEW_ORDER, NEW_INVOICE, record('reviews', '1', { refersTo: [to('customers', '1')] })]),
    ).toEqual({ 'invoices/1': 'keep', 'orders/1': 'anonymise', 'customers/1': 'anonymise', 'reviews/1': 'erase' });
    expect(lines([NEW_INVOICE])[0]).toMatchObject({
      keepUntil: '2030-12-06',
      rule: 'retention',
      law: 'Bogføringsloven § 12 (DK)',
    });
  });
  test('an old invoice goes, and with it what it kept', () => {
    const old = { ...NEW_INVOICE, facts: { issued_on: '2021-11-23' } };
    expect(actions([CUSTOMER, NEW_ORDER, old])).toEqual({
      'invoices/1': 'erase',
      'orders/1': 'erase',
      'customers/1': 'erase',
    });
  });
  test.each<[string, Partial<RetentionRule>, string, string | null]>([
    ['the event’s own day', {}, '2021-11-24', '2026-11-24'],
    ['that day is over', {}, '2021-11-23', null],
    ['the end of the calendar year', { anchor: 'calendar-year' }, '2020-01-01', '2025-12-31'],
    ['the end of the calendar year, running', { anchor: 'calendar-year' }, '2021-01-01', '2026-12-31'],
    ['the end of the financial year', { anchor: 'financial-year' }, '2021-07-01', '2027-06-30'],
    ['the last day of the financial year belongs to it', { anchor: 'financial-year' }, '2022-06-30', '2027-06-30'],
    ['the zone’s own day', { anchor: 'financial-year' }, '2022-06-30T23:30:00Z', '2028-06-30'],
    ['months and days', { years: 0, months: 3, days: 2 }, '2026-11-30', '2027-03-02'],
    ['29 February', { years: 5 }, '2024-02-29', '2029-02-28'],
  ])('a rule counts from %s', (_what, rule, issued, until) => {
    const rules = {
      ...RULES,
      retention: [{ ...RULES.retention[0]!, ...rule }],
      financialYearEnd: '06-30',
      zone: 'Europe/Copenhagen',
    };
    const [line] = lines([{ ...NEW_INVOICE, facts: { issued_on: issued }, refersTo: [] }], rules);
    expect(line!.action === 'keep' ? line!.keepUntil : null).toBe(until === '2025-12-31' ? null : until);
  });
  test('a financial year that ends on 29 February ends a day earlier in other years', () => {
    expect([
      anchorOf({ anchor: 'financial-year' }, '2026-01-01', '02-29'),
      anchorOf({ anchor: 'financial-year' }, '2027-03-01', '02-29'),
    ]).toEqual(['2026-02-28', '2028-02-29']);
  });
  test.each([[null], [''], ['soon'], ['31.12.2025'], ['2025-02-30'], ['1900-01-01'], ['1970-01-01T00:00:00Z']])(
    'a date that says nothing (%s) keeps, and asks',
    (issued) => {
      expect(lines([{ ...NEW_INVOICE, facts: { issued_on: issued }, refersTo: [] }])[0]).toMatchObject({
        action: 'keep',
        rule: 'unclear',
        keepUntil: null,
      });
    },
  );
  test('a state that is not there does not end a rule; another state does', () => {
    const rules = {
      ...RULES,
      retention: [{ ...RULES.retention[0]!, states: { field: 'status', values: ['booked'] } }],
    };
    const of = (status: string | null) =>
      lines([{ ...NEW_INVOICE, facts: { issued_on: '2025-12-06', status }, refersTo: [] }], rules)[0]!.rule;
    expect([of('booked'), of('draft'), of(null)]).toEqual(['retention', 'erase', 'unclear']);
  });
  test.each([[0], [1]])('of several rules the longest wins, in whichever order they stand', (first) => {
    const two = [RULES.retention[0]!, { ...RULES.retention[0]!, id: 'r2', years: 10, law: '§ 147 AO' }];
    const rules = { ...RULES, retention: [two[first]!, two[1 - first]!] };
    expect(lines([{ ...NEW_INVOICE, refersTo: [] }], rules)[0]).toMatchObject({
      keepUntil: '2035-12-06',
      law: '§ 147 AO',
    });
  });
  test('what a kept record that names the person is tied to is kept apart, not anonymous; what is tied to nothing is anonymous', () => {
    const made = lines([
      CUSTOMER,
      NEW_ORDER,
      NEW_INVOICE,
      record('parcels', '1', { isShared: true, refersTo: [to('orders', '1')] }),
      record('messages', '1', { isShared: true }),
    ]);
    expect(Object.fromEntries(made.map(({ collection, rule, keepUntil }) => [collection, [rule, keepUntil]]))).toEqual({
      invoices: ['retention', '2030-12-06'],
      orders: ['kept-apart', '2030-12-06'],
      customers: ['kept-apart', '2030-12-06'],
      parcels: ['kept-apart', '2030-12-06'],
      messages: ['shared', null],
    });
    expect(residueOf(made).map(({ collection, rule }) => [collection, rule])).toEqual([
      ['invoices', 'retention'],
      ['customers', 'kept-apart'],
      ['orders', 'kept-apart'],
      ['parcels', 'kept-apart'],
    ]);
  });
  test('what stays is restricted where its system can, and a matter is named to colleagues alone', () => {
    const made = lines(
      [{ ...NEW_INVOICE, refersTo: [], can: { erase: true, anonymise: true, restrict: true } }, record('reviews', '1')],
      { ...RULES, holds: [{ id: 'h', matter: 'injury claim', system: 'shop', collection: 'reviews' }] },
    );
    expect(made.map(({ collection, restrict }) => [collection, restrict])).toEqual([
      ['invoices', true],
      ['reviews', false],
    ]);
    expect(made[1]!.reasons[0]).toMatchObject({ code: 'hold', matter: 'injury claim' });
    expect(JSON.stringify(residueOf(made))).not.toContain('injury');
  });
  test('an open hold keeps everything it covers', () => {
    expect(
      actions([CUSTOMER, record('reviews', '1')], {
        ...RULES,
        holds: [{ id: 'h', matter: 'injury claim', system: 'shop', collection: null }],
      }),
    ).toEqual({ 'customers/1': 'keep', 'reviews/1': 'keep' });
  });
  test('an order that is paid and not delivered is kept until closed', () => {
    expect(lines([{ ...NEW_ORDER, facts: { status: 'paid' }, refersTo: [] }])[0]).toMatchObject({
      action: 'keep',
      rule: 'open',
      keepUntil: null,
    });
  });
  test('a record of more than one person loses this person’s part only', () => {
    expect(actions([record('messages', '1', { isShared: true })])).toEqual({ 'messages/1': 'anonymise' });
  });
  test('what is needed for totals stays without the person', () => {
    expect(actions([record('reviews', '1')], { ...RULES, neededForTotals: ['shop/reviews'] })).toEqual({
      'reviews/1': 'anonymise',
    });
  });
  test('what a connection cannot do is refused, not planned', () => {
    const made = plan([record('customers', '1', { can: { erase: false, anonymise: true } })], RULES, ON, hash);
    expect(made.ok || made.refusal).toEqual({ code: 'cannot-be-done', record: 'shop/customers/1', action: 'erase' });
  });
});

describe('order', () => {
  test('referring records go first', () => {
    const order = lines([
      CUSTOMER,
      record('orders', '2', { refersTo: [to('customers', '1')] }),
      record('order_lines', '3', { refersTo: [to('orders', '2')] }),
    ]).map(({ collection }) => collection);
    expect(order).toEqual(['order_lines', 'orders', 'customers']);
  });
  test('a circle is broken at a reference that can be cleared', () => {
    const made = lines([
      record('a', '1', { refersTo: [to('b', '1', true)] }),
      record('b', '1', { refersTo: [to('a', '1')] }),
    ]);
    expect(made.map(({ collection, releasedBy }) => [collection, releasedBy])).toEqual([
      ['b', ['shop/a/1']],
      ['a', []],
    ]);
  });
  test('a circle of references that cannot be cleared goes in one act, where its system can; else it is an error', () => {
    const circle = (together: boolean) =>
      ['a', 'b', 'c'].map((name, i) =>
        record(name, '1', {
          refersTo: [to(['b', 'a', 'a'][i]!, '1')],
          can: { erase: true, anonymise: true, together },
        }),
      );
    expect(lines(circle(true)).map(({ collection, together }) => [collection, together])).toEqual([
      ['c', []],
      ['a', ['shop/a/1', 'shop/b/1']],
      ['b', ['shop/a/1', 'shop/b/1']],
    ]);
    const made = plan(circle(false), RULES, ON, hash);
    expect(made.ok || made.refusal).toEqual({ code: 'circle-cannot-be-broken', records: ['shop/a/1', 'shop/b/1'] });
  });
  test('what loses the person lets go of what is removed, and does so before it', () => {
    const made = lines([CUSTOMER, record('orders', '1', { isShared: true, refersTo: [to('customers', '1', true)] })]);
    expect(made.map(({ collection, action, clearFirst }) => [collection, action, clearFirst])).toEqual([
      ['orders', 'anonymise', ['shop/customers/1']],
      ['customers', 'erase', []],
    ]);
  });
  test('a kept record is not touched, not even a reference that could be cleared', () => {
    expect(actions([CUSTOMER, { ...NEW_INVOICE, refersTo: [to('customers', '1', true)] }])).toEqual({
      'invoices/1': 'keep',
      'customers/1': 'anonymise',
    });
  });
  test('a thousand records in a chain, and ten thousand beside each other, are ordered at once', () => {
    const chain = Array.from({ length: 1000 }, (_, n) =>
      record('chain', String(n).padStart(5, '0'), {
        refersTo: n === 0 ? [] : [to('chain', String(n - 1).padStart(5, '0'))],
      }),
    );
    const many = Array.from({ length: 10_000 }, (_, n) =>
      record('many', String(n), { refersTo: [to('chain', '00000')] }),
    );
    expect(lines([...chain, ...many]).at(-1)!.key).toBe('00000');
  });
});

describe('fingerprint and residue', () => {
  test('the same records in another order give the same fingerprint; another day or record another', () => {
    const of = (records: PlanRecord[], on = ON) => {
      const made = plan(records, RULES, on, hash);
      return made.ok ? made.value.fingerprint : '';
    };
    const records = [CUSTOMER, NEW_ORDER, NEW_INVOICE];
    expect(of([...records].reverse())).toBe(of(records));
    expect(of(records, '2026-11-25')).not.toBe(of(records));
    expect(of([CUSTOMER, NEW_ORDER])).not.toBe(of(records));
  });
  test('residue is folded by place and day, soonest first', () => {
    const kept = lines([
      record('invoices', '1', { facts: { issued_on: '2025-01-01' } }),
      record('invoices', '2', { facts: { issued_on: '2023-01-01' } }),
      record('invoices', '3', { facts: { issued_on: '2025-01-01' } }),
    ]);
    expect(residueOf(kept).map(({ count, until }) => [count, until])).toEqual([
      [1, '2028-01-01'],
      [2, '2030-01-01'],
    ]);
    expect(totalsOf(kept)).toEqual({ erase: 0, anonymise: 0, keep: 3, systems: 1 });
  });
});

describe('cohort', () => {
  test.each<[number[], number | null, boolean]>([
    [[], null, false],
    [[812, 3], 3, true],
    [[5], 5, false],
  ])('of %j it is %s', (alike, k, small) => {
    expect(smallestCohort(alike)).toBe(k);
    expect(needsAcceptance(k, alike.length)).toBe(small);
  });
  test('how many look alike is not known: that has to be accepted too, where anything loses the person', () => {
    expect([needsAcceptance(null, 2), needsAcceptance(null, 0)]).toEqual([true, false]);
  });
});

describe('properties', () => {
  const records = fc
    .array(fc.record({ key: fc.nat(7), refs: fc.array(fc.nat(7), { maxLength: 3 }), kept: fc.boolean() }), {
      maxLength: 8,
    })
    .map((list) =>
      [...new Map(list.map((one) => [one.key, one])).values()].map((one) =>
        record(one.kept ? 'invoices' : 'things', String(one.key), {
          id: `shop/x/${one.key}`,
          facts: { issued_on: one.kept ? '2026-01-01' : null },
          refersTo: one.refs
            .filter((other) => other > one.key)
            .map((other) => ({ id: `shop/x/${other}`, nullable: false })),
        }),
      ),
    );
  test('nothing is erased that a remaining record refers to, and nothing before what refers to it', () => {
    fc.assert(
      fc.property(records, (list) => {
        const made = plan(list, RULES, ON, hash);
        if (!made.ok) return false;
        const action = new Map(made.value.lines.map((line, i) => [line.record, { action: line.action, i }]));
        return list.every((one) =>
          one.refersTo.every(({ id }) => {
            const [self, target] = [action.get(one.id)!, action.get(id)];
            if (!target || target.action !== 'erase') return true;
            return self.action === 'erase' && self.i < target.i;
          }),
        );
      }),
      { seed: 9, numRuns: 400 },
    );
  });
});
