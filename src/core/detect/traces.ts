import type { Detector } from './types';
import { isLuhn } from './money';

const BORN =
  /\b(?:born|birth|dob|d\.o\.b|født|fødsels|f\.d|geboren|geburts|geb\.|geboorte|née?|naissance|nacid[oa]|nacimiento|fecha de nac)/iu;
/** The word stands beside the date: further off it belongs to another one. */
const BORN_REACH = 28;
const MONTHS =
  'jan(?:uary|uar|uari|vier|eiro)?|enero|feb(?:ruary|ruar|ruari)?|février|fevr|febrero|mar(?:ch|ts|s|zo' +
  '|zec)?|märz|maart|mrt|apr(?:il)?|avril|abril|may|maj|mai|mei|mayo|jun(?:e|i|io)?|juin|jul(?:y|i|io)?' +
  '|juillet|aug(?:ust|ustus)?|août|aout|agosto|sep(?:t|tember|tembre)?|septiembre|okt(?:ober)?|oct(?:ober' +
  '|obre|ubre)?|nov(?:ember|embre|iembre)?|dec(?:ember)?|dez(?:ember)?|déc(?:embre)?|diciembre';

/** What devices leave behind, and what opens doors. */
export const TRACES: readonly Detector[] = [
  {
    id: 'ip-v4',
    kind: 'ip-address',
    score: 0.75,
    hint: /\d\./,
    pattern: /(?<![\d.])(?:(?:25[0-5]|2[0-4]\d|1?\d?\d)\.){3}(?:25[0-5]|2[0-4]\d|1?\d?\d)(?![\d.]*\d)/g,
    isValid: (value) => !/^(?:0\.|127\.|255\.|1\.[0-9]\.[0-9]\.[0-9]$)/.test(value),
  },
  {
    id: 'ip-v6',
    kind: 'ip-address',
    score: 0.85,
    hint: /:[\da-f]*:/i,
    pattern: /(?<![\da-f:])(?:[\da-f]{1,4}:){2,7}(?::?[\da-f]{1,4}){1,6}(?![\da-f:])/gi,
    isValid: isIpV6,
  },
  {
    id: 'mac-address',
    kind: 'mac-address',
    score: 0.85,
    hint: /[\da-f]{2}[:-]/i,
    pattern: /(?<![\da-f:-])[\da-f]{2}(?:([:-])[\da-f]{2})(?:\1[\da-f]{2}){4}(?![\da-f:-])/gi,
  },
  {
    id: 'imei',
    kind: 'device-id',
    score: 0.5,
    needsContext: true,
    context: /\b(?:imei|device|gerät|enhed|toestel)/iu,
    pattern: /(?<!\d)\d{15}(?!\d)/g,
    isValid: isLuhn,
  },
  {
    id: 'advertising-id',
    kind: 'device-id',
    score: 0.4,
    needsContext: true,
    context: /\b(?:idfa|gaid|advertising|device|enhed|gerät|toestel|install)/iu,
    pattern: /(?<![\da-f-])[\da-f]{8}-(?:[\da-f]{4}-){3}[\da-f]{12}(?![\da-f-])/gi,
  },
  {
    id: 'coordinates',
    kind: 'location',
    score: 0.7,
    hint: /\d\.\d{4}/,
    pattern: /(?<![\d.])-?(?:[1-8]?\d(?:\.\d{4,8})|90\.0{4,8})[,; ]{1,3}-?(?:1[0-7]\d|[1-9]?\d)\.\d{4,8}(?![\d.])/g,
  },
  {
    id: 'birth-date-iso',
    kind: 'birth-date',
    score: 0.35,
    needsContext: true,
    context: BORN,
    contextReach: BORN_REACH,
    pattern: /(?<![\d-])(?:19|20)\d{2}-(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01])(?![\d-])/g,
  },
  {
    id: 'birth-date',
    kind: 'birth-date',
    score: 0.35,
    needsContext: true,
    context: BORN,
    contextReach: BORN_REACH,
    pattern:
      /(?<![\d.])(?:0?[1-9]|[12]\d|3[01])[./-] ?(?:0?[1-9]|1[0-2])[./-] ?(?:(?:19|20)\d{2}|\d{2})(?![\d./-]\d|\d)/g,
  },
  {
    id: 'birth-date-words',
    kind: 'birth-date',
    score: 0.4,
    needsContext: true,
    context: BORN,
    contextReach: BORN_REACH,
    pattern: new RegExp(
      String.raw`(?<![\d.])(?:0?[1-9]|[12]\d|3[01])(?:\.|st|nd|rd|th|er)?,?(?: of| de| d')? ?(?:${MONTHS}` +
        String.raw`)\.?,?(?: de| del)? (?:19|20)\d{2}(?!\d)`,
      'giu',
    ),
  },
  {
    id: 'birth-date-month-first',
    kind: 'birth-date',
    score: 0.4,
    needsContext: true,
    context: BORN,
    contextReach: BORN_REACH,
    pattern: new RegExp(
      String.raw`(?<!\p{L})(?:${MONTHS})\.? (?:0?[1-9]|[12]\d|3[01])(?:st|nd|rd|th)?,? (?:19|20)\d{2}(?!\d)`,
      'giu',
    ),
  },
  {
    id: 'birth-date-compact',
    kind: 'birth-date',
    score: 0.35,
    needsContext: true,
    context: BORN,
    contextReach: BORN_REACH,
    pattern: /(?<![\d-])(?:19|20)\d{2}(?:0[1-9]|1[0-2])(?:0[1-9]|[12]\d|3[01])(?![\d-])/g,
  },
  {
    id: 'licence-plate',
    kind: 'licence-plate',
    score: 0.35,
    needsContext: true,
    context: /\b(?:plate|registration|nummerplade|kennzeichen|kenteken|reg\.?nr)/iu,
    pattern: new RegExp(
      String.raw`(?<![\dA-ZÄÖÜ])(?:[A-Z]{2} ?\d{2} ?\d{3}|[A-ZÄÖÜ]{1,3}[- ][A-Z]{1,2} ?\d{1,4}` +
        String.raw`|[A-Z]{2}\d{2} ?[A-Z]{3}|[A-Z\d]{2}-[A-Z\d]{2,3}-[A-Z\d]{1,2})(?![\dA-Z])`,
      'g',
    ),
  },
  {
    id: 'customer-number',
    kind: 'customer-number',
    score: 0.55,
    hint: /\d{3}/,
    pattern:
      /(?:customer|member|kunde|klant|loyalty|lid)[ -]?(?:no|nr|number|nummer|id)?[.:#]? ?(?<value>[A-Z]{0,2}-?\d{3,10})(?!\d)/giu,
  },
  {
    id: 'password',
    kind: 'password',
    score: 0.8,
    hint: /pass|pwd|kode|wacht|kenn/i,
    pattern:
      /\b(?:password|passwort|passwd|pwd|adgangskode|kodeord|wachtwoord|kennwort)\s{0,2}(?:is|er|ist|:|=)\s{0,2}(?<value>[^\s,;]{4,60})/giu,
  },
  {
    id: 'security-answer',
    kind: 'security-answer',
    score: 0.6,
    hint: /secur|maiden|sikker|sicher|beveil/i,
    pattern: new RegExp(
      String.raw`\b(?:security answer|mother'?s maiden name|sikkerhedssvar|sicherheitsantwort` +
        String.raw`|beveiligingsantwoord)\s{0,2}(?:is|er|ist|:|=)?\s{0,2}(?<value>[\p{L}][\p{L}\d .'-]{2,40})`,
      'giu',
    ),
  },
  {
    id: 'url-credentials',
    kind: 'secret',
    score: 0.97,
    hint: /:\/\//,
    pattern: /\b[a-z][a-z+]{2,10}:\/\/[^\s:/@]{1,40}:[^\s@/]{1,60}@[^\s/]{1,50}/gi,
  },
  {
    id: 'private-key',
    kind: 'secret',
    score: 0.95,
    hint: /BEGIN/,
    pattern: /-----BEGIN (?:[A-Z]{2,10} ){0,2}PRIVATE KEY-----/g,
  },
  {
    id: 'bearer-token',
    kind: 'secret',
    score: 0.8,
    hint: /bearer|token|api|secret/i,
    pattern:
      /\b(?:bearer|api[_-]?key|token|secret)["']?\s{0,2}[:= ]\s{0,2}["']?(?<value>(?=[\w-]{0,80}\d)[\w-]{20,100})/gi,
  },
];

function isIpV6(value: string): boolean {
  const groups = value.split(':');
  return (
    groups.length <= 8 &&
    (value.includes('::') ? value.indexOf('::') === value.lastIndexOf('::') : groups.length === 8) &&
    /[a-f]|\d{3}/i.test(value) &&
    !/^\d{1,2}:\d{2}:\d{2}$/.test(value)
  );
}
