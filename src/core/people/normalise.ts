import anyAscii from 'any-ascii';
import { parsePhoneNumberFromString, type CountryCode } from 'libphonenumber-js/max';
import { NICKNAMES } from './nicknames';
import { domainToAscii } from './idn';

/** Longest parts of an address (RFC 5321, 4.5.3.1). */
const LOCAL_PART = 64;
const DOMAIN = 253;
/**
 * What stands between addresses and in none: two in one cell are not one. Signs that turn the writing around, or that
 * nobody sees, hide another address.
 */
const NOT_IN_ADDRESS = /[\s,;<>()[\]\\"\p{Cc}\p{Cf}\p{Cs}]/u;

/**
 * An e-mail address as a strong key: trimmed, lower case, domain in its ASCII form.
 *
 * @example normaliseEmail(' Mette@Mail.Example ') // 'mette@mail.example'
 */
export function normaliseEmail(value: string): string | null {
  const text = value
    .normalize('NFKC')
    .trim()
    .toLowerCase()
    .replace(/^mailto:/, '');
  const at = text.lastIndexOf('@');
  const local = text.slice(0, at);
  if (at < 1 || at === text.length - 1 || local.length > LOCAL_PART || NOT_IN_ADDRESS.test(text) || local.includes('@'))
    return null;
  const domain = domainToAscii(text.slice(at + 1));
  return domain === null || domain.length > DOMAIN ? null : `${local}@${domain}`;
}

/** The loose key of an address: its sub-address dropped. @example looseEmail('a+b@c.example') // 'a@c.example' */
export function looseEmail(normalised: string): string {
  return normalised.replace(/\+[^@]*@/, '@');
}

/**
 * A phone number in E.164, read with the system's default country.
 * Numbers that only look like one keep their digits, so that unassigned ranges still compare.
 *
 * @example normalisePhone('10 12 34 56', 'DK') // '+4510123456'
 */
export function normalisePhone(value: string, defaultCountry: string | null): string | null {
  const text = value.normalize('NFKC').trim();
  const parsed = parsePhoneNumberFromString(
    text.replace(/^00(?=[1-9])/, '+'),
    (defaultCountry ?? undefined) as CountryCode | undefined,
  );
  if (parsed) return parsed.number;
  const digits = text.replace(/\D/g, '');
  return digits.length >= 6 && digits.length <= 15 && /^[\d\s()+./-]+$/.test(text)
    ? text.startsWith('+')
      ? `+${digits}`
      : digits
    : null;
}

const PARTICLES = new Set(['de', 'van', 'der', 'den', 'von', 'af', 'la', 'le', 'du', 'zu', 'ter', 'ten', 'o']);
/**
 * Name tokens, transliterated, without particles, in no order.
 *
 * @example nameTokens('R. de Wit') // ['r', 'wit']
 */
export function nameTokens(value: string): string[] {
  const text = anyAscii(value.normalize('NFKC')).toLowerCase().replace(/['’`]/g, '');
  const tokens = text.split(/[^a-z0-9]+/).filter((token) => token && !PARTICLES.has(token));
  return [...new Set(tokens)].sort();
}

/** The full form of a nickname, or the token itself. */
export function fullName(token: string): string {
  return NICKNAMES.get(token)?.[0] ?? token;
}

export function normalisePostcode(value: string): string {
  return value
    .normalize('NFKC')
    .toUpperCase()
    .replace(/[^A-Z0-9]/g, '');
}

export function normaliseText(value: string): string {
  return anyAscii(value.normalize('NFKC'))
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();
}

/** A customer number as compared: it belongs to one system, so the system is part of the key elsewhere. */
export function normaliseCustomerNumber(value: string): string {
  return value.normalize('NFKC').toUpperCase().replace(/[\s#]/g, '');
}
