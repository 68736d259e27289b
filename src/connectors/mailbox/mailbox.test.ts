import { mkdirSync, mkdtempSync, readFileSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { simpleParser } from 'mailparser';
import { ConnectorError, type FoundRecord, type SearchKey } from '../../ports/connector';
import { mailboxConnector } from './mailboxConnector';

const root = mkdtempSync(join(tmpdir(), 'bookend-maildir-'));
for (const name of ['cur', 'new']) mkdirSync(join(root, name));
const put = (name: string, lines: string[]) => writeFileSync(join(root, 'cur', name), lines.join('\r\n'));

put('1', [
  'From: Mette Holmgaard <Mette@Mail.example>',
  'To: support@larkmere.example',
  'Subject: =?utf-8?B?S8OmZGVza8Okcm0=?=',
  'Date: Thu, 3 Sep 2026 10:00:00 +0200',
  'Content-Type: text/plain; charset=iso-8859-1',
  'Content-Transfer-Encoding: quoted-printable',
  '',
  'K=E6re support, ring 10 12 34 56.',
  'Mette Holmgaard',
]);
put('2', [
  'From: Jonas Vind <jonas@inbox.example>',
  'To: support@larkmere.example',
  'Subject: Hello',
  'Content-Type: text/plain',
  '',
  'My own words.',
  '',
  'On Thu Sep 03 2026, Mette Holmgaard <mette@mail.example> wrote:',
  '> ring +45 10 12 34 56',
  '> Hi Jonas,',
  '> Regards, Mette',
]);
put('3', [
  'From: X <x@inbox.example>',
  'To: support@larkmere.example',
  'Subject: attached',
  'MIME-Version: 1.0',
  'Content-Type: multipart/mixed; boundary=b',
  '',
  '--b',
  'Content-Type: text/plain',
  '',
  'see attachment',
  '--b',
  'Content-Type: text/csv; name=list.csv',
  'Content-Disposition: attachment; filename=list.csv',
  '',
  'name,mail',
  'M,mette@mail.example',
  '--b--',
]);
put('4', ['From: nobody@inbox.example', 'To: support@larkmere.example', 'Subject: other', '', 'nothing here']);
put('5', ['this is not a message at all \u0000\u0001']);

const connector = mailboxConnector({ path: root, ownDomains: 'larkmere.example' });
const KEYS: SearchKey[] = [
  { kind: 'email', value: 'mette@mail.example', scope: '' },
  { kind: 'phone', value: '+4510123456', scope: '' },
  { kind: 'name', value: 'Mette Holmgaard', scope: '' },
];
const PERSON = { givenName: 'Mette', familyName: 'Holmgaard', emails: ['mette@mail.example'], phones: ['+4510123456'] };

async function search(keys: SearchKey[]): Promise<FoundRecord[]> {
  const found: FoundRecord[] = [];
  for await (const batch of connector.search(keys)) found.push(...batch.records);
  return found;
}

test('finds by address, number and name; in headers, text, quotes and text attachments; in any encoding', async () => {
  const found = await search(KEYS);
  expect(found.map(({ key }) => key)).toEqual(['cur/1', 'cur/2', 'cur/3']);
  expect(found[0]).toMatchObject({
    title: 'Kædeskärm',
    person: { givenName: 'Mette', familyName: 'Holmgaard', emails: ['mette@mail.example'], phones: ['+4510123456'] },
  });
  expect(found[0]!.text).toContain('Kære support');
  expect(found[2]!.files.map(({ name }) => name)).toEqual(['list.csv']);
});

test('a number is found however it is written, and not inside another', async () => {
  expect((await search([KEYS[1]!])).map(({ key }) => key)).toEqual(['cur/1', 'cur/2']);
  expect(await search([{ kind: 'phone', value: '+4510123457', scope: '' }])).toEqual([]);
});

test('anonymising takes one person out and leaves the other’s words', async () => {
  await connector.anonymise!(
    { collection: 'messages', key: 'cur/2' },
    { idempotencyKey: 'k', token: 'tok1', person: PERSON },
  );
  const mail = await simpleParser(readFileSync(join(root, 'cur/2')));
  expect(mail.text).toContain('My own words.');
  expect(mail.text).toContain('Hi Jonas');
  expect(mail.from!.text).toContain('jonas@inbox.example');
  for (const gone of ['mette', 'holmgaard', '10 12 34 56'])
    expect(`${mail.text} ${mail.subject}`.toLowerCase()).not.toContain(gone);
  expect(await connector.isAnonymised!({ collection: 'messages', key: 'cur/2' }, 'tok1')).toBe(true);
  expect(await connector.isAnonymised!({ collection: 'messages', key: 'cur/2' }, 'other')).toBe(false);
  expect(readdirSync(join(root, 'cur')).some((name) => name.endsWith('.bookend'))).toBe(false);
  expect((await search(KEYS)).map(({ key }) => key)).toEqual(['cur/1', 'cur/3']);
});

test('an attachment in which the person stands is dropped', async () => {
  await connector.anonymise!(
    { collection: 'messages', key: 'cur/3' },
    { idempotencyKey: 'k', token: 'tok2', person: PERSON },
  );
  expect((await simpleParser(readFileSync(join(root, 'cur/3')))).attachments).toEqual([]);
});

test('erasing twice is erasing once', async () => {
  const ref = { collection: 'messages', key: 'cur/1' };
  expect(await connector.isErased(ref)).toBe(false);
  for (let n = 0; n < 2; n++) await connector.erase!(ref, { idempotencyKey: 'k', releasedBy: [] });
  expect(await connector.isErased(ref)).toBe(true);
  expect(await connector.read(ref)).toBeNull();
});

test.each(['../keys.json', 'cur/../../x', '/etc/passwd', 'tmp/1'])(
  'the key %s names no message of this mailbox',
  async (key) => {
    await expect(
      connector.erase!({ collection: 'messages', key }, { idempotencyKey: 'k', releasedBy: [] }),
    ).rejects.toThrow(ConnectorError);
  },
);

test('a mailbox that is away is refused, said as it is', async () => {
  renameSync(join(root, 'cur'), join(root, 'away'));
  await expect(search(KEYS)).rejects.toMatchObject({ kind: 'refused', message: 'The mailbox is not there.' });
  renameSync(join(root, 'away'), join(root, 'cur'));
});

test('a message that was cut off on its way is found and says so', async () => {
  put('6', [
    'From: Mette Holmgaard <mette@mail.example>',
    'To: support@larkmere.example',
    'Subject: half',
    'MIME-Version: 1.0',
    'Content-Type: multipart/mixed; boundary="cut"',
    '',
    '--cut',
    'Content-Type: text/plain',
    '',
    'all of this is here',
    '--cut',
    'Content-Type: image/png',
    'Content-Transfer-Encoding: base64',
    'Content-Disposition: attachment; filename=p.png',
    '',
    'iVBORw0KGgo',
  ]);
  const found = (await search([KEYS[0]!])).find(({ key }) => key === 'cur/6')!;
  expect(found.text).toContain('all of this is here');
  expect(found.fields['condition']).toBe('the message breaks off before its end');
  rmSync(join(root, 'cur', '6'));
});

test('a mailbox that another program holds is a time-out, and is searched once it is free', async () => {
  writeFileSync(join(root, '.lock'), 'x');
  put('7', [
    'From: Mette Holmgaard <mette@mail.example>',
    'To: support@larkmere.example',
    'Subject: later',
    '',
    'hello',
  ]);
  const waiting = search(KEYS);
  setTimeout(() => rmSync(join(root, '.lock')), 300);
  expect((await waiting).map(({ key }) => key)).toEqual(['cur/7']);
  writeFileSync(join(root, '.lock'), 'x');
  await expect(search(KEYS)).rejects.toMatchObject({ kind: 'time-out' });
  rmSync(join(root, '.lock'));
}, 15_000);
