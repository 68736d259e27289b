import { must, refusal } from '../../../test/support/must';
import { testWorld, type TestWorld } from '../../../test/support/database';
import type { RetentionInput } from '../../core/keeping/schema';
import { retentionInput } from '../../core/keeping/schema';
import { exampleDrafts } from '../../core/keeping/drafts';
import type { SystemId } from '../../core/shared/ids';
import { insertRetentionDraft } from '../../db/keeping/retentionDrafts';
import { replaceFields } from '../../db/systems/fields';
import { insertSystem } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { addOpenRule, removeOpenRule } from './openRules';
import { addRetentionRule, readRetention, removeRetentionRule, strikeRetentionDraft } from './retentionRules';

const FIELD = { proposed: null, because: '', contains: {}, proposed_role: 'other' } as const;
let world: TestWorld;
let keeper: Context;
const SHOP: SystemId = 'sys_shop';
const INVOICES: RetentionInput = {
  draftId: '',
  systemId: 'sys_shop',
  collection: 'invoices',
  field: 'issued_on',
  anchor: 'financial-year',
  years: 5,
  months: 0,
  days: 0,
  law: 'Bogføringsloven § 12',
  stateField: '',
  stateValues: '',
};

beforeAll(async () => {
  world = await testWorld('retention');
  keeper = world.user('usr_keeper', 'retention-keeper');
  await world.worker.transaction((h) =>
    insertSystem(h, {
      id: 'sys_shop',
      name: 'Web shop',
      kind: 'sql',
      default_country: null,
      owner: 'Bo',
      owner_email: null,
      is_traced: true,
      sort_order: 1,
      connection_sealed: null,
    }),
  );
});
afterAll(() => world.close());

test('what came with the example waits until it is told where, and is completed once', async () => {
  await world.worker.transaction(async (h) => {
    await insertRetentionDraft(h, { id: 'rdr_books', ...exampleDrafts('DK')[0]!, sort_order: 0 });
    await insertRetentionDraft(h, { id: 'rdr_orders', ...exampleDrafts('DK')[1]!, sort_order: 1 });
    await replaceFields(h, SHOP, [
      { ...FIELD, system_id: SHOP, collection: 'kvitteringer', field: 'number', place: 0, type: 'text' },
      { ...FIELD, system_id: SHOP, collection: 'kvitteringer', field: 'issued_on', place: 1, type: 'date' },
    ]);
  });
  const { drafts } = must(await readRetention(keeper));
  expect(drafts.map(({ id, place }) => [id, place?.collection ?? null])).toEqual([
    ['rdr_books', 'kvitteringer'],
    ['rdr_orders', null],
  ]);
  const { place, years, anchor, law } = drafts[0]!;
  const input = { ...INVOICES, draftId: 'rdr_books', ...place!, years, anchor, law, collection: place!.collection };
  const twice = await Promise.all([
    addRetentionRule(keeper, input),
    addRetentionRule(keeper, { ...input, stateField: 'number', stateValues: 'x' }),
  ]);
  expect(twice.filter(({ ok }) => ok)).toHaveLength(1);
  expect(twice.find(({ ok }) => !ok)).toMatchObject({ refusal: { code: 'not-found' } });
  const owner = world.user('usr_owner', 'system-owner');
  expect(refusal(await strikeRetentionDraft(owner, { id: 'rdr_orders' }))).toBe('not-allowed');
  must(await strikeRetentionDraft(keeper, { id: 'rdr_orders' }));
  expect(refusal(await strikeRetentionDraft(keeper, { id: 'rdr_orders' }))).toBe('not-found');
  const after = must(await readRetention(keeper));
  expect(after.drafts).toEqual([]);
  expect(after.rules).toHaveLength(1);
  must(await removeRetentionRule(keeper, { id: after.rules[0]!.id }));
  await world.worker.transaction((h) => replaceFields(h, SHOP, []));
});

test('a rule keeps from the moment it is said, is read in words, and is in the trail', async () => {
  const { id } = must(await addRetentionRule(keeper, { ...INVOICES, stateField: 'status', stateValues: 'paid, sent' }));
  const { rules, duties, mayChange } = must(await readRetention(keeper));
  expect(mayChange).toBe(true);
  expect(rules).toEqual([
    {
      id,
      place: 'Web shop · invoices',
      from: 'issued_on, the end of its financial year',
      period: '5 years',
      law: 'Bogføringsloven § 12',
      states: 'status: paid, sent',
    },
  ]);
  // Larkmere is Danish: what is usual there is offered.
  expect(duties.map(({ country }) => country)).toEqual(['DK']);
  expect(await world.knex('trail').where({ act: 'retention-changed', subject: id })).toHaveLength(1);
  must(await removeRetentionRule(keeper, { id }));
  expect(must(await readRetention(keeper)).rules).toEqual([]);
  expect(refusal(await removeRetentionRule(keeper, { id }))).toBe('not-found');
});

test('the same rule is not said twice, nor of what a system that was read has not', async () => {
  must(await addRetentionRule(keeper, INVOICES));
  expect(refusal(await addRetentionRule(keeper, INVOICES))).toBe('rule-there');
  expect(refusal(await addRetentionRule(keeper, { ...INVOICES, systemId: 'sys_none' }))).toBe('no-such-system');
  await world.knex('system_fields').insert({
    system_id: 'sys_shop',
    collection: 'orders',
    field: 'placed_at',
    place: 1,
    type: 'date',
    because: '',
    contains: '{}',
    proposed_role: 'other',
    role: 'other',
  });
  expect(refusal(await addRetentionRule(keeper, { ...INVOICES, collection: 'bills' }))).toBe('no-such-place');
  expect(refusal(await addRetentionRule(keeper, { ...INVOICES, collection: 'orders', field: 'paid_at' }))).toBe(
    'no-such-place',
  );
  must(await addRetentionRule(keeper, { ...INVOICES, collection: 'orders', field: 'placed_at' }));
});

test('a retention keeper says it and nobody else; who keeps may see it', async () => {
  for (const role of ['coordinator', 'supervisor', 'auditor', 'administrator'] as const) {
    const other = world.user(`usr_${role}`, role);
    expect([role, refusal(await addRetentionRule(other, INVOICES))]).toEqual([role, 'not-allowed']);
    expect([role, (await readRetention(other)).ok]).toEqual([role, role !== 'administrator']);
  }
});

test.each([
  [{ years: 0 }, 'years'],
  [{ years: -1 }, 'years'],
  [{ years: 1.5 }, 'years'],
  [{ law: ' ' }, 'law'],
  [{ stateField: 'status' }, 'stateValues'],
  [{ anchor: 'whenever' }, 'anchor'],
])('%j is wrong beside %s', async (change, field) => {
  const fault = await retentionInput.validate({ ...INVOICES, ...change }, { abortEarly: false }).then(
    () => null,
    ({ inner }: { inner: { path: string }[] }) => inner.map(({ path }) => path),
  );
  expect(fault).toContain(field);
});

test('what is not finished is said once, read in words, and said no more', async () => {
  const ORDERS = { systemId: 'sys_shop', collection: 'orders', field: 'placed_at', openValues: 'sent,  partly paid ,' };
  expect(refusal(await addOpenRule(keeper, { ...ORDERS, field: 'state' }))).toBe('no-such-place');
  must(await addOpenRule(keeper, ORDERS));
  expect(refusal(await addOpenRule(keeper, ORDERS))).toBe('rule-there');
  expect(must(await readRetention(keeper)).open).toEqual([
    {
      systemId: 'sys_shop',
      collection: 'orders',
      field: 'placed_at',
      place: 'Web shop · orders',
      states: 'placed_at: sent, partly paid',
    },
  ]);
  expect(refusal(await addOpenRule(world.user('usr_coo', 'coordinator'), ORDERS))).toBe('not-allowed');
  const { openValues: _, ...place } = ORDERS;
  must(await removeOpenRule(keeper, place));
  expect(refusal(await removeOpenRule(keeper, place))).toBe('not-found');
  expect(must(await readRetention(keeper)).open).toEqual([]);
});
