import { leavesAt, nextLink, readRestMapping, valueAt } from './restMapping';

const list = (more: object = {}) => ({ name: 'members', list: '/members', id: 'id', ...more });
const read = (...collections: object[]) => readRestMapping(JSON.stringify({ collections }));

describe('the description of a service', () => {
  test('what may be left out is filled in', () => {
    expect(read(list({ person: { email: 'contact.mail' } }))).toEqual({
      ok: true,
      value: {
        auth: { kind: 'bearer' },
        perSecond: null,
        collections: [
          {
            name: 'members',
            list: '/members',
            items: '',
            paging: { kind: 'none' },
            id: 'id',
            title: null,
            person: { email: 'contact.mail' },
            find: {},
            one: null,
            erase: null,
            change: null,
            of: null,
          },
        ],
      },
    });
  });

  test.each<[string, string, RegExp]>([
    ['no JSON', '{"collections":', /It is no JSON/],
    ['no list', '{"collections":[]}', /at least one list/],
    ['a path without a slash', JSON.stringify({ collections: [list({ list: 'members' })] }), /list must begin with \//],
    ['a field nobody knows', JSON.stringify({ collections: [list({ person: { shoe: 'size' } })] }), /there is no shoe/],
    [
      'paging nobody knows',
      JSON.stringify({ collections: [list({ paging: { kind: 'scroll' } })] }),
      /paging\.kind must be one of/,
    ],
    [
      'a cursor without its place',
      JSON.stringify({ collections: [list({ paging: { kind: 'cursor', parameter: 'after' } })] }),
      /paging\.next is a required field/,
    ],
    ['a word too much', JSON.stringify({ collections: [list({ colour: 'red' })] }), /colour/],
    [
      'a search without its value',
      JSON.stringify({ collections: [list({ find: { email: '/members?mail=' } })] }),
      /must hold \{value\}/,
    ],
    [
      'a delete of everything',
      JSON.stringify({ collections: [list({ erase: { method: 'DELETE', path: '/members' } })] }),
      /must hold \{id\}/,
    ],
    ['a parent that is none', JSON.stringify({ collections: [list({ of: 'clubs' })] }), /hangs on clubs/],
    [
      'a parent that is not asked for',
      JSON.stringify({ collections: [list(), { ...list(), name: 'visits', of: 'members', list: '/visits' }] }),
      /must hold \{parent\}/,
    ],
    ['the same twice', JSON.stringify({ collections: [list(), list()] }), /same name/],
  ])('%s is said in words', (_what, text, message) => {
    const result = readRestMapping(text);
    expect(result).toMatchObject({ ok: false, refusal: { code: 'bad-mapping' } });
    expect(!result.ok && result.refusal.message).toMatch(message);
  });
});

test('values are found by their dotted path, and by no other way', () => {
  expect(valueAt({ a: { b: 3 } }, 'a.b')).toBe(3);
  expect([valueAt({ a: null }, 'a.b'), valueAt('text', 'length'), valueAt({}, 'constructor')]).toEqual([
    undefined,
    undefined,
    undefined,
  ]);
  expect(
    leavesAt({ id: 4, tags: ['a', 'b'], contact: { mail: 'x@y.example', gone: null }, lines: [{ n: 1 }] }),
  ).toEqual({ id: '4', tags: 'a, b', 'contact.mail': 'x@y.example', 'contact.gone': null, 'lines.0.n': '1' });
});

test.each([
  ['</m?page=2>; rel="next"', '/m?page=2'],
  [
    '<https://a.example/m?a=1,2>; rel="prev", <https://a.example/m?a=3,4>; title="x"; rel="last next"',
    'https://a.example/m?a=3,4',
  ],
  ['</m>; rel=prev', null],
  [null, null],
])('the next link of %s', (header, link) => {
  expect(nextLink(header)).toBe(link);
});
