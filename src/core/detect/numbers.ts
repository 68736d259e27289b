import { stdnum } from 'stdnum';
import type { Detector } from './types';

interface StateNumber {
  country: string;
  validator: string;
  /** Digits and signs as written; the separators are optional. */
  pattern: string;
  /** Words that name the number there. */
  words: string;
  kind?: Detector['kind'];
  /** The shape alone says enough: letters, or signs at fixed places. */
  isDistinct?: boolean;
}

// Numbers that further states give to people; the arithmetic is that of the library. Where it is digits alone, a word
// of the kind has to stand near.
const TABLE: readonly StateNumber[] = [
  { country: 'AR', validator: 'dni', pattern: String.raw`\d{2}\.\d{3}\.\d{3}`, words: 'dni|documento' },
  {
    country: 'AT',
    validator: 'vnr',
    pattern: String.raw`\d{4} ?\d{6}`,
    words: 'svnr|sozialversicherung|versicherungsnummer|sv-nummer',
  },
  { country: 'AU', validator: 'tfn', pattern: String.raw`\d{3} ?\d{3} ?\d{3}`, words: 'tfn|tax file', kind: 'tax-id' },
  { country: 'BG', validator: 'egn', pattern: String.raw`\d{10}`, words: 'egn|егн' },
  {
    country: 'CL',
    validator: 'run',
    pattern: String.raw`\d{1,2}\.?\d{3}\.?\d{3}-[\dK]`,
    words: 'run|rut',
    isDistinct: true,
  },
  { country: 'CN', validator: 'ric', pattern: String.raw`\d{17}[\dX]`, words: 'ric|id card|身份证', isDistinct: true },
  { country: 'CZ', validator: 'rc', pattern: String.raw`\d{6}/\d{3,4}`, words: 'rodné číslo|rč', isDistinct: true },
  { country: 'EC', validator: 'ci', pattern: String.raw`\d{10}`, words: 'cédula|cedula' },
  { country: 'EE', validator: 'ik', pattern: String.raw`[1-8]\d{10}`, words: 'isikukood' },
  { country: 'GR', validator: 'amka', pattern: String.raw`\d{11}`, words: 'amka|αμκα' },
  { country: 'HK', validator: 'hkid', pattern: String.raw`[A-Z]{1,2}\d{6}\([\dA]\)`, words: 'hkid', isDistinct: true },
  { country: 'HR', validator: 'oib', pattern: String.raw`\d{11}`, words: 'oib' },
  { country: 'IL', validator: 'idnr', pattern: String.raw`\d{9}`, words: 'teudat|id number|mispar zehut' },
  { country: 'IN', validator: 'aadhaar', pattern: String.raw`[2-9]\d{3} ?\d{4} ?\d{4}`, words: 'aadhaar|uidai' },
  {
    country: 'IN',
    validator: 'pan',
    pattern: String.raw`[A-Z]{3}[ABCFGHLJPT][A-Z]\d{4}[A-Z]`,
    words: 'pan',
    kind: 'tax-id',
    isDistinct: true,
  },
  { country: 'IS', validator: 'kennitala', pattern: String.raw`\d{6}-?\d{4}`, words: 'kennitala' },
  { country: 'KR', validator: 'rrn', pattern: String.raw`\d{6}-[1-4]\d{6}`, words: 'rrn|주민등록', isDistinct: true },
  { country: 'LT', validator: 'asmens', pattern: String.raw`[3-6]\d{10}`, words: 'asmens kodas' },
  { country: 'LV', validator: 'pvn', pattern: String.raw`\d{6}-?\d{5}`, words: 'personas kods' },
  {
    country: 'MX',
    validator: 'curp',
    pattern: String.raw`[A-Z]{4}\d{6}[HM][A-Z]{5}[A-Z\d]\d`,
    words: 'curp',
    isDistinct: true,
  },
  { country: 'MY', validator: 'nric', pattern: String.raw`\d{6}-\d{2}-\d{4}`, words: 'nric|mykad', isDistinct: true },
  { country: 'PK', validator: 'cnic', pattern: String.raw`\d{5}-\d{7}-\d`, words: 'cnic', isDistinct: true },
  {
    country: 'PT',
    validator: 'nif',
    pattern: String.raw`[1235]\d{2} ?\d{3} ?\d{3}`,
    words: 'nif|contribuinte',
    kind: 'tax-id',
  },
  { country: 'PT', validator: 'cc', pattern: String.raw`\d{8} ?\d ?[A-Z\d]{2}\d`, words: 'cartão de cidadão|cidadão' },
  { country: 'RO', validator: 'cnp', pattern: String.raw`[1-8]\d{12}`, words: 'cnp|cod numeric' },
  { country: 'RS', validator: 'jmbg', pattern: String.raw`\d{13}`, words: 'jmbg|матични' },
  { country: 'SI', validator: 'emso', pattern: String.raw`\d{13}`, words: 'emšo|emso' },
  { country: 'SK', validator: 'rc', pattern: String.raw`\d{6}/\d{3,4}`, words: 'rodné číslo|rč', isDistinct: true },
  {
    country: 'TH',
    validator: 'idnr',
    pattern: String.raw`\d-?\d{4}-?\d{5}-?\d{2}-?\d`,
    words: 'thai id|บัตรประชาชน|id card',
  },
  { country: 'TR', validator: 'tckimlik', pattern: String.raw`[1-9]\d{10}`, words: 'kimlik|t\\.?c\\.?' },
  {
    country: 'TW',
    validator: 'natid',
    pattern: String.raw`[A-Z][12]\d{8}`,
    words: 'national id|身分證',
    isDistinct: true,
  },
  { country: 'UA', validator: 'rntrc', pattern: String.raw`\d{10}`, words: 'рнокпп|іпн|rntrc' },
  {
    country: 'ZA',
    validator: 'idnr',
    pattern: String.raw`\d{6} ?\d{4} ?\d{3}`,
    words: 'sa id|south african id|id number|identity number',
  },
];

const WORDS = 'national id|identity number|id number|id no|id-nr|personal number|personal code|social security|ssn';

type Library = Readonly<Record<string, Readonly<Record<string, { validate(value: string): { isValid: boolean } }>>>>;

export const NUMBERS: readonly Detector[] = TABLE.map(
  ({ country, validator, pattern, words, kind = 'national-id', isDistinct = false }) => {
    const check = (stdnum as unknown as Library)[country]?.[validator];
    return {
      id: `${country.toLowerCase()}-${validator}`,
      kind,
      score: isDistinct ? 0.75 : 0.5,
      needsContext: !isDistinct,
      context: new RegExp(String.raw`(?<!\p{L})(?:${words}|${WORDS})(?!\p{L})`, 'iu'),
      hint: /\d{2}/,
      pattern: new RegExp(String.raw`(?<![\p{L}\d.-])(?:${pattern})(?![\p{L}\d-])`, 'giu'),
      isValid: (value: string) => check?.validate(value.toUpperCase()).isValid ?? false,
    };
  },
);
