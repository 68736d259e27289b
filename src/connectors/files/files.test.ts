import { mkdirSync, mkdtempSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import iconv from 'iconv-lite';
import type { FoundProblem, FoundRecord, SearchKey } from '../../ports/connector';
import { readings } from '../../../test/documents/planted';
import { docxOf, pdfOf, xlsxOf, zipOf } from '../../../test/support/fileBytes';
import { filesConnector } from './filesConnector';

const root = mkdtempSync(join(tmpdir(), 'bookend-files-'));

const put = (name: string, bytes: Buffer | string) => {
  mkdirSync(join(root, name, '..'), { recursive: true });
  writeFileSync(join(root, name), bytes);
};

const EMAIL = 'mette@mail.example';

const KEYS: SearchKey[] = [
  { kind: 'email', value: EMAIL, scope: '' },
  { kind: 'phone', value: '+4510123456', scope: '' },
  { kind: 'name', value: 'Mette Holmgård', scope: '' },
  { kind: 'customer-number', value: '48213', scope: 'sys_shop' },
];

async function search(keys = KEYS): Promise<{ records: FoundRecord[]; problems: FoundProblem[] }> {
  const found: { records: FoundRecord[]; problems: FoundProblem[] } = { records: [], problems: [] };
  for await (const batch of filesConnector({ path: root }).search(keys)) {
    found.records.push(...batch.records);
    found.problems.push(...(batch.problems ?? []));
  }
  return found;
}

beforeAll(async () => {
  put(
    'quotes/prices.csv',
    iconv.encode(
      'navn;e-mail;telefon\nMette Holmgård;METTE@mail.example;10 12 34 56\nJonas Vind;jonas@inbox.example;10 77 88 99\n',
      'windows-1252',
    ),
  );
  put(
    'quotes/utf16.tsv',
    Buffer.concat([Buffer.from([0xff, 0xfe]), iconv.encode('name\tphone\nMette Holmgård\t+45 10123456\n', 'utf-16le')]),
  );
  put(
    'camp/2026.xlsx',
    await xlsxOf([
      ['child', 'guardian e-mail', 'note'],
      ['Emil', EMAIL, 'asthma'],
      ['Sofie', 'other@mail.example', null],
    ]),
  );
  put('letters/reply.docx', await docxOf('Dear Mette Holmgård, your number is 48213.'));
  put('waivers/signed.pdf', await pdfOf('I, Mette Holmgård, ride at my own risk.'));
  put('letters/page.html', '<html><style>mette@mail.example</style><body><p>Call <b>10 12 34 56</b></p></body></html>');
  put(
    'log/2026-11-01.ndjson.gz',
    gzipSync(
      `{"at":"2026-11-01T08:00:00Z","user":{"email":"${EMAIL}` +
        `"},"ip":"192.0.2.1"}\n{"at":"x","user":{"email":"no@mail.example"}}\nplain line of ${EMAIL}\n`,
    ),
  );
  put('old/box.zip', await zipOf({ 'a/list.csv': `email\n${EMAIL}\n`, 'b/readme.txt': 'nothing' }));
  put('old/mail.eml', `From: Mette <${EMAIL}>\r\nTo: x@larkmere.example\r\nSubject: Hi\r\n\r\nhello`);
  put('old/half.pdf', (await pdfOf('cut')).subarray(0, 300));
  put('old/locked.pdf', await pdfOf('secret', { userPassword: 'x' }));
  put('old/picture.pdf', await pdfOf(null));
  put('old/program.bin', Buffer.from([0, 1, 2, 3, 0, 9]));
  put('old/half.docx', (await docxOf('x')).subarray(0, 200));
});

test('finds a person in every kind of file, in every usual encoding', async () => {
  const { records } = await search();
  expect(records.map(({ key }) => key)).toEqual([
    'camp/2026.xlsx#Camp!2',
    'letters/page.html',
    'letters/reply.docx',
    'log/2026-11-01.ndjson.gz#line 1',
    'log/2026-11-01.ndjson.gz#line 3',
    'old/box.zip#a/list.csv row 2',
    'old/mail.eml',
    'quotes/prices.csv#row 2',
    'quotes/utf16.tsv#row 2',
    'waivers/signed.pdf',
  ]);
  const by = (key: string) => records.find((record) => record.key === key)!;
  expect(by('quotes/prices.csv#row 2')).toMatchObject({
    collection: 'quotes',
    person: { givenName: 'Mette', familyName: 'Holmgård', phones: ['10 12 34 56', '+4510123456'] },
    fields: { navn: 'Mette Holmgård', file: 'quotes/prices.csv' },
  });
  expect(by('camp/2026.xlsx#Camp!2').fields).toMatchObject({ child: 'Emil', note: 'asthma' });
  expect(by('letters/reply.docx').person.customerNumbers).toEqual([{ system: 'sys_shop', value: '48213' }]);
  expect(by('log/2026-11-01.ndjson.gz#line 1').fields).toMatchObject({ 'user.email': EMAIL, ip: '192.0.2.1' });
});

test('what cannot be read is named with its file and why, and stops nothing', async () => {
  const { problems } = await search();
  expect(problems.map(({ key, code }) => [key, code])).toEqual([
    ['old/half.docx', 'damaged'],
    ['old/half.pdf', 'damaged'],
    ['old/locked.pdf', 'encrypted'],
    ['old/picture.pdf', 'unreadable'],
    ['old/program.bin', 'unknown-kind'],
  ]);
});

test('a record is read again as it is now, or is gone', async () => {
  const connector = filesConnector({ path: root });
  expect((await connector.read({ collection: 'quotes', key: 'quotes/prices.csv#row 3' }))!.person.givenName).toBe(
    'Jonas',
  );
  expect(await connector.read({ collection: 'quotes', key: 'quotes/prices.csv#row 9' })).toBeNull();
  expect(await connector.read({ collection: 'quotes', key: 'quotes/gone.csv' })).toBeNull();
  expect((await connector.describe()).collections.find(({ name }) => name === 'quotes')!.fields).toContainEqual({
    name: 'telefon',
    type: 'text',
    holds: 'phone',
  });
});

test('nothing above the folder is read, whatever a key or a link says', async () => {
  symlinkSync('/etc', join(root, 'link'));
  const connector = filesConnector({ path: root });
  for (const key of ['../../etc/passwd', 'link/passwd'])
    await expect(connector.read({ collection: 'files', key })).rejects.toThrow('not a file of this folder');
});

test('a folder that is not there is refused as it is', async () => {
  await expect(async () => {
    for await (const _ of filesConnector({ path: join(root, 'nowhere') }).search(KEYS));
  }).rejects.toMatchObject({ kind: 'refused', message: 'The folder is not there.' });
});

describe('hostile and broken files', () => {
  test('a ZIP bomb and a gzip bomb are stopped while they unpack', async () => {
    const bomb = await zipOf({ 'zeros.txt': Buffer.alloc(30_000_000) });
    expect(await readings('x.zip', bomb)).toEqual(['zeros.txt!bomb']);
    expect(await readings('x.txt.gz', gzipSync(Buffer.alloc(30_000_000)))).toEqual(['!bomb']);
    expect(await readings('x.zip', await zipOf({ 'a.txt': 'x'.repeat(2000) }), { mostUnpacked: 1000 })).toEqual([
      'a.txt!bomb',
    ]);
  });

  test('archives within archives are opened three deep', async () => {
    let box = await zipOf({ 'a.txt': 'deep' });
    for (let n = 0; n < 2; n++) box = await zipOf({ 'in.zip': box });
    expect(await readings('x.zip', box)).toEqual(['in.zip in.zip a.txt|deep']);
    expect(await readings('x.zip', await zipOf({ 'in.zip': box }))).toEqual([expect.stringMatching(/too-deep$/)]);
  });

  test('a field of ten million characters is cut and said; the row is kept', async () => {
    const found = await readings('x.csv', Buffer.from(`a;b\n${'z'.repeat(10_000_000)};end\n`));
    expect(found[0]).toBe('row 2!field-cut');
    expect(found[1]!.length).toBeLessThan(1_100_000);
    expect(found[1]).toContain('"b":"end"');
  });

  test('broken quotation marks lose no line', async () => {
    expect(await readings('x.csv', Buffer.from('a,b\n"one,1\ntwo,2\n'))).toEqual([
      '!damaged',
      'row 2|{"a":"\\"one","b":"1"}',
      'row 3|{"a":"two","b":"2"}',
    ]);
  });

  test.each([
    ['UTF-8', (text: string) => Buffer.from(text)],
    ['UTF-16', (text: string) => iconv.encode(text, 'utf-16le', { addBOM: true })],
    ['Windows', (text: string) => iconv.encode(text, 'windows-1252')],
  ])('a broken line among sound ones, far from the beginning, takes no other with it (%s)', async (_, written) => {
    const line = (n: number) => (n % 97 === 5 ? `"sø ${n},x${n}` : `"sø, ${n}","x""${n}"`);
    const found = await readings(
      'x.csv',
      written(`a,b\r\n${Array.from({ length: 5000 }, (_, n) => line(n)).join('\r\n')}\r\n`),
    );
    expect(found.filter((one) => one.endsWith('!damaged') || one === '!damaged')).toEqual(['!damaged']);
    expect(found.filter((one) => one.startsWith('row '))).toEqual(
      Array.from(
        { length: 5000 },
        (_, n) =>
          `row ${n + 2}|${JSON.stringify(n % 97 === 5 ? { a: `"sø ${n}`, b: `x${n}` } : { a: `sø, ${n}`, b: `x"${n}` })}`,
      ),
    );
  });

  test('what is read as a whole has a limit of its own; a long text is read by its lines', async () => {
    expect(await readings('x.json', Buffer.from('[{"a":"1234567890"}]'), { mostWhole: 10 })).toEqual(['!too-large']);
    expect(await readings('x.html', Buffer.from('<p>1234567890</p>'), { mostWhole: 10 })).toEqual(['!too-large']);
    expect(await readings('x.txt', Buffer.from('one two\r\n\r\nthree four\n'), { mostWhole: 10 })).toEqual([
      'line 1|one two',
      'line 3|three four',
    ]);
  });

  test('a name that would reach into objects is a name', async () => {
    const [row] = await readings('x.json', Buffer.from('{"__proto__":{"polluted":1},"constructor":"x"}'));
    expect(row).toContain('constructor');
    expect(({} as { polluted?: number }).polluted).toBeUndefined();
  });

  test('more rows than allowed are counted off', async () =>
    expect(await readings('x.csv', Buffer.from('a\n1\n2\n3\n4\n'), { mostRows: 3 })).toEqual([
      'row 2|{"a":"1"}',
      'row 3|{"a":"2"}',
      '!too-many',
    ]));

  test('an empty file is nothing', async () => expect(await readings('x.csv', Buffer.alloc(0))).toEqual([]));
});

test('a file that says it is one thing and is another is read for what it is', async () => {
  expect(await readings('list.pdf', Buffer.from('plain words'))).toEqual(['|plain words']);
  expect(await readings('list.docx', await zipOf({ 'a.txt': 'x' }))).toEqual(['!damaged']);
  expect(readFileSync(join(root, 'old/program.bin')).length).toBe(6);
});
