import { AlreadyExistsError, Client, Control } from 'ldapts';
import { directoryAccount } from '../../../test/support/servers';
import type { FoundRecord, SearchKey } from '../../ports/connector';
import { directoryConnector } from './directoryConnector';

const account = directoryAccount();
const { base } = account;
/** The entry itself, and not where it leads (RFC 3296). */
const MANAGE_REFERRALS = () => new Control('2.16.840.1.113730.3.4.2', { critical: true });
let admin: Client;
let connector: ReturnType<typeof directoryConnector>;
const METTE: SearchKey[] = [
  { kind: 'email', value: 'mette@thornbury.example', scope: '' },
  { kind: 'phone', value: '+4520304050', scope: '' },
];
const dn = (name: string, place = 'people') => `cn=${name},ou=${place},${base}`;
const person = (name: string, more: Record<string, string | string[] | Buffer> = {}) =>
  admin.add(dn(name), {
    objectClass: ['inetOrgPerson'],
    cn: name,
    sn: name.split(' ').at(-1)!,
    ...more,
  } as unknown as Record<string, string>);
const group = (name: string, member: string[], more: object = {}) =>
  admin.add(dn(name, 'groups'), { objectClass: ['groupOfNames'], cn: name, member, ...more });

async function search(keys = METTE, own = connector): Promise<{ records: FoundRecord[]; scanned: number }> {
  const all = { records: [] as FoundRecord[], scanned: 0 };
  for await (const { records, scanned } of own.search(keys)) {
    all.records.push(...records);
    all.scanned += scanned;
  }
  return all;
}
const write = { idempotencyKey: 'x', releasedBy: [] };

beforeAll(async () => {
  admin = new Client({ url: account.url });
  await admin.bind(account.user, account.password);
  await admin
    .add(base, { objectClass: ['dcObject', 'organization'], dc: 'thornbury', o: 'Thornbury' })
    .catch((error: unknown) => {
      // A run before this one, on the same server, has made it.
      if (!(error instanceof AlreadyExistsError)) throw error;
    });
});
beforeEach(async () => {
  for (const ou of ['people', 'groups'])
    await admin.add(`ou=${ou},${base}`, { objectClass: ['organizationalUnit'], ou });
  await person('Mette Holmgaard', {
    givenName: 'Mette',
    mail: ['mette@thornbury.example', 'm.holmgaard@thornbury.example'],
    mobile: '20 30 40 50',
    l: 'Aarhus',
    userPassword: 'kiln',
    jpegPhoto: Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2]),
  });
  await person('Bo Lund', { mail: 'bo@thornbury.example' });
  await group('potters', [dn('Mette Holmgaard'), dn('Bo Lund')], { description: 'who may open the kiln' });
  // Groups that name each other in a circle, and one that names itself.
  await group('studio', [dn('potters', 'groups'), dn('house', 'groups')]);
  await group('house', [dn('studio', 'groups'), dn('house', 'groups')]);
  await group('others', [dn('Bo Lund')]);
  connector = directoryConnector(account);
});
afterEach(async () => {
  await connector.close();
  const { searchEntries } = await admin.search(base, { scope: 'sub', attributes: ['1.1'] });
  for (const { dn: one } of searchEntries.toSorted((a, b) => b.dn.length - a.dn.length))
    if (one !== base) await admin.del(one);
});
afterAll(() => admin.unbind());

test('it says what it has: people with their attributes, and groups', async () => {
  const { collections } = await connector.describe();
  expect(collections.map(({ name, approximateCount }) => [name, approximateCount])).toEqual([
    ['people', 2],
    ['groups', 4],
  ]);
  const holds = Object.fromEntries(collections[0]!.fields.map((field) => [field.name, field.holds]));
  expect(holds).toMatchObject({ mail: 'email', mobile: 'phone', l: 'city', sn: 'family-name' });
  expect(holds).not.toHaveProperty('userPassword');
  expect(await connector.sample!('people', 1)).toHaveLength(1);
});

test('a person is found with their groups, also in a circle of them, and nobody else is named', async () => {
  const { records, scanned } = await search();
  expect(scanned).toBe(6);
  expect(records.map(({ collection, title }) => `${collection}: ${title}`)).toEqual([
    'people: Mette Holmgaard',
    'groups: member of potters',
    'groups: member of studio, by way of potters',
    'groups: member of house, by way of studio',
  ]);
  expect(records[0]).toMatchObject({
    person: {
      givenName: 'Mette',
      emails: ['mette@thornbury.example', 'm.holmgaard@thornbury.example'],
      city: 'Aarhus',
    },
    files: [{ name: 'jpegPhoto-1.jpg', mediaType: 'image/jpeg' }],
  });
  expect(JSON.stringify(records)).not.toMatch(/Bo Lund|"kiln"/);
  for (const { collection, key, title } of records)
    expect(await connector.read({ collection, key })).toMatchObject({ collection, title });
});

test('groups that name accounts by their short name are found as well', async () => {
  await person('Ida Bakke', { mail: 'ida@thornbury.example', uid: 'ida' });
  await admin.add(dn('tools', 'groups'), {
    objectClass: ['posixGroup'],
    cn: 'tools',
    gidNumber: '1',
    memberUid: ['ida', 'bo'],
  });
  const ida: SearchKey[] = [{ kind: 'email', value: 'ida@thornbury.example', scope: '' }];
  const { records } = await search(ida);
  expect(records.map(({ title }) => title)).toEqual(['Ida Bakke', 'member of tools']);
  await connector.erase!({ collection: 'people', key: records[0]!.key }, write);
  const { searchEntries } = await admin.search(`ou=groups,${base}`, { filter: '(cn=tools)' });
  expect([searchEntries[0]!['memberUid']].flat()).toEqual(['bo']);
});

test('names that a filter could be made of are names', async () => {
  await person('Eva (x)*)(cn=*', { mail: 'eva@thornbury.example' });
  const { records } = await search([{ kind: 'email', value: 'eva@thornbury.example', scope: '' }]);
  expect(records.map(({ title }) => title)).toEqual(['Eva (x)*)(cn=*']);
  expect(await connector.erase!({ collection: 'people', key: records[0]!.key }, write)).toMatchObject({
    state: 'done',
  });
  expect((await search()).records).toHaveLength(4);
});

test('an erased person is gone from the groups too, which stay for the others; a second time nothing happens', async () => {
  const [found] = (await search()).records;
  const ref = { collection: 'people', key: found!.key };
  await connector.erase!(ref, write);
  expect(await connector.isErased(ref)).toBe(true);
  const { searchEntries } = await admin.search(`ou=groups,${base}`, { filter: '(cn=potters)' });
  expect([searchEntries[0]!['member']].flat()).toEqual([dn('Bo Lund')]);
  await connector.erase!(ref, write);
  expect((await search()).records).toEqual([]);
});

test('who is the last one in a group is not erased, and why is said', async () => {
  await group('alone', [dn('Mette Holmgaard')]);
  await expect(connector.erase!({ collection: 'people', key: dn('Mette Holmgaard') }, write)).rejects.toMatchObject({
    kind: 'constraint',
    message: expect.stringContaining('the last one in a group') as string,
  });
  expect(await connector.isErased({ collection: 'people', key: dn('Mette Holmgaard') })).toBe(false);
});

test('where a part of it lies on another server, that is said, and nobody goes there', async () => {
  const ref = `ldap://127.0.0.1:9/ou=abroad,${base}`;
  await admin.add(
    `ou=abroad,${base}`,
    { objectClass: ['referral', 'extensibleObject'], ou: 'abroad', ref },
    MANAGE_REFERRALS(),
  );
  try {
    const problems = [];
    for await (const part of connector.search(METTE)) problems.push(...(part.problems ?? []));
    expect(problems).toMatchObject([{ code: 'elsewhere', key: expect.stringContaining('ou=abroad') as string }]);
  } finally {
    await admin.del(`ou=abroad,${base}`, MANAGE_REFERRALS());
  }
});

test('a value is put right', async () => {
  await connector.rectify!({ collection: 'people', key: dn('Mette Holmgaard') }, 'l', 'Odense', {
    idempotencyKey: 'x',
  });
  expect(await connector.read({ collection: 'people', key: dn('Mette Holmgaard') })).toMatchObject({
    fields: { l: 'Odense' },
  });
});

test('an account that may only read finds, and is told that it may not erase', async () => {
  await admin.add(`cn=reader,${base}`, {
    objectClass: ['organizationalRole', 'simpleSecurityObject'],
    cn: 'reader',
    userPassword: 'look',
  });
  const reader = directoryConnector({ ...account, user: `cn=reader,${base}`, password: 'look' });
  expect((await search(METTE, reader)).records).toHaveLength(4);
  await expect(reader.erase!({ collection: 'people', key: dn('Mette Holmgaard') }, write)).rejects.toMatchObject({
    kind: 'not-allowed',
  });
  await reader.close();
});

test.each([
  ['a wrong password', { password: 'wrong' }, 'not-allowed'],
  ['nobody there', { url: 'ldap://127.0.0.1:9' }, 'refused'],
  ['a base that is not there', { base: 'dc=elsewhere,dc=example' }, 'wrong-answer'],
  ['a base that is no name', { base: 'thornbury' }, 'wrong-answer'],
  ['a server without a secret line', { startTls: 'yes' }, 'refused'],
])('with %s it is said what is the matter', async (_, change, kind) => {
  const own = directoryConnector({ ...account, ...change });
  await expect(own.describe()).rejects.toMatchObject({ kind });
  await own.close();
});
