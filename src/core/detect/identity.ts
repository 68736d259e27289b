import { stdnum } from 'stdnum';
import type { Detector } from './types';

const valid = (validator: { validate(value: string): { isValid: boolean } } | undefined) => (value: string) =>
  validator?.validate(value.toUpperCase()).isValid ?? false;
const WORDS = new RegExp(
  String.raw`\b(?:id|ssn|cpr|bsn|pps|nino|nhs|national|identity|personal|social security|personnummer` +
    String.raw`|fødselsnummer|f\.?nr|steuer|ausweis|identifikation|burgerservice|insurance|codice|fiscal|pesel` +
    String.raw`|dni|nie|cpf|sin|ahv|avs|henkilö|rijksregister)`,
  'iu',
);

/**
 * Numbers a state gives to people. Where many other numbers would pass the arithmetic, a word of the kind has to stand
 * near.
 */
export const IDENTITY: readonly Detector[] = [
  {
    id: 'dk-cpr',
    kind: 'national-id',
    score: 0.7,
    context: WORDS,
    hint: /\d{6}/,
    pattern: /(?<![\d-])(?:0[1-9]|[12]\d|3[01])(?:0[1-9]|1[0-2])\d{2}[- ]?\d{4}(?![\d-])/g,
    isValid: isCpr,
  },
  {
    id: 'de-tax-id',
    kind: 'tax-id',
    score: 0.55,
    context: WORDS,
    needsContext: true,
    hint: /\d{2}/,
    pattern: /(?<!\d)[1-9]\d ?\d{3} ?\d{3} ?\d{3}(?!\d)/g,
    isValid: valid(stdnum.DE?.['idnr']),
  },
  {
    id: 'de-social-insurance',
    kind: 'national-id',
    score: 0.75,
    context: WORDS,
    hint: /\d{2}/,
    pattern: /(?<![\dA-Z])\d{2} ?\d{6} ?[A-Z] ?\d{3}(?!\d)/gi,
    isValid: valid(stdnum.DE?.['svnr']),
  },
  {
    id: 'nl-bsn',
    kind: 'national-id',
    score: 0.5,
    context: WORDS,
    needsContext: true,
    hint: /\d{4}/,
    pattern: /(?<![\d.])\d{4}\.?\d{2}\.?\d{3}(?!\d)/g,
    isValid: valid(stdnum.NL?.['bsn']),
  },
  {
    id: 'ie-pps',
    kind: 'national-id',
    score: 0.75,
    context: WORDS,
    hint: /\d{7}[A-W]/i,
    pattern: /(?<![\dA-Z])\d{7}[A-W][A-IW]?(?![\dA-Z])/gi,
    isValid: valid(stdnum.IE?.['pps']),
  },
  {
    id: 'gb-nino',
    kind: 'national-id',
    score: 0.8,
    context: WORDS,
    hint: /\d{2}/,
    pattern:
      /(?<![\dA-Z])(?!BG|GB|KN|NK|NT|TN|ZZ)[A-CEGHJ-PR-TW-Z][A-CEGHJ-NPR-TW-Z] ?\d{2} ?\d{2} ?\d{2} ?[A-D](?![\dA-Z])/gi,
  },
  {
    id: 'gb-nhs',
    kind: 'medical-id',
    score: 0.5,
    context: /\bnhs\b/i,
    needsContext: true,
    hint: /\d{3}/,
    pattern: /(?<!\d)\d{3}[ -]?\d{3}[ -]?\d{4}(?!\d)/g,
    isValid: isNhs,
  },
  {
    id: 'se-personnummer',
    kind: 'national-id',
    score: 0.7,
    context: WORDS,
    hint: /\d{6}[-+]/,
    pattern: /(?<!\d)(?:19|20)?\d{6}[-+]\d{4}(?!\d)/g,
    isValid: valid(stdnum.SE?.['personnummer']),
  },
  {
    id: 'no-fodselsnummer',
    kind: 'national-id',
    score: 0.65,
    context: WORDS,
    hint: /\d{6}/,
    pattern: /(?<!\d)\d{6} ?\d{5}(?!\d)/g,
    isValid: valid(stdnum.NO?.['fodselsnummer']),
  },
  {
    id: 'fi-hetu',
    kind: 'national-id',
    score: 0.85,
    context: WORDS,
    hint: /\d{6}/,
    pattern: /(?<!\d)\d{6}[-+A-FU-Y]\d{3}[\dA-Y](?![\dA-Z])/gi,
    isValid: valid(stdnum.FI?.['hetu']),
  },
  {
    id: 'fr-nir',
    kind: 'national-id',
    score: 0.8,
    context: WORDS,
    hint: /[12] ?\d{2}/,
    pattern: /(?<!\d)[12] ?\d{2} ?(?:0[1-9]|1[0-2]) ?(?:\d{2}|2[AB]) ?\d{3} ?\d{3} ?\d{2}(?!\d)/gi,
    isValid: valid(stdnum.FR?.['nir']),
  },
  {
    id: 'es-dni',
    kind: 'national-id',
    score: 0.75,
    context: WORDS,
    hint: /\d{8}/,
    pattern: /(?<![\dA-Z])\d{8}-?[A-HJ-NP-TV-Z](?![\dA-Z])/gi,
    isValid: valid(stdnum.ES?.['dni']),
  },
  {
    id: 'es-nie',
    kind: 'national-id',
    score: 0.8,
    context: WORDS,
    hint: /[XYZ]-?\d/i,
    pattern: /(?<![\dA-Z])[XYZ]-?\d{7}-?[A-HJ-NP-TV-Z](?![\dA-Z])/gi,
    isValid: valid(stdnum.ES?.['nie']),
  },
  {
    id: 'it-codice-fiscale',
    kind: 'national-id',
    score: 0.9,
    context: WORDS,
    hint: /[A-Z]{6}\d/i,
    pattern: /(?<![\dA-Z])[A-Z]{6}\d{2}[A-EHLMPRST]\d{2}[A-Z]\d{3}[A-Z](?![\dA-Z])/gi,
    isValid: valid(stdnum.IT?.['codicefiscale']),
  },
  {
    id: 'pl-pesel',
    kind: 'national-id',
    score: 0.55,
    context: WORDS,
    needsContext: true,
    hint: /\d{11}/,
    pattern: /(?<!\d)\d{11}(?!\d)/g,
    isValid: valid(stdnum.PL?.['pesel']),
  },
  {
    id: 'be-national-number',
    kind: 'national-id',
    score: 0.75,
    context: WORDS,
    hint: /\d{2}\./,
    pattern: /(?<!\d)\d{2}\.\d{2}\.\d{2}-\d{3}\.\d{2}(?!\d)/g,
    isValid: valid(stdnum.BE?.['nn']),
  },
  {
    id: 'us-ssn',
    kind: 'national-id',
    score: 0.6,
    context: WORDS,
    hint: /\d{3}-/,
    pattern: /(?<![\d-])(?!000|666|9)\d{3}-(?!00)\d{2}-(?!0000)\d{4}(?![\d-])/g,
  },
  {
    id: 'ca-sin',
    kind: 'national-id',
    score: 0.5,
    context: /\b(?:sin|nas|social insurance)\b/i,
    needsContext: true,
    hint: /\d{3}/,
    pattern: /(?<!\d)\d{3}[ -]\d{3}[ -]\d{3}(?!\d)/g,
    isValid: valid(stdnum.CA?.['sin']),
  },
  {
    id: 'br-cpf',
    kind: 'national-id',
    score: 0.8,
    context: WORDS,
    hint: /\d{3}\./,
    pattern: /(?<!\d)\d{3}\.\d{3}\.\d{3}-\d{2}(?!\d)/g,
    isValid: valid(stdnum.BR?.['cpf']),
  },
  {
    id: 'ch-ahv',
    kind: 'national-id',
    score: 0.9,
    context: WORDS,
    hint: /756/,
    pattern: /(?<!\d)756\.?\d{4}\.?\d{4}\.?\d{2}(?!\d)/g,
    isValid: valid(stdnum.CH?.['ssn']),
  },
  {
    id: 'passport',
    kind: 'passport',
    score: 0.4,
    needsContext: true,
    context: /\b(?:passport|reisepass|paspoort|pas(?:nummer)?)\b/iu,
    pattern: /(?<![\dA-Z])(?:[A-Z]{1,2}\d{6,8}|[CFGHJKLMNPRTVWXYZ][\dCFGHJKLMNPRTVWXYZ]{8}|\d{9})(?![\dA-Z])/g,
  },
  {
    id: 'driving-licence',
    kind: 'driving-licence',
    score: 0.4,
    needsContext: true,
    context: /\b(?:driving licen[cs]e|driver'?s licen[cs]e|kørekort|führerschein|rijbewijs)/iu,
    pattern: /(?<![\dA-Z])(?=[A-Z\d]{0,15}\d)[A-Z\d]{8,16}(?![\dA-Z])/g,
  },
  {
    id: 'health-insurance',
    kind: 'health-insurance-id',
    score: 0.4,
    needsContext: true,
    context: /\b(?:health insurance|krankenvers|versichertennummer|sygesikring|zorgverzeker|member id|policy)/iu,
    pattern: /(?<![\dA-Z])[A-Z]{0,3}\d{8,12}(?![\dA-Z])/g,
  },
];

/** A date that exists; the last figure's arithmetic was given up in 2007, so it is not asked for. */
function isCpr(value: string): boolean {
  const [day, month] = [Number(value.slice(0, 2)), Number(value.slice(2, 4))];
  return day <= [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][month - 1]!;
}

/** Mod 11 of the NHS number. */
function isNhs(value: string): boolean {
  const digits = value.replace(/\D/g, '');
  let sum = 0;
  for (let i = 0; i < 9; i++) sum += Number(digits[i]) * (10 - i);
  return (11 - (sum % 11)) % 11 === Number(digits[9]);
}
