import type { Detector } from '../types';

const STREET = String.raw`[\p{Lu}][\p{L}.'’-]{1,30}(?: [\p{L}.'’-]{1,30}){0,3}`;

export const CONTACT: readonly Detector[] = [
  { id: 'email', kind: 'email', score: 0.95, hint: /@/, pattern: /(?<![\w.+-])[\p{L}\d._%+'-]{1,64}@(?:[\p{L}\d-]{1,40}\.){1,4}\p{L}{2,20}(?![\p{L}\d])/gu },
  { id: 'phone-international', kind: 'phone', score: 0.85, hint: /\+|00/, pattern: /(?<![\w@.+]|[A-Z]{2}\d{2} )(?:\+|00)[1-9]\d{0,2}(?:[ ./()-]{0,2}\d){6,12}(?![\w@])/g },
  { id: 'phone-national', kind: 'phone', score: 0.35, needsContext: true, hint: /\d{2}/, context: /\b(?:phone|tel|telefon|mobil|handy|call|ring|nummer|number|tlf|reach me)/iu, pattern: /(?<![\w@.+:/-])\(?0?\d{2,5}\)?(?:[ ./-]?\d{2,4}){2,4}(?![\w@:-])/g, isValid: isNationalPhone },
  { id: 'address-street-first', kind: 'address', score: 0.75, hint: /\d/, pattern: new RegExp(String.raw`${STREET} \d{1,4} ?[a-zA-Z]?(?:,? (?:[0-9]{1,2}\. ?(?:sal|tv|th|mf)[.,]?))?,? ?\n? ?(?:[A-Z]{1,2}-)?\d{4,5}(?: ?[A-Z]{2})? [\p{Lu}][\p{L}'-]{2,30}`, 'gu') },
  { id: 'address-number-first', kind: 'address', score: 0.7, hint: /\d/, pattern: new RegExp(String.raw`\d{1,5}[a-zA-Z]? ${STREET} (?:Street|St|Road|Rd|Lane|Avenue|Ave|Drive|Close|Court|Terrace|Way)\b,?[ \n](?:[\p{Lu}][\p{L}.'-]{2,30},? ?\n?){0,2}(?:[A-Z]{1,2}\d[\dA-Z]? ?\d[A-Z]{2}|[A-Z]{2} \d{5})?`, 'gu') },
  { id: 'street-and-number', kind: 'address', score: 0.45, context: /\b(?:address|adresse|adres|lives? (?:at|in)|wohn|bor |woon|deliver|levering)/iu, pattern: /[\p{Lu}][\p{L}-]{2,30}(?:gade|vej|allé|stræde|straße|strasse|weg|platz|straat|laan|plein|gracht) \d{1,4} ?[a-zA-Z]?(?![\p{L}\d])/gu },
];

/** Eight digits or more, no date, no price, no order number that is all of a piece with a letter. */
function isNationalPhone(value: string): boolean {
  const digits = value.replace(/\D/g, '');
  return digits.length >= 8 && digits.length <= 12 && !/^\d{4}[-./]\d{2}[-./]\d{2}/.test(value) && !/^\d{1,2}[./-]\d{1,2}[./-]\d{4}$/.test(value) && !/^(\d)\1+$/.test(digits);
}
