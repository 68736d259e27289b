import { groupHeads, sayFound } from './counts';

const at = (place: string, parent: string | null = null, system = 's') => ({ system, place, parent });

test('what hangs on a record of the same system is one group with it, at any depth', () => {
  const heads = groupHeads([
    at('a'),
    at('b', 'a'),
    at('c', 'b'),
    at('d', 'gone'),
    at('a', null, 't'),
    at('e', 'a', 't'),
  ]);
  expect(heads.map(({ system, place }) => `${system}/${place}`)).toEqual(['s/a', 's/d', 't/a']);
});

test.each([
  [44, 20, 20, '44 records in 20 groups; 20 wait for a verdict'],
  [1, 1, 1, '1 record in 1 group; 1 waits for a verdict'],
  [3, 2, 0, '3 records in 2 groups; none waits for a verdict'],
])('%i records, %i groups, %i to read', (records, groups, waiting, words) => {
  expect(sayFound(records, groups, waiting)).toBe(words);
});
