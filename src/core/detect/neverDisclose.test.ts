import { regimeById } from '../clock/regimes';
import { heldByField, sayHeld } from './neverDisclose';

const KINDS = regimeById('us-ca')!.neverDisclose;

test.each([
  ['card 4111 1111 1111 1111 of Dana', 'card [payment card is held] of Dana', { 'payment-card': 1 }],
  [
    'SSN 536-90-4399, IBAN DK5000400440116243',
    'SSN [national id is held], IBAN [iban is held]',
    { 'national-id': 1, iban: 1 },
  ],
  ['password: Sunset2026', 'password: [password is held]', { password: 1 }],
  ['dana@mail.example, +1 415 555 0100', 'dana@mail.example, +1 415 555 0100', {}],
])('%s', (text, said, held) => expect(sayHeld(text, KINDS, 'en')).toEqual({ text: said, held }));

test.each([
  ['da', 'kort [betalingskort findes hos os]'],
  ['de', 'kort [Zahlungskarte liegt uns vor]'],
  ['nl', 'kort [betaalkaart is bij ons aanwezig]'],
] as const)('what is only held is said in %s', (language, said) =>
  expect(sayHeld('kort 4111 1111 1111 1111', KINDS, language).text).toBe(said),
);

test('where the law forbids nothing, nothing is touched', () =>
  expect(sayHeld('card 4111 1111 1111 1111', regimeById('eu-gdpr')!.neverDisclose, 'en').text).toContain('4111'));

test.each([
  ['drivers_license', null, 'driving-licence'],
  ['SSN', null, 'national-id'],
  ['customer.socialSecurityNumber', null, 'national-id'],
  ['account_number', null, 'bank-account'],
  ['card_no', null, 'payment-card'],
  ['password_hash', null, 'password'],
  ['security_answer_2', null, 'security-answer'],
  ['mothers_maiden_name', null, 'security-answer'],
  ['health_insurance_no', null, 'health-insurance-id'],
  ['patient_id', null, 'medical-id'],
  ['fingerprint_template', null, 'biometric'],
  // What a person has confirmed is stronger than a name.
  ['ref', 'payment-card', 'payment-card'],
  ['token', 'email', null],
  ['span', null, null],
  ['panel', null, null],
  ['city', null, null],
] as const)('a field %s, confirmed as %s: %s', (name, meaning, kind) =>
  expect(heldByField(name, meaning, KINDS)).toBe(kind),
);

test('under a law that forbids nothing no field is held back', () =>
  expect(heldByField('ssn', 'national-id', [])).toBeNull());
