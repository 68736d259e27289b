import { detect } from '../detect/detect';

/** Kinds of personal data that no field is called by: where a name is one, it is a value that was used as a key. */
const VALUES = new Set([
  'email',
  'phone',
  'iban',
  'payment-card',
  'national-id',
  'tax-id',
  'person-name',
  'ip-address',
  'customer-number',
  'device-id',
]);
/** A number that is nobody's field: of an account, an order, a person. */
const NUMBER = /^\+?\d[\d .-]{4,}$/;

/**
 * A field's name without values of people in it: some sources key what they say by whom they say it of. What is found
 * while classifying never becomes a name in the register.
 *
 * @example fieldNameOf('by_phone.+45 20 30 40 50.since') // 'by_phone.*.since'
 */
export function fieldNameOf(given: string): string {
  const name = given
    .split('.')
    .map((part) => (NUMBER.test(part) ? '*' : part))
    .join('.');
  let clean = '';
  let at = 0;
  for (const { start, end, kind } of detect(name)) {
    if (!VALUES.has(kind)) continue;
    clean += `${name.slice(at, start)}*`;
    at = end;
  }
  return clean + name.slice(at);
}
