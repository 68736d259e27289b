import { draftOf } from '../../core/clock/lawDraft';
import { regimeById } from '../../core/clock/regimes';
import { lawTable } from '../../db/clock/laws';
import { adoptLaw } from '../clock/adoptLaw';
import { choice, rebuilt } from '../../../test/support/ledger';
import { type TestWorld } from '../../../test/support/database';
import { must } from '../../../test/support/must';
import type { SaleInput } from '../../core/ledger/schema';
import { addShare, type Shares } from '../../core/standing/everyone';
import { readsIn, readsOver } from '../../db/standing/permissions';
import { indexText } from '../people/identifierKeys';
import { personsById } from '../../db/people/persons';
import { insertFact } from '../../db/people/persons';
import { PermissionChecks } from './permissionChecks';
import { checkMany } from './checkMany';
import { everyoneAsOf } from './everyoneAsOf';
import { readPermissionCounts } from './readPermissionCounts';
import { readProofPage } from '../ledger/readProofPage';
import { rebuildFolds, startRebuild } from './rebuildFolds';
import { recordChoices } from '../ledger/recordChoices';
import { recordSales } from '../ledger/recordSales';
import { readRules, subjectOf } from './standingOfPerson';

import { sale, standingWorld } from '../../../test/support/standingWorld';

let world: TestWorld;
const PURPOSES = ['marketing', 'newsletter', 'offers', 'letter', 'sale', 'rides', 'similar'];
beforeAll(async () => void (world = await standingWorld()), 120_000);
afterAll(() => world.close());

const asked = (at: string, knownAt = at) => ({ at, knownAt });
const everybody = async () => (await world.knex('persons').select('id').orderBy('no')).map(({ id }) => id as string);

describe('folds that run along', () => {
  test('are what the ledger says, after any history', async () => {
    expect(await rebuilt(world, true)).toMatchObject({
      state: 'finished',
      counts: { people: 40, differing: 0 },
    });
  });

  test('a damaged one is found and put right', async () => {
    await world
      .knex('person_folds')
      .where('person_no', 3)
      .update({ folds: Buffer.alloc(0) });
    await world.knex('person_folds').where('person_no', 5).delete();
    expect(await rebuilt(world, true)).toMatchObject({ counts: { people: 40, differing: 2 }, onlyLook: true });
    expect(await rebuilt(world, false)).toMatchObject({ counts: { people: 40, differing: 2 }, onlyLook: false });
    expect(await rebuilt(world, true)).toMatchObject({ counts: { people: 40, differing: 0 } });
  });

  test('a rebuild that was cut off goes on where it stopped, and is asked for once', async () => {
    world.pass(1);
    const auditor = world.user('usr_auditor', 'auditor');
    const { id } = must(await startRebuild(auditor));
    expect(must(await startRebuild(auditor))).toEqual({ id });
    await world
      .knex('person_folds')
      .where('person_no', 3)
      .update({ folds: Buffer.alloc(0) });
    await world
      .knex('fold_rebuilds')
      .where({ id })
      .update({ done_from: [1] });
    await world
      .knex('runs')
      .where({ id })
      .update({ done: 40, counts: JSON.stringify({ people: 40, differing: 1 }) });
    await rebuildFolds(world.worker, { runId: id });
    expect(must(await readProofPage(auditor)).rebuild).toMatchObject({
      state: 'finished',
      counts: { people: 40, differing: 1 },
    });
    expect(await world.knex('trail').where({ act: 'folds-rebuilt', subject: id })).toHaveLength(2);
    // The range was done before the kill: what was damaged since is found by the next.
    expect(await rebuilt(world, false)).toMatchObject({ counts: { people: 40, differing: 1 } });
  });

  test('answer permission checks as the choices do', async () => {
    await world.worker.transaction(async (h) => {
      const rules = await readRules(h);
      const now = world.worker.clock.now();
      for (const row of await personsById(h, await everybody())) {
        const { rows }: { rows: { hash: Buffer; value_sealed: Buffer }[] } = await h.trx.raw(
          "select value_sealed, hash from identifiers where person_id = ? and kind = 'email'",
          [row.id],
        );
        const [{ wrapped, master_version }] = (await h.trx('data_keys').where({ id: row.data_key_id })) as [
          { wrapped: Buffer; master_version: number },
        ];
        const value = world.worker.keys.unseal(
          { wrapped, masterVersion: master_version },
          rows[0]!.value_sealed,
          `identifier:${row.id}`,
        );
        const answers = await checkMany(
          world.worker,
          readsIn(h),
          PURPOSES.map((purpose) => ({ purpose, identifier: { kind: 'email', scope: '', value, loose: null } })),
          rules,
        );
        const subject = await subjectOf(world.worker, h, row, asked(now), rules);
        PURPOSES.forEach((purpose, i) => {
          const { isConflict: _, ...exact } = subject.answer(purpose, rows[0]!.hash.toString('hex'));
          expect({ purpose, who: value, ...answers[i] }).toEqual({ purpose, who: value, ...exact });
        });
      }
    });
  });
});

test.each([
  ['2026-11-24T08:00:00Z', undefined],
  ['2026-07-01T00:00:00Z', undefined],
  ['2026-07-01T00:00:00Z', '2026-11-24T08:00:00Z'],
  ['2026-03-02T00:00:00Z', undefined],
])('everybody as of %s, known at %s: the sum of everybody one by one', async (at, knownAt = at) => {
  await world.worker.transaction(async (h) => {
    const rules = await readRules(h);
    const exact: Shares = new Map();
    for (const row of await personsById(h, await everybody())) {
      const subject = await subjectOf(world.worker, h, row, { at, knownAt }, rules);
      const known = subject.choices.filter(({ recordedAt }) => recordedAt <= new Date(knownAt).toISOString());
      if (
        known.length === 0 ||
        (!known.some(({ occurredAt }) => occurredAt <= at) &&
          known.length > 0 &&
          row.birth_year === null &&
          row.country === 'DK')
      )
        continue;
      for (const purpose of PURPOSES) {
        const { standing, permitted } = subject.answer(purpose, 'any');
        addShare(exact, purpose, standing, permitted);
      }
    }
    expect(await everyoneAsOf(world.worker, h, { at, knownAt })).toEqual(exact);
  });
});

test('a fact with a date counts from that date: moved to California, a signal binds', async () => {
  const [outcome] = await recordChoices(world.worker, {
    systemId: 'sys_shop',
    choices: [
      choice({
        identifiers: [{ kind: 'email', value: 'mover@mail.example' }],
        name: null,
        purpose: 'sale',
        answer: 'gpc-seen',
        country: null,
        occurredAt: '2026-11-20T10:00:00Z',
        externalId: 'mover',
      }),
    ],
  });
  const [{ person_id }] = (await world.knex('choices').select('person_id').where('id', outcome!.id)) as [
    { person_id: string },
  ];
  await world.knex('persons').where('id', person_id).update({ country: 'DK' });
  const ask = () =>
    world.worker.transaction(
      async (h) =>
        (
          await checkMany(world.worker, readsIn(h), [
            { purpose: 'sale', identifier: { kind: 'email', scope: '', value: 'mover@mail.example', loose: null } },
          ])
        )[0]!,
    );
  expect(await ask()).toMatchObject({ standing: 'not-asked' });
  await world.worker.transaction((h) =>
    insertFact(h, {
      person_id,
      fact: 'country',
      value: 'US-CA',
      valid_from: '2026-11-01T00:00:00Z',
      recorded_at: '2026-11-21T00:00:00Z',
    }),
  );
  expect(await ask()).toMatchObject({ standing: 'opted-out', permitted: false, mayAskAgainFrom: '2027-11-20' });
});

test('where a signal binds is told by the table of laws as the organisation has adopted it: a new row makes the folds anew', async () => {
  const seen = choice({
    identifiers: [{ kind: 'email', value: 'virginia@mail.example' }],
    name: null,
    purpose: 'sale',
    answer: 'gpc-seen',
    country: 'US-VA',
    occurredAt: '2026-11-20T10:00:00Z',
    externalId: 'virginia',
  });
  await recordChoices(world.worker, { systemId: 'sys_shop', choices: [seen] });
  const ask = () =>
    world.worker.transaction(
      async (h) =>
        (
          await checkMany(world.worker, readsIn(h), [
            { purpose: 'sale', identifier: { kind: 'email', scope: '', value: 'virginia@mail.example', loose: null } },
          ])
        )[0]!,
    );
  expect(await ask()).toMatchObject({ standing: 'not-asked' });
  const ib = world.user('usr_ib', 'administrator');
  const row = regimeById('us-va', '2026-11-20', await world.worker.transaction(lawTable))!;
  const draft = {
    ...draftOf(row),
    effectiveFrom: '2026-11-01',
    gpcFrom: '2026-11-01',
    reason: 'amended in the autumn',
  };
  must(await adoptLaw(ib, draft));
  await world.drain();
  expect(await ask()).toMatchObject({ standing: 'refused', permitted: false });
  expect(await world.knex('runs').where({ kind: 'rebuild-folds', started_by: 'usr_ib' })).toEqual([
    expect.objectContaining({ state: 'finished' }),
  ]);
});

describe('an existing customer (soft opt-in)', () => {
  const may = (value: string) =>
    world.worker.transaction(
      async (h) =>
        (
          await checkMany(world.worker, readsIn(h), [
            { purpose: 'similar', identifier: { kind: 'email', scope: '', value, loose: null } },
          ])
        )[0]!,
    );
  const bought = async (more: Partial<SaleInput> = {}) =>
    (await recordSales(world.worker, { systemId: 'sys_shop', sales: [sale(more)] }))[0]!;

  test('nobody before they have bought; from the sale on at its address only, until they say no', async () => {
    expect(await may('buyer@mail.example')).toMatchObject({ standing: 'not-asked', permitted: false });
    expect(await bought()).toEqual({ status: 'recorded', reasons: [] });
    expect(await may('buyer@mail.example')).toMatchObject({
      standing: 'default-permitted',
      permitted: true,
      since: '2026-11-20T10:00:00.000Z',
      reasons: [expect.objectContaining({ code: 'bought' })],
    });
    // Another address of the same person was given in no sale.
    await recordChoices(world.worker, {
      systemId: 'sys_shop',
      choices: [
        choice({
          identifiers: [
            { kind: 'email', value: 'buyer@mail.example' },
            { kind: 'email', value: 'buyer@work.example' },
          ],
          name: null,
          purpose: 'offers',
          answer: 'refuse',
          externalId: 'b1',
        }),
      ],
    });
    expect(await may('buyer@work.example')).toMatchObject({ standing: 'not-asked', permitted: false });
    await recordChoices(world.worker, {
      systemId: 'sys_shop',
      choices: [
        choice({
          identifiers: [{ kind: 'email', value: 'buyer@mail.example' }],
          name: null,
          purpose: 'similar',
          answer: 'object',
          externalId: 'b2',
          occurredAt: world.worker.clock.now(),
        }),
      ],
    });
    expect(await may('buyer@mail.example')).toMatchObject({ standing: 'objected', permitted: false });
    expect(await bought({ boughtAt: world.worker.clock.now() })).toMatchObject({ status: 'duplicate' });
    expect(await may('buyer@mail.example')).toMatchObject({ standing: 'objected' });
  });

  test('the same sale twice is one fact; an earlier one of the same address comes before it', async () => {
    const email = 'twice@mail.example';
    const one = {
      identifiers: [{ kind: 'email' as const, value: email }],
      address: { channel: 'email' as const, value: email },
    };
    expect((await bought(one)).status).toBe('recorded');
    expect((await bought(one)).status).toBe('duplicate');
    expect((await bought({ ...one, boughtAt: '2025-01-05' })).status).toBe('recorded');
    expect(await may(email)).toMatchObject({ since: '2025-01-04T23:00:00.000Z' });
    expect(
      await world
        .knex('person_facts')
        .where({ fact: 'bought' })
        .whereIn(
          'person_id',
          world
            .knex('identifiers')
            .select('person_id')
            .where({ hash: world.worker.keys.index(indexText({ kind: 'email', scope: '', value: email })) }),
        ),
    ).toHaveLength(2);
  });

  test('what cannot be read, lies in the future or belongs to somebody erased is held back with its reason', async () => {
    expect(await bought({ address: { channel: 'email', value: 'no address' } })).toMatchObject({
      status: 'quarantined',
      reasons: [{ code: 'address-unreadable' }],
    });
    expect(await bought({ boughtAt: '2027-01-01T00:00:00Z' })).toMatchObject({
      status: 'quarantined',
      reasons: [{ code: 'in-the-future' }],
    });
    const gone = { kind: 'email' as const, value: 'gone@mail.example' };
    const [{ hash, version }] = world.worker.keys.suppressions(
      indexText({ kind: 'email', scope: '', value: gone.value }),
    ) as [{ hash: Buffer; version: number }];
    await world
      .knex('suppressions')
      .insert({ hash, key_version: version, kind: 'email', erased_at: '2026-11-01T00:00:00Z', request_ref: 'BK-1' });
    expect(
      await bought({ identifiers: [gone], address: { channel: 'email', value: gone.value }, boughtAt: '2026-10-01' }),
    ).toMatchObject({ status: 'suppressed' });
    expect(await bought({ identifiers: [gone], address: { channel: 'email', value: gone.value } })).toMatchObject({
      status: 'quarantined',
      reasons: [{ code: 'back-after-erasure' }],
    });
    expect(await may(gone.value)).toMatchObject({ standing: 'erased' });
  });
});

describe('many at once', () => {
  test('a hundred questions at the same time get the answers they would get alone, and are counted', async () => {
    const reads = readsOver(world.url, 2, world.worker.transaction);
    const checks = new PermissionChecks(world.worker, reads);
    const queries = Array.from({ length: 100 }, (_, i) => ({
      systemId: 'sys_shop',
      identifier: { kind: 'email', value: `p${i % 50}@mail.example` },
      purpose: i % 9 === 0 ? 'moon' : PURPOSES[i % PURPOSES.length]!,
    }));
    const answers = await Promise.all(queries.map((query) => checks.ask(query)));
    await checks.close();
    for (const [i, answer] of answers.entries()) {
      if (queries[i]!.purpose === 'moon')
        expect(answer).toEqual({ ok: false, refusal: { code: 'unknown-purpose', purpose: 'moon' } });
      else {
        const [alone] = await world.worker.transaction((h) =>
          checkMany(world.worker, readsIn(h), [
            {
              purpose: queries[i]!.purpose,
              identifier: { kind: 'email', scope: '', value: queries[i]!.identifier.value, loose: null },
            },
          ]),
        );
        expect(answer).toEqual({ ok: true, value: alone });
      }
    }
    const { n } = (await world
      .knex('permission_counts')
      .sum({ n: world.knex.raw('permitted + refused') as never })
      .first()) as unknown as { n: string };
    expect(Number(n)).toBe(answers.filter(({ ok }) => ok).length);
    const asked = must(await readPermissionCounts(world.user('usr_signe', 'coordinator')));
    expect(asked.reduce((sum, one) => sum + one.permitted + one.refused, 0)).toBe(Number(n));
    expect(asked[0]).toMatchObject({ system: 'sys_shop', lastDay: '2026-11-24' });
    expect(await readPermissionCounts(world.user('usr_x', 'auditor'))).toMatchObject({
      refusal: { code: 'not-allowed' },
    });
    expect(
      await checks.ask({ systemId: 'sys_shop', identifier: { kind: 'email', value: 'x' }, purpose: 'newsletter' }),
    ).toEqual({ ok: false, refusal: { code: 'identifier-unreadable', kind: 'email' } });
    await reads.close();
  });
});
