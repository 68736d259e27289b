import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Connector } from '../ports/connector';
import { filesConnector } from './files/filesConnector';
import { mailboxConnector } from './mailbox/mailboxConnector';
import { restConnector } from './rest/restConnector';

const GOOD = 500;
const HOSTILE = 50;
const KEY = { kind: 'email' as const, value: 'ida.kirk@mail.example', scope: '' };

/** Everything that a search yields; it ends, whatever lies there. */
async function searched(connector: Connector): Promise<{ keys: string[]; reported: string[] }> {
  const keys = new Set<string>();
  const reported = new Set<string>();
  for await (const { records, problems } of connector.search([KEY])) {
    for (const { key } of records) keys.add(key);
    for (const { key } of problems ?? []) reported.add(key);
  }
  return { keys: [...keys], reported: [...reported] };
}

/** Files that cannot be read, each in its own way. */
const BROKEN: [ending: string, bytes: (n: number) => Buffer][] = [
  ['xlsx', (n) => Buffer.concat([Buffer.from('PK\u0003\u0004', 'latin1'), Buffer.alloc(40 + n, 7)])],
  ['docx', (n) => Buffer.concat([Buffer.from('PK\u0003\u0004', 'latin1'), Buffer.alloc(20 + n, 1)])],
  ['pdf', (n) => Buffer.from(`%PDF-1.7\n${'x'.repeat(n)}`)],
  ['gz', (n) => Buffer.concat([Buffer.from([0x1f, 0x8b, 8, 0]), Buffer.alloc(10 + n, 9)])],
  ['doc', (n) => Buffer.concat([Buffer.from([0xd0, 0xcf, 0x11, 0xe0]), Buffer.alloc(n + 8)])],
];
const broken = (n: number) => BROKEN[n % BROKEN.length]!;

test('a folder: 500 rows and texts found, 50 broken files reported', async () => {
  const root = mkdtempSync(join(tmpdir(), 'hostile-'));
  for (let n = 0; n < GOOD; n++)
    writeFileSync(
      join(root, `good-${n}.${n % 2 ? 'txt' : 'csv'}`),
      n % 2 ? `About ${KEY.value}` : `name,mail\nIda,${KEY.value}\n`,
    );
  for (let n = 0; n < HOSTILE; n++) writeFileSync(join(root, `bad-${n}.${broken(n)[0]}`), broken(n)[1](n));
  const { keys, reported } = await searched(filesConnector({ path: root }));
  expect(keys).toHaveLength(GOOD);
  expect(new Set(reported.map((key) => key.split('#')[0]))).toEqual(
    new Set(Array.from({ length: HOSTILE }, (_, n) => `bad-${n}.${broken(n)[0]}`)),
  );
});

test('a log: 500 lines found among 50 that are no JSON, hold a NUL or half a letter', async () => {
  const root = mkdtempSync(join(tmpdir(), 'hostile-'));
  const lines = Array.from({ length: GOOD }, (_, n) => JSON.stringify({ n, user: KEY.value }));
  const bad = [
    `{"user": "${KEY.value}", `,
    `{"__proto__": {"x": "${KEY.value}"}}`,
    `{"user": "\\u0000 ${KEY.value}"}`,
    `{"user": "\\ud800 ${KEY.value}"}`,
    `${'['.repeat(20_000)} ${KEY.value}`,
  ];
  for (let n = 0; n < HOSTILE; n++) lines.splice(n * 10, 0, bad[n % bad.length]!);
  writeFileSync(join(root, 'access.ndjson'), lines.join('\n'));
  const { keys, reported } = await searched(filesConnector({ path: root }));
  // A line that cannot be taken apart is searched as it stands: none is missing.
  expect(keys.length + reported.length).toBe(GOOD + HOSTILE);
  expect(keys.length).toBeGreaterThanOrEqual(GOOD);
});

test('a mailbox: 500 messages found, 50 with attachments that cannot be read reported', async () => {
  const root = mkdtempSync(join(tmpdir(), 'hostile-'));
  for (const folder of ['cur', 'new']) mkdirSync(join(root, folder));
  const message = (subject: string, rest: string) =>
    `From: shop@demo.example\r\nTo: ${KEY.value}\r\nSubject: ${subject}\r\n${rest}`;
  for (let n = 0; n < GOOD; n++)
    writeFileSync(join(root, 'cur', `${1000 + n}.good:2,S`), message(`Good ${n}`, '\r\nThank you.\r\n'));
  for (let n = 0; n < HOSTILE; n++) {
    const [ending, bytes] = broken(n);
    const attached =
      `--b\r\nContent-Type: application/octet-stream\r\nContent-Disposition: attachment; filename="bad-${n}.` +
      `${ending}"\r\nContent-Transfer-Encoding: base64\r\n\r\n${bytes(n).toString('base64')}\r\n`;
    writeFileSync(
      join(root, 'new', `${2000 + n}.bad`),
      message(
        `Bad ${n}`,
        `MIME-Version: 1.0\r\nContent-Type: multipart/mixed; boundary=b\r\n\r\n--b\r\n\r\nSee attached.\r\n` +
          `${attached}${n % 2 ? '--b--\r\n' : ''}`,
      ),
    );
  }
  const { keys, reported } = await searched(mailboxConnector({ path: root }));
  expect(keys.filter((key) => key.includes('good'))).toHaveLength(GOOD);
  // The words of the message itself are found all the same.
  expect(keys.filter((key) => key.includes('bad'))).toHaveLength(HOSTILE);
  expect(new Set(reported.map((key) => key.split(':')[0]))).toEqual(
    new Set(Array.from({ length: HOSTILE }, (_, n) => `new/${2000 + n}.bad`)),
  );
});

describe('a service', () => {
  let server: Server;
  let answer: (path: string) => string | Buffer;
  const mapping = JSON.stringify({
    auth: { kind: 'bearer' },
    collections: [{ name: 'members', id: 'no', person: { email: 'mail' }, list: '/members', items: 'rows' }],
  });
  const connector = () =>
    restConnector('sys_h', { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, token: 't', mapping });
  beforeAll(
    () =>
      new Promise<void>((resolve) =>
        (server = createServer(
          (request, response) =>
            void response.writeHead(200, { 'content-type': 'application/json' }).end(answer(request.url!)),
        )).listen(0, '127.0.0.1', resolve),
      ),
  );
  afterAll(() => new Promise((resolve) => server.close(resolve)));

  test('500 items found, 50 that are no records reported', async () => {
    const bad = [
      'null',
      '7',
      '"text"',
      '[]',
      '{"mail": "ida.kirk@mail.example"}',
      '{"no": {"deep": 1}, "mail": "ida.kirk@mail.example"}',
      'true',
      '{"no": null}',
      '{"__proto__": {"no": 1}}',
      '{"no": ["a"]}',
    ];
    const rows = Array.from({ length: GOOD }, (_, n) => `{"no": ${n}, "mail": "${KEY.value}"}`);
    for (let n = 0; n < HOSTILE; n++) rows.splice(n * 10, 0, bad[n % bad.length]!);
    answer = () => `{"rows": [${rows.join(',')}]}`;
    const { keys, reported } = await searched(connector());
    expect(keys).toHaveLength(GOOD);
    // Each is named by its place: `item 1 of a page`, `item 11 of a page`, …
    expect(reported).toHaveLength(HOSTILE);
  });

  test('an answer that is too long is not read to its end', async () => {
    answer = () => Buffer.alloc(40 * 1024 * 1024, 32);
    await expect(searched(connector())).rejects.toThrow('larger than 24 MB');
  });
});
