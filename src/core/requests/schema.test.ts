import { decisionSchema, publicRequestSchema } from './schema';

describe('forms', () => {
  test('the public form says what is missing, field by field', async () => {
    const wrong = await publicRequestSchema
      .validate({ email: 'nope' }, { abortEarly: false })
      .catch((error: { inner: { path: string }[] }) => error.inner.map(({ path }) => path));
    expect(wrong).toEqual(expect.arrayContaining(['right', 'givenName', 'familyName', 'email']));
  });
  test('a decision needs ground and reason', () => {
    expect(decisionSchema.isValidSync({ outcome: 'fulfil', ground: '', reason: 'because' })).toBe(false);
    expect(decisionSchema.isValidSync({ outcome: 'fulfil', ground: 'art-15', reason: 'because it is' })).toBe(true);
  });
});
