import type { Detector } from '../types';

export const MONEY: readonly Detector[] = [
  { id: 'iban', kind: 'iban', score: 0.95, hint: /[A-Z]{2}\d{2}/, pattern: /(?<![A-Z\d])[A-Z]{2}\d{2}(?: ?[A-Z\d]{4}){2,7}(?: ?[A-Z\d]{1,3})?(?![A-Z\d])/g, isValid: isIban },
  { id: 'payment-card', kind: 'payment-card', score: 0.9, hint: /\d{4}/, pattern: /(?<![\d.-])(?:3[47]\d{2}[ -]?\d{6}[ -]?\d{5}|(?:4\d{3}|5[1-5]\d{2}|2[2-7]\d{2}|6(?:011|5\d{2}))(?:[ -]?\d{4}){3})(?![\d-])/g, isValid: isLuhn },
  { id: 'bic', kind: 'bank-account', score: 0.3, needsContext: true, context: /\b(?:bic|swift)\b/i, pattern: /(?<![A-Z\d])[A-Z]{6}[A-Z\d]{2}(?:[A-Z\d]{3})?(?![A-Z\d])/g },
  { id: 'uk-sort-code', kind: 'bank-account', score: 0.4, needsContext: true, context: /sort[ -]?code|account/i, pattern: /(?<![\d-])\d{2}-\d{2}-\d{2}(?:[ ,;:/]{1,3}(?:a\/?c:? ?)?\d{8})?(?![\d-])/g },
  { id: 'bank-account', kind: 'bank-account', score: 0.35, needsContext: true, context: /\b(?:kontonummer|konto|reg\.? ?nr|account (?:no|number)|kontonr|rekening)/i, pattern: /(?<![\d-])\d{4}[ -]\d{6,10}(?![\d-])/g },
];

/** Mod 97 of ISO 13616. */
export function isIban(value: string): boolean {
  const compact = value.replace(/ /g, '');
  if (compact.length < 15 || compact.length > 34) return false;
  let rest = 0;
  for (const character of compact.slice(4) + compact.slice(0, 4)) {
    const digits = character >= 'A' ? String(character.charCodeAt(0) - 55) : character;
    for (const digit of digits) rest = (rest * 10 + Number(digit)) % 97;
  }
  return rest === 1;
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
