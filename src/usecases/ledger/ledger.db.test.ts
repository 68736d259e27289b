import { choice, seedLedger, verified } from '../../../test/support/ledger';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { checkStanding } from '../standing/checkStanding';
import { recordChoices } from './recordChoices';

let world: TestWorld;
beforeAll(async () => {
  world = await testWorld('ledger');
  await seedLedger(world);
});
afterAll(() => world.close());

const record = (...choices: ReturnType<typeof choice>[]) =>
  recordChoices(world.worker, { systemId: 'sys_shop', choices });
const may = async (value: string, purpose = 'newsletter', kind = 'email') => {
  const result = await checkStanding(world.worker, { identifier: { kind, value }, purpose, systemId: 'sys_shop' });
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
};
const verify = () => verified(world);
/** As somebody who owns the database would: with the triggers off. */
async function tamper(sql: string): Promise<void> {
  await world.knex.transaction(async (trx) => {
    await trx.raw("set local session_replication_role = 'replica'");
    await trx.raw(sql);
  });
}

describe('recording', () => {
  test('recorded, then a duplicate, then a conflict; the same again changes nothing', async () => {
    expect((await record(choice()))[0]).toMatchObject({ status: 'recorded' });
    expect((await record(choice()))[0]).toMatchObject({ status: 'duplicate' });
    expect((await record(choice({ answer: 'refuse' })))[0]).toMatchObject({ status: 'conflict' });
    const [before] = (await world.knex('choices').count('* as n')) as [{ n: number }];
    expect((await record(choice(), choice({ answer: 'refuse' }))).map(({ status }) => status)).toEqual([
      'duplicate',
      'duplicate',
    ]);
    expect(await world.knex('choices').count('* as n')).toEqual([before]);
  });

  test('twice in one delivery is a duplicate too', async () => {
    expect(
      (await record(choice({ externalId: 'x1' }), choice({ externalId: 'x1' }))).map(({ status }) => status),
    ).toEqual(['recorded', 'duplicate']);
  });

  test.each([
    ['unknown-purpose', { purpose: 'moon-travel' }],
    ['in-the-future', { occurredAt: '2026-12-24T00:00:00Z' }],
    ['identifier-unreadable', { identifiers: [{ kind: 'email' as const, value: 'not an address' }] }],
    ['confirm-without-grant', { answer: 'confirm' as const }],
  ])('%s is quarantined', async (code, more) => {
    const [outcome] = await record(choice({ ...more, externalId: `q-${code}` }));
    expect(outcome).toMatchObject({ status: 'quarantined', reasons: [expect.objectContaining({ code })] });
  });

  test('nothing of the person is readable in the tables of the ledger', async () => {
    await record(choice({ externalId: 'clear', evidence: { ip: '192.0.2.77' } }));
    const rows = [
      ...(await world.knex('choices')),
      ...(await world.knex('choice_sealed')),
      ...(await world.knex('identifiers')),
      ...(await world.knex('persons')),
    ];
    const dump = JSON.stringify(rows, (_, value: unknown) =>
      value && typeof value === 'object' && 'type' in value && value.type === 'Buffer'
        ? Buffer.from((value as unknown as { data: number[] }).data).toString('latin1')
        : value,
    );
    for (const clear of ['mette', 'holmgaard', '192.0.2.77', 'checkout'])
      expect(dump.toLowerCase().replaceAll('webshop-checkout', '')).not.toContain(clear);
  });

  test('a household shares an address and is still two people', async () => {
    const shared = { identifiers: [{ kind: 'email' as const, value: 'familien@mail.example' }] };
    await record(
      choice({ ...shared, name: { givenName: 'Lone', familyName: 'Vinter' }, externalId: 'h1' }),
      choice({ ...shared, name: { givenName: 'Peter', familyName: 'Vinter' }, externalId: 'h2', answer: 'refuse' }),
    );
    const people = await world
      .knex('identifiers')
      .where({ hash: world.worker.keys.index('email::familien@mail.example') });
    expect(people).toHaveLength(2);
    // One of them said no: the address is not used.
    expect(await may('familien@mail.example')).toMatchObject({
      permitted: false,
      reasons: expect.arrayContaining([expect.objectContaining({ code: 'shared-identifier' })]),
    });
    const [nameless] = await record(choice({ ...shared, name: null, externalId: 'h3' }));
    expect(nameless).toMatchObject({
      status: 'quarantined',
      reasons: [expect.objectContaining({ code: 'several-people' })],
    });
  });
});

describe('standing over the database', () => {
  test('a withdrawal in a shop is obeyed for every address of the person', async () => {
    const both = [
      { kind: 'email' as const, value: 'rasmus@brev.example' },
      { kind: 'phone' as const, value: '10 55 66 77' },
    ];
    await record(choice({ identifiers: both, externalId: 'r1', name: null }));
    expect(await may('RASMUS@brev.example')).toMatchObject({ permitted: true, standing: 'granted' });
    await recordChoices(world.worker, {
      systemId: 'sys_tills',
      choices: [
        choice({ identifiers: [both[1]!], externalId: 'r2', answer: 'withdraw', occurredAt: '2026-11-23', name: null }),
      ],
    });
    expect(await may('rasmus@brev.example')).toMatchObject({ permitted: false, standing: 'withdrawn' });
  });
  test('nobody known: the silence of the purpose', async () => {
    expect(await may('nobody@mail.example')).toMatchObject({ permitted: false, standing: 'not-asked' });
    expect(await may('nobody@mail.example', 'marketing')).toMatchObject({
      permitted: true,
      standing: 'default-permitted',
    });
  });
});

describe('append-only and sealed', () => {
  test.each([
    ["update choices set answer = 'refuse'"],
    ['delete from choices'],
    ['truncate choices cascade'],
    ['update folios set size = 1'],
    ['delete from ledger_heads'],
    ["update trail set act = 'x'"],
    ['delete from trail'],
  ])('%s is refused by the database', async (sql) => {
    await expect(world.knex.raw(sql)).rejects.toThrow('append-only');
  });

  test('untouched it verifies', async () => expect(await verify()).toEqual([]));

  test('one changed answer is named by folio and leaf', async () => {
    const row = (await world.knex('choices').where({ answer: 'withdraw' }).first()) as {
      id: string;
      folio: number;
      leaf_index: number;
    };
    await tamper(`update choices set answer = 'grant' where id = '${row.id}'`);
    expect(await verify()).toContainEqual({
      code: 'choice-altered',
      folio: row.folio,
      leaf: row.leaf_index,
      choice: row.id,
    });
    await tamper(`update choices set answer = 'withdraw' where id = '${row.id}'`);
    expect(await verify()).toEqual([]);
  });

  test.each([
    ['the number of its person', 'person_no = (select no from persons where no <> c.person_no limit 1)'],
    ['the number of its purpose', 'purpose_no = (c.purpose_no + 1)::smallint'],
    ['the number of its answer', 'shape = (shape + 1)::smallint'],
    ['the number of its words, to one that nothing has', 'terms_no = 9999'],
    ['the day by which it is counted', "occurred_at = occurred_at + interval '1 day'"],
    ['its time by a millionth of a second', "recorded_at = recorded_at + interval '1 microsecond'"],
  ])('%s is no part of a leaf, or below its digits, and is missed all the same', async (_, change) => {
    const row = (await world.knex('choices').whereNotNull('occurred_on').first()) as {
      id: string;
      folio: number;
      leaf_index: number;
      person_no: number;
      purpose_no: number;
      shape: number;
      terms_no: number;
      occurred_at: string;
      recorded_at: string;
    };
    await tamper(`update choices c set ${change} where id = '${row.id}'`);
    expect(await verify()).toEqual(
      expect.arrayContaining([
        {
          code: expect.stringMatching(/^(numbers|choice)-altered$/) as string,
          folio: row.folio,
          leaf: row.leaf_index,
          choice: row.id,
        },
      ]),
    );
    await tamper(
      `update choices set person_no = ${row.person_no}, purpose_no = ${row.purpose_no}, shape = ${row.shape},
  terms_no = ${row.terms_no}, occurred_at = '${row.occurred_at}', recorded_at = '${row.recorded_at}'
  where id = '${row.id}'`,
    );
    expect(await verify()).toEqual([]);
  });

  test('one changed byte of a sealed part is named; a removed part breaks no proof', async () => {
    const row = (await world.knex('choices').orderBy('seq').first()) as {
      id: string;
      seq: number;
      folio: number;
      leaf_index: number;
    };
    await tamper(
      `update choice_sealed set sealed = set_byte(sealed, 20, (get_byte(sealed, 20) + 1) % 256) where seq = ${row.seq}`,
    );
    expect(await verify()).toEqual([
      { code: 'sealed-part-altered', folio: row.folio, leaf: row.leaf_index, choice: row.id },
    ]);
    await world.knex('choice_sealed').where({ seq: row.seq }).delete();
    expect(await verify()).toEqual([]);
  });

  test('who rewrites the whole chain cannot sign it', async () => {
    const head = (await world.knex('ledger_heads').orderBy('size', 'desc').first()) as { size: number; root: Buffer };
    await tamper(`update ledger_heads set root = decode('${'ab'.repeat(32)}', 'hex') where size = ${head.size}`);
    const faults = await verify();
    expect(faults.map(({ code }) => code).sort()).toEqual(['head-root-wrong', 'head-signature-wrong']);
    await tamper(
      `update ledger_heads set root = decode('${head.root.toString('hex')}', 'hex') where size = ${head.size}`,
    );
    expect(await verify()).toEqual([]);
  });

  test('two deliveries at once are given one sequence without a gap', async () => {
    await Promise.all(
      Array.from({ length: 6 }, (_, i) =>
        record(
          choice({ externalId: `p${i}`, identifiers: [{ kind: 'email', value: `p${i}@mail.example` }] }),
          choice({ externalId: `p${i}b`, identifiers: [{ kind: 'email', value: `p${i}@mail.example` }] }),
        ),
      ),
    );
    const rows = (await world.knex('choices').select('seq').orderBy('seq')) as { seq: number }[];
    expect(rows.map(({ seq }) => seq)).toEqual(rows.map((_, i) => i + 1));
    expect(await verify()).toEqual([]);
  });
});
