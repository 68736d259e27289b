import { choice, seedLedger, verified } from '../../../test/support/ledger';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { treeOf } from '../../core/ledger/trees';
import { lockTrees } from '../../db/ledger/trees';
import { WORKER } from '../../ports/actor';
import { checkStanding } from '../standing/checkStanding';
import { recordChoices } from './recordChoices';

let world: TestWorld;

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

describe.each([1, 2])('a ledger of %i trees', (trees) => {
  beforeAll(async () => {
    world = await testWorld('ledger', { trees });
    await seedLedger(world);
  });
  afterAll(() => world.close());

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
          choice({
            identifiers: [both[1]!],
            externalId: 'r2',
            answer: 'withdraw',
            occurredAt: '2026-11-23',
            name: null,
          }),
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
        tree: number;
        folio: number;
        leaf_index: number;
      };
      await tamper(`update choices set answer = 'grant' where id = '${row.id}'`);
      expect(await verify()).toContainEqual({
        tree: row.tree,
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
        tree: number;
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
            tree: row.tree,
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
        tree: number;
        seq: number;
        folio: number;
        leaf_index: number;
      };
      await tamper(
        `update choice_sealed set sealed = set_byte(sealed, 20, (get_byte(sealed, 20) + 1) % 256)
  where tree = ${row.tree} and seq = ${row.seq}`,
      );
      expect(await verify()).toEqual([
        { tree: row.tree, code: 'sealed-part-altered', folio: row.folio, leaf: row.leaf_index, choice: row.id },
      ]);
      await world.knex('choice_sealed').where({ tree: row.tree, seq: row.seq }).delete();
      expect(await verify()).toEqual([]);
    });

    test('who rewrites the whole chain cannot sign it', async () => {
      const head = (await world.knex('ledger_heads').orderBy('size', 'desc').first()) as {
        tree: number;
        size: number;
        root: Buffer;
      };
      const where = `where tree = ${head.tree} and size = ${head.size}`;
      await tamper(`update ledger_heads set root = decode('${'ab'.repeat(32)}', 'hex') ${where}`);
      const faults = await verify();
      expect(faults.map(({ code }) => code).sort()).toEqual(['head-root-wrong', 'head-signature-wrong']);
      await tamper(`update ledger_heads set root = decode('${head.root.toString('hex')}', 'hex') ${where}`);
      expect(await verify()).toEqual([]);
    });

    test('two deliveries at once are given one sequence a tree, without a gap', async () => {
      await Promise.all(
        Array.from({ length: 24 }, (_, i) =>
          record(
            choice({ externalId: `p${i}`, identifiers: [{ kind: 'email', value: `p${i}@mail.example` }] }),
            choice({ externalId: `p${i}b`, identifiers: [{ kind: 'email', value: `p${i}@mail.example` }] }),
          ),
        ),
      );
      const rows = (await world.knex('choices').select('tree', 'seq').orderBy('seq')) as {
        tree: number;
        seq: number;
      }[];
      expect(new Set(rows.map(({ tree }) => tree)).size).toBe(trees);
      for (let tree = 0; tree < trees; tree++) {
        const own = rows.filter((row) => row.tree === tree);
        expect(own.map(({ seq }) => seq)).toEqual(own.map((_, i) => i + 1));
      }
      expect(await verify()).toEqual([]);
    });

    test('deliveries that name the same people in another order, all at once, wait for each other in no circle', async () => {
      const people = Array.from({ length: 9 }, (_, i) => `c${i}@mail.example`);
      const outcomes = await Promise.all(
        Array.from({ length: 6 }, (_, n) =>
          record(
            ...people.map((_, i) => {
              const value = people[(i * (n + 1) + n) % people.length]!;
              return choice({ externalId: `c${n}-${i}`, identifiers: [{ kind: 'email', value }], name: null });
            }),
          ),
        ),
      );
      expect(outcomes.flat().every(({ status }) => status === 'recorded')).toBe(true);
      const owners = await world.knex('identifiers').whereIn(
        'hash',
        people.map((value) => world.worker.keys.index(`email::${value}`)),
      );
      expect(owners).toHaveLength(people.length);
      expect(await verify()).toEqual([]);
    });

    test('whoever holds a tree holds up its people and nobody else', async () => {
      const address = (i: number) => `h${i}@mail.example`;
      const say = (i: number, n: number) =>
        record(choice({ externalId: `h${i}-${n}`, identifiers: [{ kind: 'email', value: address(i) }], name: null }));
      const ids: string[] = [];
      for (let i = 0; i < 16; i++) {
        await say(i, 0);
        const [own] = await world.knex('identifiers').where('hash', world.worker.keys.index(`email::${address(i)}`));
        ids.push((own as { person_id: string }).person_id);
      }
      const held = treeOf(ids[0]!, trees);
      const other = ids.findIndex((id) => treeOf(id, trees) !== held);
      expect(other >= 0).toBe(trees > 1);
      let waiting: Promise<unknown> = Promise.resolve();
      await world.knex.transaction(async (trx) => {
        await lockTrees({ trx, actor: WORKER }, [held]);
        let isDone = false;
        if (other >= 0) await say(other, 1);
        waiting = say(0, 1).then(() => (isDone = true));
        await new Promise((resolve) => setTimeout(resolve, 300));
        expect(isDone).toBe(false);
      });
      await waiting;
    });
  });
});
