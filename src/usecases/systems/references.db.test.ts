import { insertUser } from '../../db/access/users';
import { sqlConnector } from '../../connectors/sql/sqlConnector';
import { createClient } from '../../db/shared/client';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { must, refusal } from '../../../test/support/must';
import { traceView } from '../trace/traceView';
import { startTrace } from '../trace/startTrace';
import { proveAtCounter } from '../identity/identity';
import { openRequest } from '../intake/openRequest';
import type { Context } from '../shared/context';
import { addSystem } from './addSystem';
import { changeSearching } from './changeSystem';
import { confirmFields, readFields } from './classify';
import { readSystem } from './readSystems';
import { confirmReferences, takeBackReference } from './references';

// A shop that declares only one of its references. Two people share an address; one was recommended by another.
const SHOP = `
  create table addresses (id int primary key, street text, postcode text);
  create table buyers (id int primary key, login text unique, mail text, full_name text,
    address_id int references addresses, recommended_by int);
  create table orders (no int primary key, customer_id int, what text);
  create table parcels (no int primary key, order_id int, weight int);
  create table remarks (no int primary key, thing_type text, thing_id int, words text);
  create table notes (no int primary key, kind text, about text);
  create table visits (no int primary key, q7 text, page text);
  insert into addresses select n, 'Kirkestien ' || n, '8' || (100 + n) from generate_series(1, 12) n;
  insert into buyers select n, 'handle' || n, 'buyer' || n || '@mail.example', 'Signe Ravn' || n, least(n, 11),
    null from generate_series(1, 12) n;
  update buyers set mail = 'astrid@mail.example', full_name = 'Astrid Bording' where id = 5;
  update buyers set address_id = 11, full_name = 'Kaj Bording' where id = 12;
  update buyers set full_name = 'Astrid Bording', mail = 'astrid@mail.example' where id = 11;
  update buyers set recommended_by = 5 where id = 7;
  insert into orders select 100 + n, n, 'lamp ' || n from generate_series(1, 12) n;
  insert into parcels select 500 + n, 100 + n, n from generate_series(1, 12) n;
  insert into remarks select n, case when n % 2 = 0 then 'Shop::Order' else 'Shop::Parcel' end, case
    when n % 2 = 0 then 100 + n else 500 + n end, 'left at the door' from generate_series(1, 12) n;
  insert into orders values (505, 99, 'rug');
  insert into notes values (1, 'order', '505'), (2, 'parcel', '505'), (3, 'order', 'the red one');
  insert into visits select n, 'handle' || n, 'lamps' from generate_series(1, 12) n;
`;

let world: TestWorld;
let admin: Context;
let coordinator: Context;
let system: string;
let url: string;
beforeAll(async () => {
  world = await testWorld('references');
  admin = world.user('usr_ib', 'administrator');
  coordinator = world.user('usr_signe', 'coordinator', 'supervisor');
  await world.worker.transaction((h) =>
    insertUser(h, {
      id: 'usr_signe',
      email: 'signe@larkmere.example',
      name: 'signe',
      password_hash: 'x',
      roles: ['coordinator'],
      active: true,
      created_at: '2026-01-01T00:00:00Z',
    }),
  );
  await world.knex.raw(`create database undeclared_${process.pid}`);
  const address = new URL(world.url);
  address.pathname = `/undeclared_${process.pid}`;
  url = address.toString();
  const shop = createClient(url, 1);
  await shop.raw(SHOP);
  await shop.destroy();
  system = must(
    await addSystem(admin, {
      kind: 'sql',
      name: 'Lamp shop',
      country: 'DK',
      owner: 'Bo Iversen',
      ownerEmail: 'bo@larkmere.example',
      settings: { url },
    }),
  ).id;
  must(await readFields(admin, { id: system }));
  const fields = must(await readSystem(admin, { id: system })).fields;
  for (const collection of new Set(fields.map((field) => field.collection))) {
    const own = fields.filter((field) => field.collection === collection);
    must(
      await confirmFields(admin, {
        system,
        collection,
        holds: Object.fromEntries(own.map(({ field, proposed }) => [field, proposed])),
      }),
    );
  }
  must(await changeSearching(admin, { system, isTraced: true, searchesInactive: true, inactive: null }));
});
afterAll(async () => {
  await world.knex.raw(`drop database undeclared_${process.pid} with (force)`);
  await world.close();
});

/** Where a trace for Astrid Bording finds her, and how sure it is. */
async function found(): Promise<string[]> {
  const person = { givenName: 'Astrid', familyName: 'Bording', emails: ['astrid@mail.example'] };
  const { ref } = must(
    await openRequest(coordinator, {
      right: 'access',
      receivedAt: world.worker.clock.now(),
      channel: 'phone',
      person,
      text: null,
      language: 'en',
    }),
  );
  must(await proveAtCounter(coordinator, { ref, document: 'passport', seen: 'in-person' }));
  must(await startTrace(coordinator, { ref }));
  await world.drain();
  return must(await traceView(coordinator, { ref }))!
    .matches.map(({ place, band }) => `${place} ${band}`)
    .sort();
}

const references = async () => must(await readSystem(admin, { id: system })).references;
const says = ({ collection, fields, to, when, meaning }: Awaited<ReturnType<typeof references>>[number]) =>
  `${collection}.${fields[0]} → ${to}${when ? ` (${when.value})` : ''} ${meaning}`;

test(
  'what a system does not declare is proposed from names, types and values, with what it means; nothing ' +
    'is followed before somebody confirms it',
  async () => {
    expect((await references()).map(says)).toEqual([
      'buyers.address_id → addresses both',
      'buyers.recommended_by → buyers names',
      'orders.customer_id → buyers belongs',
      'parcels.order_id → orders belongs',
      'remarks.thing_id → orders (Shop::Order) belongs',
      'remarks.thing_id → parcels (Shop::Parcel) belongs',
      'visits.q7 → buyers belongs',
    ]);
    expect((await references()).filter(({ isConfirmed }) => isConfirmed)).toEqual([]);
    // What points is a key of the system's own.
    const pointing = must(await readSystem(admin, { id: system })).fields.find(
      ({ collection, field }) => collection === 'orders' && field === 'customer_id',
    )!;
    expect([pointing.proposed, pointing.because]).toEqual([null, 'it points at buyers']);
    expect(await found()).toEqual(['buyers/11 certain', 'buyers/5 certain']);
  },
);

test(
  'confirmed, they are followed both ways: what hangs on the person at every depth, their address, ' +
    'nothing of who shares it, and who only names them as a mention',
  async () => {
    const before = (await world.knex('trail').where({ act: 'system-changed', subject: system, actor: 'usr_ib' }))
      .length;
    must(await confirmReferences(admin, { system, references: await references() }));
    const theirs = [
      'addresses/11',
      'addresses/5',
      'buyers/11',
      'buyers/5',
      'orders/105',
      'orders/111',
      'parcels/505',
      'parcels/511',
      'remarks/11',
      'remarks/5',
      'visits/11',
      'visits/5',
    ];
    const seen = await found();
    expect(seen.filter((line) => line.endsWith('certain'))).toEqual(theirs.map((place) => `${place} certain`));
    // Recommended by her: the record names her and is somebody else's, and so is all that hangs on it.
    expect(seen.filter((line) => !line.endsWith('certain'))).toEqual(['buyers/7 possible']);
    expect(await world.knex('trail').where({ act: 'system-changed', subject: system, actor: 'usr_ib' })).toHaveLength(
      before + 1,
    );
  },
);

test(
  'a reference with a condition counts for the records that meet it: another of the same number is no ' +
    'target, and one of another type breaks nothing',
  async () => {
    const open = sqlConnector('sys_x', { url }, {}, [
      {
        collection: 'notes',
        fields: ['about'],
        to: 'orders',
        toFields: ['no'],
        when: { field: 'kind', value: 'order' },
        meaning: 'belongs',
      },
      {
        collection: 'notes',
        fields: ['about'],
        to: 'parcels',
        toFields: ['no'],
        when: { field: 'kind', value: 'parcel' },
        meaning: 'belongs',
      },
    ]);
    const note = (no: number) => open.read({ collection: 'notes', key: String(no) });
    expect((await note(1))!.refersTo).toEqual([{ collection: 'orders', key: '505', nullable: true }]);
    expect((await note(2))!.refersTo).toEqual([{ collection: 'parcels', key: '505', nullable: true }]);
    // Words where a number is meant point at nothing, and the rest is found.
    expect((await note(3))!.refersTo).toEqual([]);
    await open.close();
  },
);

test(
  'said to mean nothing it is not followed, and stays so when the system is read again; what is said by ' +
    'hand is followed and can be taken back',
  async () => {
    const all = await references();
    must(
      await confirmReferences(admin, {
        system,
        references: [{ ...all.find(({ collection }) => collection === 'visits')!, meaning: 'nothing' }],
      }),
    );
    must(await readFields(admin, { id: system }));
    expect((await references()).map(says)).toContain('visits.q7 → buyers nothing');
    expect((await found()).filter((place) => place.startsWith('visits'))).toEqual([]);
    const byHand = { collection: 'visits', fields: ['page'], to: 'orders', toFields: ['what'], when: null };
    must(await confirmReferences(admin, { system, references: [{ ...byHand, meaning: 'belongs' }] }));
    expect((await references()).find(({ origin }) => origin === 'by-hand')).toMatchObject({
      ...byHand,
      because: 'said by hand',
      isConfirmed: true,
    });
    must(await takeBackReference(admin, { system, ends: byHand }));
    expect((await references()).filter(({ origin }) => origin === 'by-hand')).toEqual([]);
    expect(refusal(await takeBackReference(admin, { system, ends: all[0]! }))).toBe('declared-there');
  },
);

test('a field that is not there is refused, and who may not change the system says nothing of it', async () => {
  const ends = {
    collection: 'visits',
    fields: ['nowhere'],
    to: 'buyers',
    toFields: ['login'],
    when: null,
    meaning: 'belongs' as const,
  };
  expect(await confirmReferences(admin, { system, references: [ends] })).toMatchObject({
    ok: false,
    refusal: { code: 'no-such-field', field: 'visits.nowhere' },
  });
  expect(refusal(await confirmReferences(coordinator, { system, references: [{ ...ends, fields: ['q7'] }] }))).toBe(
    'not-allowed',
  );
});
