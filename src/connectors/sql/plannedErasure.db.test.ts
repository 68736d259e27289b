import { createHash } from 'node:crypto';
import fc from 'fast-check';
import type { Knex } from 'knex';
import { plan } from '../../core/erasure/plan';
import type { PlanLine, PlanRecord, PlanRules } from '../../core/erasure/types';
import { createClient } from '../../db/shared/client';
import type { RecordRef } from '../../ports/connector';
import { sqlConnector } from './sqlConnector';

const EMAIL = 'lone@mail.example';
const KEYS = [{ kind: 'email' as const, value: EMAIL, scope: '' }];
const PERSON = { givenName: 'Lone', familyName: 'Damgaard', emails: [EMAIL] };
const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest();

let root: Knex;
let knex: Knex;
let url: string;
const name = `t_planned_${process.pid}`;

beforeAll(async () => {
  root = createClient(process.env['TEST_ADMIN_URL']!, 1);
  await root.raw('create database ??', [name]);
  const address = new URL(process.env['TEST_ADMIN_URL']!);
  address.pathname = `/${name}`;
  url = address.toString();
  knex = createClient(url, 2);
});
afterAll(async () => {
  await knex.destroy();
  await root.raw('drop database ?? with (force)', [name]);
  await root.destroy();
});

/** A reference of a made-up schema: to which table, and how. */
interface Ref {
  to: number;
  nullable: boolean;
  composite: boolean;
  follow: 'no action' | 'restrict' | 'cascade' | 'set null';
  deferrable: boolean;
}
interface MadeTable {
  /** Nullable columns of the person, or such as may not be empty. */
  required: boolean;
  refs: Ref[];
  rule: 'erase' | 'retention' | 'hold' | 'totals';
}

const refs = fc.record({
  to: fc.nat(4),
  nullable: fc.boolean(),
  composite: fc.boolean(),
  follow: fc.constantFrom(
    'no action' as const,
    'no action' as const,
    'restrict' as const,
    'cascade' as const,
    'set null' as const,
  ),
  deferrable: fc.boolean(),
});
const schemas = fc.array(
  fc.record({
    required: fc.boolean(),
    refs: fc.array(refs, { maxLength: 3 }),
    rule: fc.constantFrom('erase' as const, 'erase' as const, 'retention' as const, 'hold' as const, 'totals' as const),
  }),
  { minLength: 2, maxLength: 5 },
);

/**
 * References that a database could hold: a circle that may not be empty has to be deferred, or nobody could ever fill
 * it.
 */
function possible(tables: readonly MadeTable[]): MadeTable[] {
  return tables.map((table, i) => ({
    ...table,
    refs: table.refs
      .map((ref) => ({ ...ref, to: ref.to % tables.length }))
      .filter((ref, k, all) => all.findIndex((other) => other.to === ref.to) === k)
      .map((ref) => {
        const backward = ref.to >= i;
        const deferrable = ref.deferrable || (backward && !ref.nullable);
        // What is restricted cannot be deferred; what is set to nothing has to be allowed to be nothing.
        const follow =
          ref.follow === 'set null' && !ref.nullable
            ? 'no action'
            : deferrable && ref.follow === 'restrict'
              ? 'no action'
              : ref.follow;
        return { ...ref, deferrable, follow };
      }),
  }));
}

const columns = (i: number, ref: Ref) => (ref.composite ? [`part_${ref.to}_${i}`, `to_${ref.to}`] : [`to_${ref.to}`]);

async function build(tables: readonly MadeTable[]): Promise<void> {
  await knex.raw('drop schema public cascade; create schema public');
  for (const [i, { required, refs: own }] of tables.entries()) {
    const extra = own
      .flatMap((ref) => columns(i, ref).map((column) => `, ${column} int ${ref.nullable ? '' : 'not null'}`))
      .join('');
    await knex.raw(
      `create table t${i} (id int primary key, part int not null default 1,
  email varchar(60) ${required ? 'not null' : ''}, issued_on date, note text ${extra}, unique (part, id))`,
    );
  }
  await knex.transaction(async (trx) => {
    for (const [i, { refs: own }] of tables.entries()) {
      for (const [k, ref] of own.entries()) {
        await trx.raw(
          `alter table t${i} add constraint r_${i}_${k} foreign key (${columns(i, ref).join(', ')}) references t${ref.to}
  (${ref.composite ? 'part, id' : 'id'}) on delete ${ref.follow}
  ${ref.deferrable ? 'deferrable initially immediate' : ''}`,
        );
      }
    }
    await trx.raw('set constraints all deferred');
    // Rows 1 and 2 of each table are the person's; row 9 is somebody else's and refers to somebody else's.
    for (const id of [1, 2, 9]) {
      for (const [i, { refs: own }] of tables.entries()) {
        const values: Record<string, unknown> = {
          id,
          email: id === 9 ? 'else@mail.example' : EMAIL,
          issued_on: '2026-01-01',
          note: id === 9 ? 'kept' : `written by ${EMAIL}`,
        };
        for (const ref of own) {
          // A nullable reference forward, or into a circle, is filled afterwards, when its target is there.
          if (ref.nullable && ref.to >= i) continue;
          for (const column of columns(i, ref)) values[column] = column.startsWith('to') ? id : 1;
        }
        await trx(`t${i}`).insert(values);
      }
      for (const [i, { refs: own }] of tables.entries())
        for (const ref of own)
          if (ref.nullable && ref.to >= i)
            await trx(`t${i}`)
              .where({ id })
              .update(Object.fromEntries(columns(i, ref).map((column) => [column, column.startsWith('to') ? id : 1])));
    }
  });
}

const place = (record: RecordRef) => `s/${record.collection}/${record.key}`;
const everything = async (tables: readonly MadeTable[]) =>
  new Map(
    (
      await Promise.all(
        tables.map(async (_, i) =>
          (await knex(`t${i}`).orderBy('id')).map((row) => [`s/t${i}/${row.id}`, row] as const),
        ),
      )
    ).flat(),
  );

function rulesOf(tables: readonly MadeTable[]): PlanRules {
  const of = (rule: MadeTable['rule']) => tables.flatMap((table, i) => (table.rule === rule ? [`t${i}`] : []));
  return {
    retention: of('retention').map((collection) => ({
      id: collection,
      system: 's',
      collection,
      from: 'issued_on',
      years: 5,
      law: 'a law',
    })),
    open: [],
    holds: of('hold').map((collection) => ({ id: collection, matter: 'm', system: 's', collection })),
    neededForTotals: of('totals').map((collection) => `s/${collection}`),
  };
}

/** Searches, plans and carries out as an erasure does. @returns the lines that were shown */
async function erase(tables: readonly MadeTable[]): Promise<PlanLine[]> {
  const connector = sqlConnector('s', { url });
  try {
    const records: PlanRecord[] = [];
    for await (const batch of connector.search(KEYS)) {
      for (const found of batch.records)
        records.push({
          id: place(found),
          system: 's',
          collection: found.collection,
          key: found.key,
          facts: found.fields,
          refersTo: found.refersTo.map((ref) => ({ id: place(ref), nullable: ref.nullable })),
          isShared: false,
          can: { erase: true, anonymise: true, together: true },
          doer: 'connector',
        });
    }
    const made = plan(records, rulesOf(tables), '2026-11-24', hash);
    if (!made.ok) throw new Error(JSON.stringify(made.refusal));
    const asRef = (id: string): RecordRef => ({ collection: id.split('/')[1]!, key: id.split('/')[2]! });
    for (const [i, line] of made.value.lines.entries()) {
      const ref = asRef(line.record);
      const [idempotencyKey, clearFirst] = [`k${i}`, line.clearFirst.map(asRef)];
      if (line.action === 'anonymise') {
        const token = `tok${String(i).padStart(9, '0')}`;
        await connector.anonymise!(ref, { idempotencyKey, token, person: PERSON, clearFirst });
        if (!(await connector.isAnonymised!(ref, token, clearFirst)))
          throw new Error(`${line.record} is not anonymised`);
      }
      if (line.action === 'erase' && line.together.length === 0)
        await connector.erase!(ref, { idempotencyKey, releasedBy: line.releasedBy.map(asRef) });
      if (line.action === 'erase' && line.together.length > 0 && !(await connector.isErased(ref)))
        await connector.eraseTogether!(line.together.map(asRef), { idempotencyKey });
      if (line.action === 'erase' && !(await connector.isErased(ref))) throw new Error(`${line.record} is still there`);
    }
    return made.value.lines;
  } finally {
    await connector.close();
  }
}

test(
  'over random schemas the plan that was shown is the plan that ran: held and running rows untouched, ' +
    'others’ rows untouched, the person gone',
  async () => {
    let [anonymised, together, cleared] = [0, 0, 0];
    await fc.assert(
      fc.asyncProperty(schemas.map(possible), async (tables) => {
        await build(tables);
        const before = await everything(tables);
        const lines = await erase(tables);
        const after = await everything(tables);
        expect(lines.map(({ record }) => record).sort()).toEqual(
          [...before.keys()].filter((id) => !id.endsWith('/9')).sort(),
        );
        for (const [id, row] of before) {
          const line = lines.find(({ record }) => record === id);
          if (!line || line.action === 'keep') expect(after.get(id)).toEqual(row);
          else if (line.action === 'erase') expect(after.has(id)).toBe(false);
          else {
            const left = after.get(id)!;
            expect(JSON.stringify(left)).not.toContain(EMAIL);
            anonymised++;
          }
          const { rule } = tables[Number(id.split('/')[1]!.slice(1))]!;
          if (rule === 'hold' || rule === 'retention') expect(after.get(id)).toEqual(row);
        }
        together += lines.filter((line) => line.together.length > 0).length;
        cleared += lines.filter((line) => line.clearFirst.length + line.releasedBy.length > 0).length;
      }),
      { seed: 20261127, numRuns: 150 },
    );
    // The schemas did hold what is hard.
    expect([anonymised > 40, together > 3, cleared > 10]).toEqual([true, true, true]);
  },
);

test('a reference that stands in the way is named with table and column, and so are rows that would go along', async () => {
  await build(
    possible([
      { required: false, refs: [], rule: 'erase' },
      {
        required: false,
        refs: [{ to: 0, nullable: false, composite: false, follow: 'no action', deferrable: false }],
        rule: 'erase',
      },
      {
        required: false,
        refs: [{ to: 1, nullable: false, composite: false, follow: 'cascade', deferrable: false }],
        rule: 'erase',
      },
    ]),
  );
  const connector = sqlConnector('s', { url });
  await expect(
    connector.erase!({ collection: 't0', key: '1' }, { idempotencyKey: 'a', releasedBy: [] }),
  ).rejects.toMatchObject({ kind: 'constraint', message: 'The database refuses this: t1.to_0 refers to t0 (r_1_0).' });
  await expect(
    connector.erase!({ collection: 't1', key: '1' }, { idempotencyKey: 'a', releasedBy: [] }),
  ).rejects.toMatchObject({ kind: 'constraint', message: expect.stringContaining('t2.to_1, r_2_0') });
  expect(await knex('t2')).toHaveLength(3);
  await knex.raw("alter table t0 add check (email like '%mail%')");
  await expect(
    connector.anonymise!(
      { collection: 't0', key: '1' },
      { idempotencyKey: 'a', token: 'x'.repeat(12), person: PERSON },
    ),
  ).resolves.toMatchObject({ state: 'done' });
  await knex.raw('alter table t0 add column birth_date date, add column phone varchar(4) unique');
  await knex('t0').where({ id: 2 }).update({ birth_date: '1980-01-01', phone: '1234' });
  await knex.raw('alter table t0 add constraint has_phone check (id <> 2 or phone is not null)');
  const again = sqlConnector('s', { url });
  await expect(
    again.anonymise!({ collection: 't0', key: '2' }, { idempotencyKey: 'a', token: 'y'.repeat(12), person: PERSON }),
  ).rejects.toMatchObject({
    kind: 'constraint',
    message: 'The database refuses this change, because of t0 (has_phone) (23514).',
  });
  await Promise.all([connector.close(), again.close()]);
});

test('stand-ins fit the type of a column that may not be empty', async () => {
  await knex.raw('drop schema public cascade; create schema public');
  await knex.raw(
    `create table people (id int primary key, email varchar(14) not null, phone bigint not null,
  birth_date timestamptz not null, full_name char(6) not null, first_name text not null,
  postcode smallint not null, shout text generated always as (upper(first_name)) stored, contact jsonb not null)`,
  );
  await knex('people').insert({
    id: 1,
    email: 'a@mail.example',
    phone: 4520304050,
    birth_date: '1980-01-01',
    full_name: 'Lone D',
    first_name: 'Lone',
    postcode: 8000,
    contact: '{}',
  });
  const confirmed = {
    people: {
      phone: 'phone' as const,
      postcode: 'postcode' as const,
      birth_date: 'birth-date' as const,
      contact: 'full-name' as const,
    },
  };
  const connector = sqlConnector('s', { url }, confirmed);
  const token = 'Tok3nTok3nTo';
  await connector.anonymise!({ collection: 'people', key: '1' }, { idempotencyKey: 'a', token, person: PERSON });
  expect(await connector.isAnonymised!({ collection: 'people', key: '1' }, token)).toBe(true);
  expect(await connector.isAnonymised!({ collection: 'people', key: '1' }, 'another token')).toBe(false);
  const [row] = await knex('people');
  expect(JSON.stringify(row)).not.toMatch(/a@mail|4520304050|1980|Lone|LONE|8000/);
  await connector.close();
});
