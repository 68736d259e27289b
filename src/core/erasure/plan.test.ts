import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { needsAcceptance, smallestCohort } from './cohort';
import { plan } from './plan';
import { residueOf, totalsOf } from './residue';
import type { PlanRecord, PlanRules } from './types';

const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest();
const ON = '2026-11-24';
const RULES: PlanRules = { retention: [{ id: 'r', system: 'shop', collection: 'invoices', from: 'issued_on', years: 5, law: 'Bogføringsloven § 12 (DK)' }], holds: [], open: [{ system: 'shop', collection: 'orders', field: 'status', openValues: ['paid'] }], neededForTotals: [] };

function record(collection: string, key: string, more: Partial<PlanRecord> = {}): PlanRecord {
  return { id: `shop/${collection}/${key}`, system: 'shop', collection, key, facts: {}, refersTo: [], isShared: false, can: { erase: true, anonymise: true }, doer: 'connector', ...more };
}
const to = (collection: string, key: string, nullable = false) => ({ id: `shop/${collection}/${key}`, nullable });

function lines(records: PlanRecord[], rules = RULES) {
  const made = plan(records, rules, ON, hash);
  if (!made.ok) throw new Error(made.refusal.code);
  return made.value.lines;
}
const actions = (records: PlanRecord[], rules = RULES) => Object.fromEntries(lines(records, rules).map((line) => [`${line.collection}/${line.key}`, line.action]));

const CUSTOMER = record('customers', '1');
const NEW_ORDER = record('orders', '1', { facts: { status: 'delivered' }, refersTo: [to('customers', '1')] });
const NEW_INVOICE = record('invoices', '1', { facts: { issued_on: '2025-12-06' }, refersTo: [to('orders', '1')] });

describe('which rule applies', () => {
  test('a young invoice is kept until a day; the order and the customer it hangs on lose the person', () => {
    expect(actions([CUSTOMER, NEW_ORDER, NEW_INVOICE, record('reviews', '1', { refersTo: [to('customers', '1')] })])).toEqual({ 'invoices/1': 'keep', 'orders/1': 'anonymise', 'customers/1': 'anonymise', 'reviews/1': 'erase' });
    expect(lines([NEW_INVOICE])[0]).toMatchObject({ keepUntil: '2030-12-06', rule: 'retention', law: 'Bogføringsloven § 12 (DK)' });
  });
  test('an old invoice goes, and with it what it kept', () => {
    const old = { ...NEW_INVOICE, facts: { issued_on: '2021-11-24' } };
    expect(actions([CUSTOMER, NEW_ORDER, old])).toEqual({ 'invoices/1': 'erase', 'orders/1': 'erase', 'customers/1': 'erase' });
  });
  test('an open hold keeps everything it covers', () => {
    expect(actions([CUSTOMER, record('reviews', '1')], { ...RULES, holds: [{ id: 'h', matter: 'injury claim', system: 'shop', collection: null }] })).toEqual({ 'customers/1': 'keep', 'reviews/1': 'keep' });
  });
  test('an order that is paid and not delivered is kept until closed', () => {
    expect(lines([{ ...NEW_ORDER, facts: { status: 'paid' }, refersTo: [] }])[0]).toMatchObject({ action: 'keep', rule: 'open', keepUntil: null });
  });
  test('a record of more than one person loses this person’s part only', () => {
    expect(actions([record('messages', '1', { isShared: true })])).toEqual({ 'messages/1': 'anonymise' });
  });
  test('what is needed for totals stays without the person', () => {
    expect(actions([record('reviews', '1')], { ...RULES, neededForTotals: ['shop/reviews'] })).toEqual({ 'reviews/1': 'anonymise' });
  });
  test('what a connection cannot do is refused, not planned', () => {
    const made = plan([record('customers', '1', { can: { erase: false, anonymise: true } })], RULES, ON, hash);
    expect(made.ok || made.refusal).toEqual({ code: 'cannot-be-done', record: 'shop/customers/1', action: 'erase' });
  });
});

describe('order', () => {
  test('referring records go first', () => {
    const order = lines([CUSTOMER, record('orders', '2', { refersTo: [to('customers', '1')] }), record('order_lines', '3', { refersTo: [to('orders', '2')] })]).map(({ collection }) => collection);
    expect(order).toEqual(['order_lines', 'orders', 'customers']);
  });
  test('a circle is broken at a reference that can be cleared', () => {
    const made = lines([record('a', '1', { refersTo: [to('b', '1', true)] }), record('b', '1', { refersTo: [to('a', '1')] })]);
    expect(made.find(({ collection }) => collection === 'a')!.clearFirst).toEqual(['shop/b/1']);
  });
  test('a circle that cannot be broken is an error', () => {
    const made = plan([record('a', '1', { refersTo: [to('b', '1')] }), record('b', '1', { refersTo: [to('a', '1')] })], RULES, ON, hash);
    expect(made.ok || made.refusal.code).toBe('circle-cannot-be-broken');
  });
});

describe('fingerprint and residue', () => {
  test('the same records in another order give the same fingerprint; another day or record another', () => {
    const of = (records: PlanRecord[], on = ON) => { const made = plan(records, RULES, on, hash); return made.ok ? made.value.fingerprint : ''; };
    const records = [CUSTOMER, NEW_ORDER, NEW_INVOICE];
    expect(of([...records].reverse())).toBe(of(records));
    expect(of(records, '2026-11-25')).not.toBe(of(records));
    expect(of([CUSTOMER, NEW_ORDER])).not.toBe(of(records));
  });
  test('residue is folded by place and day, soonest first', () => {
    const kept = lines([record('invoices', '1', { facts: { issued_on: '2025-01-01' } }), record('invoices', '2', { facts: { issued_on: '2023-01-01' } }), record('invoices', '3', { facts: { issued_on: '2025-01-01' } })]);
    expect(residueOf(kept).map(({ count, until }) => [count, until])).toEqual([[1, '2028-01-01'], [2, '2030-01-01']]);
    expect(totalsOf(kept)).toEqual({ erase: 0, anonymise: 0, keep: 3, systems: 1 });
  });
});

describe('cohort', () => {
  test.each<[number[], number | null, boolean]>([[[], null, false], [[812, 3], 3, true], [[5], 5, false]])('of %j it is %s', (alike, k, small) => {
    expect(smallestCohort(alike)).toBe(k);
    expect(needsAcceptance(k)).toBe(small);
  });
});

describe('properties', () => {
  const records = fc.array(fc.record({ key: fc.nat(7), refs: fc.array(fc.nat(7), { maxLength: 3 }), kept: fc.boolean() }), { maxLength: 8 }).map((list) =>
    [...new Map(list.map((one) => [one.key, one])).values()].map((one) => record(one.kept ? 'invoices' : 'things', String(one.key), { id: `shop/x/${one.key}`, facts: { issued_on: one.kept ? '2026-01-01' : null }, refersTo: one.refs.filter((other) => other > one.key).map((other) => ({ id: `shop/x/${other}`, nullable: false })) })),
  );
  test('nothing is erased that a remaining record refers to, and nothing before what refers to it', () => {
    fc.assert(fc.property(records, (list) => {
      const made = plan(list, RULES, ON, hash);
      if (!made.ok) return false;
      const action = new Map(made.value.lines.map((line, i) => [line.record, { action: line.action, i }]));
      return list.every((one) => one.refersTo.every(({ id }) => {
        const [self, target] = [action.get(one.id)!, action.get(id)];
        if (!target || target.action !== 'erase') return true;
        return self.action === 'erase' && self.i < target.i;
      }));
    }), { seed: 9, numRuns: 400 });
  });
});
