import * as yup from 'yup';
import { choiceInputSchema } from '../../core/ledger/schema';
import { requestInputSchema } from '../../core/requests/schema';
import { checkBody } from './checkBody';

const choice = {
  occurredAt: '2026-11-20T09:00:00Z',
  identifiers: [{ kind: 'email', value: 'a@mail.example' }],
  purpose: 'newsletter',
  answer: 'grant',
  externalId: 'e1',
};
const messages = (...args: Parameters<typeof checkBody>) => {
  const result = checkBody(...args);
  return result.ok ? [] : result.problems.map(({ message }) => message);
};

test('what is right passes', () => expect(messages(choiceInputSchema, choice)).toEqual([]));

test('a field that is not known is refused at any depth, with those that are', () => {
  expect(messages(choiceInputSchema, { ...choice, purpos: 'newsletter' })[0]).toMatch(
    /the body has a field that is not known here\. Known are: .*purpose/,
  );
  expect(
    messages(choiceInputSchema, {
      ...choice,
      identifiers: [{ kind: 'email', value: 'a@mail.example', email: 'x' }],
    })[0],
  ).toContain('identifiers[0] has a field that is not known here');
});

test('flat names of a person open no request for nobody', () => {
  expect(
    messages(requestInputSchema, {
      right: 'access',
      givenName: 'Ida',
      familyName: 'Holt',
      email: 'ida@mail.example',
    })[0],
  ).toContain('not known here');
});

test('an enumeration says what it allows', () => {
  expect(messages(choiceInputSchema, { ...choice, answer: 'perhaps' }).join()).toMatch(
    /answer must be one of: .*grant.*refuse/,
  );
});

test('what was sent is never repeated', () => {
  const secret = 'ida.holt@mail.example';
  for (const body of [
    { ...choice, answer: secret },
    { ...choice, [secret]: 1 },
    { ...choice, occurredAt: secret },
    { ...choice, identifiers: secret },
    secret,
    [secret],
    { ...choice, purpose: { secret } },
  ]) {
    const said = messages(choiceInputSchema, body);
    expect(said.length).toBeGreaterThan(0);
    expect(said.join()).not.toContain(secret);
  }
});

test.each([
  ['a NUL', { ...choice, purpose: 'a\u0000b' }],
  ['half a character', { ...choice, purpose: '\ud800' }],
  ['a way into the language', JSON.parse('{"__proto__": {"isAdmin": true}}')],
  ['nesting without an end', Array.from({ length: 30 }).reduce<unknown>((inner) => ({ evidence: inner }), {})],
])('%s is refused and breaks nothing', (_what, body) =>
  expect(messages(choiceInputSchema, body).length).toBeGreaterThan(0),
);

test('a body that may be one or many is checked as what it is', () => {
  const either = yup.lazy((body: unknown) =>
    body && typeof body === 'object' && 'choices' in body
      ? yup.object({ choices: yup.array(choiceInputSchema.required()).required() }).noUnknown()
      : choiceInputSchema,
  ) as unknown as yup.Schema;
  expect(messages(either, choice)).toEqual([]);
  expect(messages(either, { choices: [choice] })).toEqual([]);
  expect(messages(either, { ...choice, e_mail: 'x' })[0]).toContain('not known here');
  expect(messages(either, { choices: [{ ...choice, e_mail: 'x' }] })[0]).toContain('choices[0] has a field');
  expect(messages(either, { ...choice, purpose: { a: 1 } })[0]).toBe('purpose must be a text');
  expect(messages(either, { ...choice, evidence: { anything: 'goes' } })).toEqual([]);
});
