import fc from 'fast-check';
import { blocksOf, candidatePairs } from './blocking';
import type { PersonRecord } from '../people/record';
import { score } from './score';

const person = (more: PersonRecord = {}): PersonRecord => ({
  givenName: 'Mette',
  familyName: 'Holmgaard',
  country: 'DK',
  ...more,
});

test.each([
  [
    'an address with a sub-address',
    { emails: ['mette+news@mail.example'] },
    { givenName: 'M.', emails: ['Mette@mail.example'] },
  ],
  ['a number written otherwise', { phones: ['10 12 34 56'] }, { givenName: 'Jens', phones: ['+45 10123456'] }],
  [
    'a name in another order, with a nickname',
    { givenName: 'Liz', familyName: 'Dam' },
    { givenName: 'Dam', familyName: 'Elizabeth' },
  ],
  [
    'a married name with the same birth date',
    { birthDate: '1987-03-14' },
    { familyName: 'Vind', birthDate: '1987-03-14' },
  ],
  [
    'a mistyped name in the same postcode',
    { postcode: '8900', city: 'Randers' },
    { givenName: 'Mete', familyName: 'Holmgård', postcode: '8900', city: 'Randers' },
  ],
] as [string, PersonRecord, PersonRecord][])('one block: %s', (_, left, right) =>
  expect([...candidatePairs([person(left)], [person({ givenName: 'Bo', familyName: 'Lund' }), person(right)])]).toEqual(
    [[0, 1]],
  ),
);

test('a pair comes once, however many blocks it shares; what has nothing to go by is in none', () => {
  const whole = person({ emails: ['m@mail.example'], phones: ['10123456'], birthDate: '1987-03-14', postcode: '8900' });
  expect(blocksOf(whole).length).toBeGreaterThan(4);
  expect([...candidatePairs([whole], [whole, whole])]).toEqual([
    [0, 0],
    [0, 1],
  ]);
  expect([blocksOf({}), blocksOf({ givenName: 'Mette' }), [...candidatePairs([{}], [{}])]]).toEqual([[], [], []]);
});

test('whatever the score holds for possible with a name is never lost to the blocks', () => {
  const few = (values: readonly string[]) => fc.constantFrom(...values);
  const anyone = fc.record(
    {
      givenName: few(['Mette', 'Mete', 'M.', 'Jens', 'Liz', 'Elizabeth']),
      familyName: few(['Holmgaard', 'Holmgård', 'Holmgard', 'Dam', 'Vind']),
      birthDate: few(['', '1987-03-14', '14/03/1987', '1987-04-03']),
      emails: few(['a@mail.example', 'a+x@mail.example', 'b@mail.example', 'c@post.example']).map((one) => [one]),
      phones: few(['10 12 34 56', '+4510123456', '20304050']).map((one) => [one]),
      postcode: few(['', '8900', '8000']),
      city: few(['', 'Randers', 'Aarhus']),
      country: fc.constant('DK'),
    },
    { requiredKeys: ['givenName', 'familyName', 'country'] },
  );
  fc.assert(
    fc.property(anyone, anyone, (left, right) => {
      if (score(left, right).band === 'unlikely') return;
      expect([...candidatePairs([left], [right])]).toEqual([[0, 0]]);
    }),
    { numRuns: 2000 },
  );
});
