import { regimeById } from '../clock/regimes';
import { compareFacts } from './facts';
import { askingAndClock, factsNeeded, identityMethods } from './identityMethods';

const FILE = [
  {
    birthDate: '1987-03-14',
    phones: ['+4510123456'],
    postcode: '8000',
    street: 'Havnegade 4',
    customerNumbers: [{ system: 's', value: 'C-1042' }],
    country: 'DK',
  },
  { phones: ['+4510999999'] },
];

test.each([
  ['birth-date', '14.03.1987', { agree: 1, differ: 0, unknown: 0 }],
  ['birth-date', '1987-03-15', { agree: 0, differ: 1, unknown: 0 }],
  ['phone', '10 99 99 99', { agree: 1, differ: 0, unknown: 0 }],
  ['phone', '10 99 99 98', { agree: 0, differ: 1, unknown: 0 }],
  ['postcode', ' 8000 ', { agree: 1, differ: 0, unknown: 0 }],
  ['street', 'havnegade  4', { agree: 1, differ: 0, unknown: 0 }],
  ['customer-number', 'c-1042', { agree: 1, differ: 0, unknown: 0 }],
  ['customer-number', '', { agree: 0, differ: 1, unknown: 0 }],
] as const)('%s “%s”', (kind, value, outcome) => expect(compareFacts([{ kind, value }], FILE, 'DK')).toEqual(outcome));

test('what is not on file neither agrees nor differs', () =>
  expect(compareFacts([{ kind: 'street', value: 'x' }], [{ phones: [] }], 'DK')).toEqual({
    agree: 0,
    differ: 0,
    unknown: 1,
  }));

test('more is asked before data is handed over or erased than before a correction', () => {
  expect([factsNeeded('access'), factsNeeded('erasure'), factsNeeded('rectification')]).toEqual([3, 3, 2]);
});

test('what others may know is not enough where data of special categories is handed over', () => {
  const facts = (right: 'access' | 'rectification', isSpecial: boolean) =>
    identityMethods(right, isSpecial).find(({ method }) => method === 'facts')!;
  expect(facts('access', true)).toMatchObject({ isEnough: false, reasons: [{ code: 'special-data' }] });
  expect(facts('access', false).isEnough).toBe(true);
  expect(facts('rectification', true).isEnough).toBe(true);
});

test.each([
  ['eu-gdpr', 'asking-pauses'],
  ['uk-gdpr', 'asking-moves-start'],
  ['us-ca', 'asking-runs-on'],
  ['ch-fadp', 'asking-runs-on'],
  ['eu-gdpr us-ca', 'asking-runs-on'],
  ['eu-gdpr uk-gdpr', 'asking-pauses'],
])('asking under %s: %s', (regimes, code) =>
  expect(askingAndClock(regimes.split(' ').map((id) => regimeById(id)!)).code).toBe(code),
);
