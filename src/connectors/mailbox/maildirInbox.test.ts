import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { maildirInbox } from './maildirInbox';

const root = mkdtempSync(join(tmpdir(), 'inbox-'));
for (const folder of ['new', 'cur']) mkdirSync(join(root, folder));
const put = (name: string, lines: string[]) => writeFileSync(join(root, name), lines.join('\r\n'));
put('cur/2.b:2,S', [
  'Received: from a by b; Wed, 18 Nov 2026 09:30:00 +0100',
  'Received: from x by a; Tue, 17 Nov 2026 23:00:00 +0100',
  'From: =?utf-8?Q?S=C3=B8ren_Dal?= <soren@mail.example>',
  'Subject: Indsigt',
  'Date: Mon, 16 Nov 2026 10:00:00 +0100',
  '',
  'Jeg vil gerne have indsigt.',
]);
put('new/1.a', [
  'From: eva@mail.example',
  'Subject: Hello',
  'Date: Mon, 16 Nov 2026 10:00:00 +0100',
  '',
  'no Received header',
]);
put('new/3.c', ['\u0000\u0001\u0002']);
const inbox = maildirInbox(root);

test('keys of both folders, the oldest first', async () =>
  expect(await inbox.keys()).toEqual(['new/1.a', 'cur/2.b:2,S', 'new/3.c']));

test('a message arrived when our own server says, else when its sender says', async () => {
  expect(await inbox.read('cur/2.b:2,S')).toEqual({
    key: '2.b',
    from: { name: 'Søren Dal', address: 'soren@mail.example' },
    subject: 'Indsigt',
    text: 'Jeg vil gerne have indsigt.',
    receivedAt: '2026-11-18T08:30:00.000Z',
  });
  expect((await inbox.read('new/1.a'))!.receivedAt).toBe('2026-11-16T09:00:00.000Z');
});

test('what is gone, or lies elsewhere, is nothing', async () => {
  for (const key of ['new/9', '../etc/passwd', 'new/../../x', 'tmp/1']) expect(await inbox.read(key)).toBeNull();
});

test('a mailbox that cannot be reached is not an empty one', async () =>
  expect(maildirInbox('/nowhere/at/all').keys()).rejects.toThrow());
