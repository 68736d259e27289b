import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { simpleParser } from 'mailparser';
import { ConnectorError, type FoundProblem, type FoundRecord, type SearchKey } from '../../ports/connector';
import { mailboxConnector } from './mailboxConnector';
import { MOST_ENCLOSED } from './readMessage';

const DOCUMENTS = resolve('test/fixtures/documents');
const IDA: SearchKey = { kind: 'email', value: 'ida.kirkegaard@mail.example', scope: '' };
const PERSON = { givenName: 'Ida', familyName: 'Kirkegaard', emails: [IDA.value] };
const fresh = () => mkdtempSync(join(tmpdir(), 'bookend-mail-'));
async function search(
  path: string,
  keys: SearchKey[] = [IDA],
): Promise<{ records: FoundRecord[]; problems: FoundProblem[]; scanned: number }> {
  const all = { records: [] as FoundRecord[], problems: [] as FoundProblem[], scanned: 0 };
  for await (const { records, problems, scanned } of mailboxConnector({ path, ownDomains: 'larkmere.example' }).search(
    keys,
  )) {
    all.records.push(...records);
    all.problems.push(...(problems ?? []));
    all.scanned += scanned;
  }
  return all;
}

describe('files of many messages, as mail programs keep them', () => {
  let root: string;
  let path: string;
  beforeEach(() => {
    root = fresh();
    path = join(root, 'outbox.mbox');
    copyFileSync(join(DOCUMENTS, 'outbox.mbox'), path);
    copyFileSync(join(DOCUMENTS, 'ready.mbox'), join(root, 'ready.mbox'));
  });

  test('headers, text, attached documents and forwarded messages are searched; lines that begin with From are no new message', async () => {
    const { records, scanned, problems } = await search(root);
    expect(scanned).toBe(4);
    expect(problems).toEqual([]);
    expect(records.map(({ title }) => title)).toEqual(['Din stelændring', 'The quote', 'Fwd: question', 'Ready ✓']);
    expect(records[0]!.text).toContain('From now on the frame is kept for you. Vi glæder os.');
    expect(records[1]!.fields['attachments']).toBe('letter.docx, camp.xlsx');
    expect(records[2]!.text).toContain('Subject: Spørgsmål');
    expect(records[2]!.text).toContain('Hvornår er cyklen klar? – Ida');
  });

  test('one file by itself is a mailbox too', async () => {
    expect((await search(path)).records.map(({ key }) => key.split('#')[0])).toEqual([
      'outbox.mbox',
      'outbox.mbox',
      'outbox.mbox',
    ]);
  });

  test('a message is deleted out of the file, the others stay as they were and keep their keys', async () => {
    const connector = mailboxConnector({ path: root });
    const [first, second, third] = (await search(root)).records;
    const before = readFileSync(path, 'latin1');
    for (let n = 0; n < 2; n++) await connector.erase!(second!, { idempotencyKey: 'k', releasedBy: [] });
    const [a, , c] = before.split(/\n(?=From support)/);
    expect(readFileSync(path, 'latin1').replace(/\n+/g, '\n')).toBe(`${a}\n${c}`.replace(/\n+/g, '\n'));
    expect(await connector.isErased(second!)).toBe(true);
    expect((await connector.read(third!))!.fields).toEqual(third!.fields);
    expect((await connector.read(first!))!.text).toEqual(first!.text);
    expect(readdirSync(root).sort()).toEqual(['outbox.mbox', 'ready.mbox']);
  });

  test('one person is taken out of a message, with the attachments that speak of them', async () => {
    const connector = mailboxConnector({ path });
    for (const record of (await search(path)).records)
      await connector.anonymise!(record, { idempotencyKey: 'k', token: 'tok', person: PERSON });
    expect((await search(path)).records).toEqual([]);
    expect(
      (await search(path, [{ kind: 'email', value: 'bo.lund@inbox.example', scope: '' }])).records.map(
        ({ text, files }) => [text, files.length],
      ),
    ).toEqual([['See what is attached.', 0]]);
    expect(readFileSync(path, 'latin1').match(/^From /gm)!.length).toBe(3);
  });

  test.each([
    '../outbox.mbox#00000000000000000000000000000000',
    'outbox.mbox#x',
    'other.mbox#00000000000000000000000000000000',
    '../x.eml',
  ])('%s names no message here', async (key) => {
    await expect(
      mailboxConnector({ path: root }).erase!({ collection: 'messages', key }, { idempotencyKey: 'k', releasedBy: [] }),
    ).rejects.toThrow(ConnectorError);
  });
});

/** A message that encloses a message that encloses a message. */
function nested(depth: number): string {
  let message = 'From: deep@inbox.example\r\nSubject: deepest\r\n\r\nfor ida.kirkegaard@mail.example\r\n';
  for (let n = depth; n >= 1; n--)
    message =
      `From: a${n}@inbox.example\r\nTo: b@inbox.example\r\nSubject: level ${n}\r\nMIME-Version: ` +
      `1.0\r\nContent-Type: multipart/mixed; boundary="B${n}"\r\n\r\n--B${n}\r\nContent-Type: ` +
      `text/plain\r\n\r\ntext of ${n}\r\n--B${n}\r\nContent-Type: message/rfc822\r\n\r\n${message}\r\n--B${n}` +
      `--\r\n`;
  return message;
}

describe('messages as single files', () => {
  test('messages within messages are searched ten deep; what lies deeper is said and stops nothing', async () => {
    const root = fresh();
    mkdirSync(join(root, 'old'));
    writeFileSync(join(root, 'old', 'ten.eml'), nested(MOST_ENCLOSED));
    writeFileSync(join(root, 'thirty.EML'), nested(30));
    writeFileSync(join(root, 'notes.txt'), 'ida.kirkegaard@mail.example');
    const { records, problems, scanned } = await search(root);
    expect(scanned).toBe(2);
    expect(records.map(({ key }) => key)).toEqual(['old/ten.eml']);
    expect(problems).toEqual([
      {
        collection: 'messages',
        key: 'thirty.EML',
        code: 'too-deep',
        text: 'Messages within messages are opened 10 deep.',
      },
    ]);
    expect(
      (await search(root, [{ kind: 'email', value: 'a3@inbox.example', scope: '' }])).records.find(
        ({ key }) => key === 'thirty.EML',
      )!.fields['condition'],
    ).toMatch(/more than 10 deep/);
  });

  test('an attachment that cannot be read is said with its message', async () => {
    const root = fresh();
    const attach = (name: string, bytes: Buffer) =>
      `--b\r\nContent-Type: application/octet-stream; name=${name}\r\nContent-Disposition: attachment; filename=` +
      `${name}\r\nContent-Transfer-Encoding: base64\r\n\r\n${bytes.toString('base64')}\r\n`;
    writeFileSync(
      join(root, 'a.eml'),
      `From: Ida <ida.kirkegaard@mail.example>\r\nSubject: two\r\nMIME-Version: 1.0\r\nContent-Type: ` +
        `multipart/mixed; boundary=b\r\n\r\n--b\r\n\r\nhere\r\n` +
        `${attach('locked.pdf', readFileSync(join(DOCUMENTS, 'locked.pdf')))}` +
        `${attach('half.docx', readFileSync(join(DOCUMENTS, 'letter.docx')).subarray(0, 2000))}` +
        `${attach('photo.png', Buffer.from([0x89, 0x50, 0, 0]))}--b--\r\n`,
    );
    const { records, problems } = await search(root);
    expect(records.length).toBe(1);
    expect(problems.map(({ key, code }) => [key, code])).toEqual([
      ['a.eml: locked.pdf', 'encrypted'],
      ['a.eml: half.docx', 'damaged'],
    ]);
  });

  test('erased and anonymised like any other', async () => {
    const root = fresh();
    writeFileSync(join(root, 'm.eml'), nested(2));
    const connector = mailboxConnector({ path: root });
    const ref = { collection: 'messages', key: 'm.eml' };
    await connector.anonymise!(ref, { idempotencyKey: 'k', token: 'tok', person: PERSON });
    const left = await simpleParser(readFileSync(join(root, 'm.eml')));
    expect([left.text!.trim(), left.attachments.length]).toEqual(['text of 1', 0]);
    expect(await connector.isAnonymised!(ref, 'tok')).toBe(true);
    await connector.erase!(ref, { idempotencyKey: 'k', releasedBy: [] });
    expect(await connector.isErased(ref)).toBe(true);
  });
});
