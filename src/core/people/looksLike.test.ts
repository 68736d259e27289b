import { otherKind } from './looksLike';

test.each([
  ['email', 'anna@mail.example', null],
  ['email', '+45 10 12 34 56', 'phone'],
  ['email', 'L-48214', 'customer-number'],
  ['email', 'anna(at)mail', 'customer-number'],
  ['phone', '+45 10 12 34 56', null],
  ['phone', '10123456', null],
  ['phone', 'anna@mail.example', 'email'],
  ['phone', 'L-48214', 'customer-number'],
  ['customer-number', '48214', null],
  ['customer-number', 'L-48214', null],
  ['customer-number', 'anna@mail.example', 'email'],
  ['customer-number', '+45 10 12 34 56', 'phone'],
  ['customer-number', '@', 'nothing'],
])('%s %s: %s', (kind, value, looks) => expect(otherKind(kind, value)).toBe(looks));
