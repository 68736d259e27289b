import { createDecipheriv } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { must } from '../../../test/support/must';
import { startAudience } from '../audiences/checkAudience';
import { findAtCounter } from '../ledger/recordByHand';
import { searchLedger } from '../ledger/searchLedger';
import { uploadImport } from '../imports/uploadImport';
import { addMapping } from '../imports/mapImport';
import { findPeople } from '../people/findPeople';
import { addNote } from '../requests/notes';
import { readTrailPage } from '../trail/readTrailPage';
import { makePlan } from './makePlan';
import { erasureWorld, type ErasureWorld } from '../../../test/support/erasureWorld';

let world: ErasureWorld['world'];
let signe: ErasureWorld['signe'];
let shelf: ErasureWorld['shelf'];
let somebody: ErasureWorld['somebody'];
let traced: ErasureWorld['traced'];
let accepted: ErasureWorld['accepted'];
let carriedOut: ErasureWorld['carriedOut'];
let requestRow: ErasureWorld['requestRow'];
beforeAll(
  async () =>
    void ({ world, signe, shelf, somebody, traced, accepted, carriedOut, requestRow } =
      await erasureWorld('whole_plan')),
);

afterAll(() => world.close());

test('after the certificate the person is nowhere in what Bookend can open', async () => {
  await addMapping(world.worker, {
    system_id: 'sys_shop',
    name: 'list',
    mapping: {
      columns: {
        externalId: 'id',
        occurredAt: 'when',
        email: 'email',
        purpose: 'purpose',
        answer: 'answer',
        givenName: 'first',
        familyName: 'last',
      },
      answers: {},
      purposes: {},
      constants: {},
      addressFrom: null,
    },
  });
  const { email, phone, open } = await somebody('Freja', 'Ambrosius');
  shelf().put('t1', email);
  shelf().put('t2', email, { collection: 'bills', fields: { email, issued_on: '2020-01-01' } });
  // Everything a colleague does around a person leaves words behind.
  must(await findPeople(signe, { words: email }));
  must(await findPeople(signe, { words: 'Ambrosius Freja' }));
  must(await findAtCounter(signe, { identifier: { kind: 'phone', value: phone } }));
  must(await searchLedger(signe, { identifier: { kind: 'email', value: email } }));
  must(
    await startAudience(signe, {
      name: 'list',
      purpose: 'newsletter',
      channel: 'email',
      content: Readable.from([`email\nsomebody@post.example\n${email}\n`]),
    }),
  );
  const lines =
    `id;when;email;purpose;answer;first;last\n1;nonsense;${email}` +
    `;newsletter;grant;Freja;Ambrosius\n2;nonsense;;newsletter;grant;Freja;Ambrosius\n3;nonsense;` +
    `else@post.example;newsletter;grant;Else;Dahl\n`;
  must(
    await uploadImport(signe, {
      systemId: 'sys_shop',
      fileName: 'list.csv',
      content: Readable.from([lines]),
      way: 'page',
      mapping: 'list',
      runNow: true,
    }),
  );
  await world.drain();
  const ref = await open('erasure', 'en', { text: `It is me, ${email}` });
  must(await addNote(signe, { ref, text: `Spoke with Freja Ambrosius, ${phone}` }));
  await traced(ref);
  await accepted(ref);
  must(await makePlan(signe, { ref }));
  const needles = [email, 'Ambrosius', 'ambrosius', phone, phone.slice(-8)];
  expect((await whereItStands(needles)).length).toBeGreaterThan(10);
  await carriedOut(ref);
  expect((await requestRow(ref)).outcome).toBe('erased');
  expect(await whereItStands(needles)).toEqual([]);
  // Others' lines are where they were, and the trail says that there was something.
  expect(await world.knex('import_lines').whereNotNull('raw_sealed')).toHaveLength(1);
  const trail = await readTrailPage(signe, { subject: null, act: 'person-searched', before: null });
  expect(trail.lines.filter(({ details }) => details === '(gone, with whom it named)').length).toBeGreaterThanOrEqual(
    3,
  );
  expect(trail.isChainGood).toBe(true);
});

/**
 * Every value of the database and every file of storage, in the clear and opened under every key that is alive,
 * searched for some words.
 */
async function whereItStands(needles: readonly string[]): Promise<string[]> {
  const keyFile = JSON.parse(readFileSync(join(world.folder, 'keys.json'), 'utf8')) as {
    masters: { version: number; key: string }[];
    own: string;
  };
  const masters = new Map(keyFile.masters.map(({ version, key }) => [version, Buffer.from(key, 'base64')]));
  const keys = [Buffer.from(keyFile.own, 'base64')];
  for (const row of await world.knex('data_keys').whereNotNull('wrapped'))
    keys.push(opened(masters.get(row.master_version)!, row.wrapped));
  const found: string[] = [];
  const look = (bytes: Buffer, place: string) => {
    const texts = [
      bytes.toString('utf8'),
      ...(bytes.length > 28 ? keys.map((key) => opened(key, bytes).toString('utf8')) : []),
    ];
    if (texts.some((text) => needles.some((needle) => text.includes(needle)))) found.push(place);
  };
  const tables: {
    table_name: string;
    column_name: string;
    data_type: string;
  }[] = await world
    .knex('information_schema.columns')
    .where({ table_schema: 'public' })
    .select('table_name', 'column_name', 'data_type');
  for (const { table_name: table, column_name: column, data_type: type } of tables) {
    if (!/bytea|text|json|ARRAY|character/.test(type)) continue;
    for (const row of await world.knex(table).whereNotNull(column).select({ value: column }))
      look(
        Buffer.isBuffer(row.value)
          ? row.value
          : Buffer.from(typeof row.value === 'string' ? row.value : JSON.stringify(row.value)),
        `${table}.${column}`,
      );
  }
  const storage = join(world.folder, 'storage');
  for (const name of existsSync(storage) ? readdirSync(storage) : [])
    look(readFileSync(join(storage, name)), `storage/${name.split('-')[0]}`);
  return found;
}

/** The text behind nonce ‖ ciphertext ‖ tag, whatever was bound in: for looking, not for trusting. */
function opened(key: Buffer, sealed: Buffer): Buffer<ArrayBuffer> {
  const counter = Buffer.concat([sealed.subarray(0, 12), Buffer.from([0, 0, 0, 2])]);
  return createDecipheriv('aes-256-ctr', key, counter).update(sealed.subarray(12, -16));
}
