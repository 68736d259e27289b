import { regimeById } from '../clock/regimes';
import { sayHeld } from './neverDisclose';

const KINDS = regimeById('us-ca')!.neverDisclose;

test.each([
  ['card 4111 1111 1111 1111 of Dana', 'card [payment card is held] of Dana', { 'payment-card': 1 }],
  ['SSN 536-90-4399, IBAN DK5000400440116243', 'SSN [national id is held], IBAN [iban is held]', { 'national-id': 1, iban: 1 }],
  ['password: Sunset2026', 'password: [password is held]', { password: 1 }],
  ['dana@mail.example, +1 415 555 0100', 'dana@mail.example, +1 415 555 0100', {}],
])('%s', (text, said, held) => expect(sayHeld(text, KINDS)).toEqual({ text: said, held }));

test('where the law forbids nothing, nothing is touched', () => expect(sayHeld('card 4111 1111 1111 1111', regimeById('eu-gdpr')!.neverDisclose).text).toContain('4111'));
