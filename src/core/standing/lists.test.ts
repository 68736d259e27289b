import fc from 'fast-check';
import { addressReader, identifierKindOf } from '../audiences/audience';
import { ratesBy, shareOf, total } from './rates';
import { IDENTIFIER_KINDS, isPlainQuery, standingQuerySchema } from '../ledger/schema';
import { healthOf } from './silence';

describe('where the address stands in a list', () => {
  test.each([
    ['name,E-Mail,town', 'Ida,ida@mail.example,Odense', 'ida@mail.example', true],
    ['ida@mail.example;Ida', 'bo@mail.example;Bo', 'bo@mail.example', false],
    ['adresse', 'x@mail.example', 'x@mail.example', true],
    ['{"email":"a@mail.example"}', '{"n":1,"email":"b@mail.example"}', 'b@mail.example', false],
    ['{"email":"a@mail.example"}', '{"n":1}', null, false],
    ['{"email":"a@mail.example"}', 'not json', null, false],
  ])('%s', (first, line, address, hasHeader) => {
    const reader = addressReader(first, 'email');
    expect([reader.read(line), reader.hasHeader]).toEqual([address, hasHeader]);
  });
  test('telephone numbers, by name or by look', () => {
    expect(addressReader('name;mobile', 'phone').read('Ida;+45 10 22 33 44')).toBe('+45 10 22 33 44');
    expect(addressReader('Ida;+45 10 22 33 44', 'phone')).toMatchObject({ hasHeader: false });
    expect([identifierKindOf('sms'), identifierKindOf('phone'), identifierKindOf('email')]).toEqual([
      'phone',
      'phone',
      'email',
    ]);
  });
});

describe('rates', () => {
  const rows = [
    { answer: 'grant', n: 6, key: 'a' },
    { answer: 'opt-in', n: 1, key: 'a' },
    { answer: 'refuse', n: 3, key: 'a' },
    { answer: 'object', n: 2, key: 'a' },
    { answer: 'confirm', n: 9, key: 'a' },
    { answer: 'refuse', n: 1, key: 'b' },
    { answer: 'grant', n: 5, key: null },
  ] as const;
  test('count yes, no and taken back; a confirmation is neither', () => {
    expect(ratesBy(rows, ({ key }) => key)).toEqual([
      { key: 'a', grants: 7, refusals: 3, withdrawals: 2, other: 9 },
      { key: 'b', grants: 0, refusals: 1, withdrawals: 0, other: 0 },
    ]);
  });
  test('a share is of those who were asked', () => {
    const [a, b] = ratesBy(rows, ({ key }) => key);
    expect([
      total(a!),
      shareOf(a!),
      shareOf(b!),
      shareOf({ key: 'c', grants: 0, refusals: 0, withdrawals: 4, other: 0 }),
    ]).toEqual([12, 0.7, 0, null]);
  });
});

describe('a source that is silent', () => {
  const daily = Array.from({ length: 20 }, (_, n) => `2026-11-${String(n + 1).padStart(2, '0')}`);
  test.each([
    ['a weekend is no alarm', daily, '2026-11-22', false],
    ['twice its usual gap and more than two days is', daily, '2026-11-23', true],
    [
      'one that comes monthly may take its time',
      ['2026-06-01', '2026-07-01', '2026-08-01', '2026-09-01', '2026-10-01'],
      '2026-11-24',
      false,
    ],
    ['but not for ever', ['2026-06-01', '2026-07-01', '2026-08-01', '2026-09-01', '2026-10-01'], '2026-12-20', true],
    ['of too few deliveries nothing is known', ['2026-01-01', '2026-01-02'], '2026-11-24', false],
    ['of none neither', [], '2026-11-24', false],
  ])('%s', (_, days, today, isSilent) => expect(healthOf(days, today).isSilent).toBe(isSilent));
});

describe('a question in its plain shape', () => {
  const body = fc.record(
    {
      identifier: fc.oneof(
        fc.record(
          {
            kind: fc.oneof(fc.constantFrom(...IDENTIFIER_KINDS), fc.string()),
            value: fc.oneof(fc.string(), fc.integer(), fc.constant(null)),
          },
          { requiredKeys: [] },
        ),
        fc.anything(),
      ),
      purpose: fc.oneof(fc.string(), fc.anything()),
    },
    { requiredKeys: [] },
  );
  test('is one that the schema takes as it is', () => {
    fc.assert(
      fc.property(
        body,
        (one) => !isPlainQuery(one) || JSON.stringify(standingQuerySchema.validateSync(one)) === JSON.stringify(one),
      ),
      { numRuns: 400 },
    );
  });
  test('what is usual is plain; a question about the past is not', () => {
    const usual = { identifier: { kind: 'email', value: 'x@mail.example' }, purpose: 'newsletter' };
    expect([
      isPlainQuery(usual),
      isPlainQuery({ ...usual, at: '2026-01-01T00:00:00Z' }),
      isPlainQuery({ ...usual, purpose: ' newsletter' }),
      isPlainQuery(null),
      isPlainQuery([1, 2]),
    ]).toEqual([true, false, false, false, false]);
  });
});
