import fc from 'fast-check';
import { IDENTIFIER_KINDS, isPlainQuery, standingQuerySchema } from './schema';

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
