import { assign, type AssignmentRule } from './assign';

const RULES: AssignmentRule[] = [
  { id: '1', right: 'erasure', regime: null, language: null, userId: 'eva' },
  { id: '2', right: null, regime: null, language: 'de', userId: 'dirk' },
  { id: '3', right: null, regime: 'us-ca', language: null, userId: 'gone' },
];
const LOAD = [
  { userId: 'eva', open: 9 },
  { userId: 'dirk', open: 4 },
  { userId: 'signe', open: 4 },
];

test.each([
  ['erasure', 'eu-gdpr', 'de', 'eva'],
  ['access', 'eu-gdpr', 'de', 'dirk'],
  ['access', 'us-ca', 'en', 'dirk'],
  ['access', 'eu-gdpr', 'en', 'dirk'],
] as const)('%s %s %s goes to %s', (right, regime, language, userId) =>
  expect(assign(RULES, { right, regime, language }, LOAD)).toBe(userId),
);

test('the least loaded takes what no rule names, and nobody where nobody works', () => {
  const facts = { right: 'access', regime: 'eu-gdpr', language: 'en' } as const;
  expect(
    assign([], facts, [
      { userId: 'a', open: 2 },
      { userId: 'b', open: 1 },
    ]),
  ).toBe('b');
  expect(assign(RULES, facts, [])).toBeNull();
});
