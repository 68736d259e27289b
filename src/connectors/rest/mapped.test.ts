import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { ConnectorError, type FoundRecord, type SearchKey } from '../../ports/connector';
import { restConnector } from './restConnector';

// A service unlike any other here: numbers for ids, records under data.rows, a search of its own, lists that hang on
// members, every way of paging.
const MEMBERS = Array.from({ length: 7 }, (_, i) => ({
  no: i + 1,
  who: { first: i === 2 ? 'Ida' : `M${i}`, last: 'Kirk' },
  contact: { mails: [`m${i}@mail.example`, `other${i}@mail.example`], tel: null as string | null },
  about: i === 5 ? 'sister of m2@mail.example' : null,
  agrees: true,
}));
let asked: string[] = [];
let server: Server;
let url: string;
beforeAll(async () => {
  server = createServer((request, response) => {
    const at = new URL(request.url!, 'http://x');
    asked.push(`${request.method} ${at.pathname}${at.search}`);
    const answer = (status: number, body: unknown, headers = {}) =>
      void response.writeHead(status, { 'content-type': 'application/json', ...headers }).end(JSON.stringify(body));
    if (
      request.headers['x-key'] !== 'right' &&
      request.headers.authorization !== `Basic ${Buffer.from('me:right').toString('base64')}`
    )
      return answer(401, {});
    const [, first, id, second] = at.pathname.split('/');
    const page = (from: number) => MEMBERS.slice(from, from + 3);
    if (first === 'numbered') return answer(200, page((Number(at.searchParams.get('p')) - 1) * 3));
    if (first === 'counted') return answer(200, { data: { rows: page(Number(at.searchParams.get('skip'))) } });
    if (first === 'linked')
      return answer(
        200,
        page(Number(at.searchParams.get('at') ?? 0)),
        Number(at.searchParams.get('at') ?? 0) < 6
          ? { link: `</linked?at=${Number(at.searchParams.get('at') ?? 0) + 3}>; rel="next"` }
          : {},
      );
    if (first === 'away') return answer(200, page(0), { link: '<http://other.example/more>; rel="next"' });
    if (first === 'circle') return answer(200, { rows: page(0), next: 'same' });
    if (first === 'find')
      return answer(
        200,
        MEMBERS.filter(({ contact }) => contact.mails.includes(at.searchParams.get('mail')!)),
      );
    const member = MEMBERS.find(({ no }) => String(no) === id);
    if (!member) return answer(404, {});
    if (second === 'visits')
      return answer(200, [
        { ref: 'a/1', on: '2026-01-02' },
        { ref: 'b', on: '2026-02-03' },
      ]);
    if (request.method === 'GET') return answer(200, member);
    let body = '';
    request
      .on('data', (part: Buffer) => (body += part.toString()))
      .on('end', () => {
        asked.push(body);
        answer(200, {});
      });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => new Promise((resolve) => server.close(resolve)));
beforeEach(() => void (asked = []));

const person = { email: 'contact.mails', 'given-name': 'who.first', 'family-name': 'who.last', 'free-text': 'about' };
const members = (more: object) => ({ name: 'members', id: 'no', person, ...more });
const connect = (collections: object[], more: object = {}, settings: Record<string, string> = {}) =>
  restConnector('sys_m', {
    url,
    token: 'right',
    mapping: JSON.stringify({ auth: { kind: 'header', name: 'X-Key' }, ...more, collections }),
    ...settings,
  });
async function search(
  connector: ReturnType<typeof connect>,
  ...keys: [SearchKey['kind'], string][]
): Promise<FoundRecord[]> {
  const found: FoundRecord[] = [];
  for await (const batch of connector.search(keys.map(([kind, value]) => ({ kind, value, scope: '' }))))
    found.push(...batch.records);
  return found;
}

test.each([
  ['numbered', { list: '/numbered', paging: { kind: 'page', parameter: 'p' } }],
  ['counted', { list: '/counted', items: 'data.rows', paging: { kind: 'offset', parameter: 'skip' } }],
  ['linked', { list: '/linked', paging: { kind: 'link' } }],
])('%s pages are gone through to the end', async (_kind, more) => {
  const found = await search(
    connect([members(more)]),
    ['email', 'other6@mail.example'],
    ['name', 'Ida Kirk'],
    ['email', 'm2@mail.example'],
  );
  // The sixth only speaks of one who is looked for.
  expect(found.map(({ key }) => key)).toEqual(['3', '6', '7']);
  expect(found[0]).toMatchObject({
    fields: { 'who.first': 'Ida', 'contact.mails': 'm2@mail.example, other2@mail.example' },
    person: { givenName: 'Ida', familyName: 'Kirk', emails: ['m2@mail.example', 'other2@mail.example'] },
  });
});

test('a service that can look for an address itself is asked for that, not for all', async () => {
  const connector = connect([members({ list: '/numbered', find: { email: '/find?mail={value}' } })]);
  expect((await search(connector, ['email', 'm1@mail.example'])).map(({ key }) => key)).toEqual(['2']);
  expect(asked).toEqual(['GET /find?mail=m1%40mail.example']);
});

test('what hangs on a record comes with it, and is read by both their keys', async () => {
  const visits = { name: 'visits', list: '/members/{parent}/visits', id: 'ref', of: 'members' };
  const connector = connect([
    members({
      list: '/linked',
      paging: { kind: 'link' },
      one: '/members/{id}',
      change: { method: 'PUT', path: '/members/{id}' },
    }),
    visits,
  ]);
  const found = await search(connector, ['email', 'm0@mail.example']);
  expect(found.map(({ collection, key, parent }) => [collection, key, parent?.key ?? null])).toEqual([
    ['members', '1', null],
    ['visits', '1/a%2F1', '1'],
    ['visits', '1/b', '1'],
  ]);
  expect((await connector.read({ collection: 'visits', key: '1/a%2F1' }))!.fields).toEqual({
    ref: 'a/1',
    on: '2026-01-02',
  });
  expect(await connector.read({ collection: 'visits', key: '1/c' })).toBeNull();
  expect(await connector.isErased({ collection: 'members', key: '99' })).toBe(true);
  await connector.rectify!({ collection: 'members', key: '1' }, 'who.first', 'Eva', { idempotencyKey: 'k' });
  expect(asked.at(-1)).toBe('{"who":{"first":"Eva"}}');
});

test('what the mapping says no way to do is not done', async () => {
  const connector = connect([members({ list: '/numbered' })]);
  expect(connector.can('members')).toEqual({ erase: false, anonymise: false });
  await expect(
    connector.erase!({ collection: 'members', key: '1' }, { idempotencyKey: 'k', releasedBy: [] }),
  ).rejects.toMatchObject({ kind: 'not-allowed' });
});

test.each([
  ['a list on another server', { list: '/away', paging: { kind: 'link' } }, /another server/],
  [
    'a list in a circle',
    { list: '/circle', items: 'rows', paging: { kind: 'cursor', parameter: 'c', next: 'next' } },
    /circle/,
  ],
  ['a path that is wrong', { list: '/members/99' }, /answered 404/],
  ['a place that holds no list', { list: '/numbered', items: 'rows' }, /no list under rows/],
  ['records without the id', { list: '/numbered?p=1', id: 'number' }, /No record of members has a number/],
])('%s is said and ends', async (_what, more, message) => {
  await expect(search(connect([members(more)]), ['email', 'm1@mail.example'])).rejects.toThrow(message);
});

test('signs in as the mapping says', async () => {
  const basic = connect(
    [members({ list: '/numbered', paging: { kind: 'page', parameter: 'p' } })],
    { auth: { kind: 'basic' } },
    { user: 'me' },
  );
  expect((await search(basic, ['email', 'm1@mail.example'])).length).toBe(1);
  await expect(
    search(connect([members({ list: '/numbered' })], { auth: { kind: 'bearer' } }), ['email', 'x']),
  ).rejects.toMatchObject({ kind: 'not-allowed' });
});

test('calls no faster than the service wants', async () => {
  const began = Date.now();
  await search(connect([members({ list: '/linked', paging: { kind: 'link' } })], { perSecond: 10 }), [
    'email',
    'nobody@mail.example',
  ]);
  expect(asked.length).toBe(3);
  expect(Date.now() - began).toBeGreaterThanOrEqual(195);
});

test('fields are described and sampled; a mapping that is none is refused at once', async () => {
  const connector = connect([members({ list: '/numbered?p=1' })]);
  expect((await connector.describe()).collections[0]!.fields).toContainEqual({
    name: 'contact.mails',
    type: 'text',
    holds: 'email',
  });
  expect((await connector.sample!('members', 2)).map((one) => one['no'])).toEqual(['1', '2']);
  expect(() => restConnector('sys_m', { url, mapping: '{}' })).toThrow(ConnectorError);
});
