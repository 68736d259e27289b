import type { Detector } from './types';

export const MONEY: readonly Detector[] = [
  {
    id: 'iban',
    kind: 'iban',
    score: 0.95,
    hint: /[A-Z]{2}\d{2}/i,
    pattern: /(?<![A-Z\d])[A-Z]{2}\d{2}(?:[ -]?[A-Z\d]{4}){2,7}(?:[ -]?[A-Z\d]{1,3})?(?![A-Z\d])/gi,
    take: ibanIn,
  },
  {
    id: 'payment-card',
    kind: 'payment-card',
    score: 0.9,
    hint: /\d{4}/,
    pattern: /(?<![\d.-]|[A-Z]\d? ?)[2-6]\d{3}(?:[ -]?\d){9,15}(?![\d-])/g,
    isValid: isCard,
  },
  {
    id: 'payment-card-other',
    kind: 'payment-card',
    score: 0.6,
    needsContext: true,
    context: /\b(?:card|kort|karte|kaart|carte|tarjeta|maestro|debit)/iu,
    hint: /\d{2}/,
    pattern: /(?<![\d.-])[56]\d(?:[ -]?\d){10,17}(?![\d-])/g,
    isValid: isLuhn,
  },
  {
    id: 'bic',
    kind: 'bank-account',
    score: 0.3,
    needsContext: true,
    context: /\b(?:bic|swift)\b/i,
    pattern: /(?<![A-Z\d])[A-Z]{6}[A-Z\d]{2}(?:[A-Z\d]{3})?(?![A-Z\d])/g,
  },
  {
    id: 'uk-sort-code',
    kind: 'bank-account',
    score: 0.4,
    needsContext: true,
    context: /sort[ -]?code|account/i,
    pattern: /(?<![\d-])\d{2}-\d{2}-\d{2}(?:[ ,;:/]{1,3}(?:a\/?c:? ?)?\d{8})?(?![\d-])/g,
  },
  {
    id: 'bank-account',
    kind: 'bank-account',
    score: 0.35,
    needsContext: true,
    context: /\b(?:kontonummer|konto|reg\.? ?nr|account (?:no|number)|kontonr|rekening)/i,
    pattern: /(?<![\d-])\d{4}[ -]\d{6,10}(?![\d-])/g,
  },
];

/** Length by country (ISO 13616 registry). */
const IBAN_LENGTHS: Readonly<Record<string, number>> = {
  AD: 24,
  AE: 23,
  AL: 28,
  AT: 20,
  AZ: 28,
  BA: 20,
  BE: 16,
  BG: 22,
  BH: 22,
  BR: 29,
  CH: 21,
  CR: 22,
  CY: 28,
  CZ: 24,
  DE: 22,
  DK: 18,
  DO: 28,
  EE: 20,
  EG: 29,
  ES: 24,
  FI: 18,
  FO: 18,
  FR: 27,
  GB: 22,
  GE: 22,
  GI: 23,
  GL: 18,
  GR: 27,
  HR: 21,
  HU: 28,
  IE: 22,
  IL: 23,
  IS: 26,
  IT: 27,
  JO: 30,
  KW: 30,
  KZ: 20,
  LB: 28,
  LI: 21,
  LT: 20,
  LU: 20,
  LV: 21,
  MC: 27,
  MD: 24,
  ME: 22,
  MK: 19,
  MT: 31,
  NL: 18,
  NO: 15,
  PK: 24,
  PL: 28,
  PT: 25,
  QA: 29,
  RO: 24,
  RS: 22,
  SA: 24,
  SE: 24,
  SI: 19,
  SK: 24,
  SM: 27,
  TN: 24,
  TR: 26,
  UA: 29,
  XK: 20,
};

const mod97 = (digits: string): number => [...digits].reduce((rest, digit) => (rest * 10 + Number(digit)) % 97, 0);

/** What the banks of a country check inside of the account number. */
const INNER: Readonly<Record<string, (account: string) => boolean>> = {
  BE: (account) => (mod97(account.slice(0, 10)) || 97) === Number(account.slice(10)),
  PT: (account) => 98 - mod97(`${account.slice(0, 19)}00`) === Number(account.slice(19)),
  NO: (account) => weighted(account, [5, 4, 3, 2, 7, 6, 5, 4, 3, 2, 1]) % 11 === 0,
  ES: (account) => spanish(`00${account.slice(0, 8)}`) === account[8] && spanish(account.slice(10)) === account[9],
  FR: (account) => mod97([...account].map(ribDigit).join('')) === 0,
};

function weighted(digits: string, weights: readonly number[]): number {
  return weights.reduce((sum, weight, i) => sum + weight * Number(digits[i]), 0);
}

function spanish(ten: string): string {
  const rest = 11 - (weighted(ten, [1, 2, 4, 8, 5, 10, 9, 7, 3, 6]) % 11);
  return String(rest === 11 ? 0 : rest === 10 ? 1 : rest);
}

/** Letters of a French account number as the digits they stand for. */
function ribDigit(character: string): string {
  if (/\d/.test(character)) return character;
  const at = character.charCodeAt(0) - 65;
  return String(at < 18 ? (at % 9) + 1 : ((at - 18) % 8) + 2);
}

/** As many letters and figures as an account number of the country has; what follows belongs to the sentence. */
function ibanIn(value: string): string | null {
  const length = IBAN_LENGTHS[value.slice(0, 2).toUpperCase()];
  let count = 0;
  for (let at = 0; length && at < value.length; at++) {
    if (!/[ -]/.test(value[at]!)) count++;
    if (count < length) continue;
    const own = value.slice(0, at + 1);
    return !/[A-Z\d]/i.test(value[at + 1] ?? ' ') && isIban(own) ? own : null;
  }
  return null;
}

/** Mod 97 of ISO 13616, the length of the country, and what its banks check inside. */
export function isIban(value: string): boolean {
  const compact = value.replace(/[ -]/g, '').toUpperCase();
  const country = compact.slice(0, 2);
  // Check digits are 98 less a remainder: from 02 to 98.
  if (IBAN_LENGTHS[country] !== compact.length || !/^(0[2-9]|[1-8]\d|9[0-8])$/.test(compact.slice(2, 4))) return false;
  let rest = 0;
  for (const character of compact.slice(4) + compact.slice(0, 4)) {
    const digits = character >= 'A' ? String(character.charCodeAt(0) - 55) : character;
    for (const digit of digits) rest = (rest * 10 + Number(digit)) % 97;
  }
  return rest === 1 && (INNER[country]?.(compact.slice(4)) ?? true);
}

/** Beginnings and lengths of the schemes: by these a number is one of theirs (ISO/IEC 7812-1). */
const SCHEMES: readonly [RegExp, readonly number[]][] = [
  [/^4/, [13, 16, 19]],
  [/^(?:5[1-5]|222[1-9]|22[3-9]|2[3-6]|27[01]|2720)/, [16]],
  [/^3[47]/, [15]],
  [/^(?:6011|64[4-9]|65)/, [16, 19]],
  [/^(?:30[0-5]|3[689])/, [14, 16]],
  [/^35(?:2[89]|[3-8])/, [16, 19]],
  [/^62/, [16, 17, 18, 19]],
];

function isCard(value: string): boolean {
  const digits = value.replace(/\D/g, '');
  return SCHEMES.some(([begins, lengths]) => begins.test(digits) && lengths.includes(digits.length)) && isLuhn(digits);
}

/** ISO/IEC 7812 annex B. */
export function isLuhn(value: string): boolean {
  const digits = value.replace(/\D/g, '');
  let sum = 0;
  for (let i = 0; i < digits.length; i++) {
    const digit = Number(digits[digits.length - 1 - i]);
    sum += i % 2 === 0 ? digit : digit > 4 ? digit * 2 - 9 : digit * 2;
  }
  return digits.length > 11 && sum % 10 === 0 && !/^(\d)\1+$/.test(digits);
}
