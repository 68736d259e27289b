import { HELD_WORDS } from '../words/sections';
import { detect } from './detect';
import type { Language } from '../letters/mailings';
import { plainFieldName, type Holds } from '../systems/fieldHolds';
import { DETECTORS } from './all';

/**
 * A text in which values of some kinds are only said to be held. For laws that forbid handing them over even to the
 * person, because whoever pretends to be them would be given the most dangerous of all. Source: 11 CCR 7024(d).
 *
 * @param kinds as in a regime's `neverDisclose`
 * @returns the text, and how many values of each kind it held
 * @example sayHeld('card 4111 1111 1111 1111', ['payment-card']).text // 'card [payment card is held]'
 */
export function sayHeld(
  text: string,
  kinds: readonly string[],
  language: Language,
): { text: string; held: Record<string, number> } {
  const held: Record<string, number> = {};
  if (kinds.length === 0) return { text, held };
  let out = '';
  let at = 0;
  for (const span of detect(
    text,
    DETECTORS.filter(({ kind }) => kinds.includes(kind)),
  )) {
    out += `${text.slice(at, span.start)}${heldWords(span.kind, language)}`;
    held[span.kind] = (held[span.kind] ?? 0) + 1;
    at = span.end;
  }
  return { text: out + text.slice(at), held };
}

/** What a confirmed meaning makes of a field's values. */
const BY_MEANING: Partial<Record<Holds, string>> = {
  'national-id': 'national-id',
  'tax-number': 'national-id',
  'bank-account': 'bank-account',
  'payment-card': 'payment-card',
};

/**
 * Words of field names, apart at their underscores, that say what no value need show. Source: the list of 11 CCR
 * 7024(d).
 */
const BY_NAME: readonly [RegExp, string][] = [
  [
    new RegExp(
      String.raw`(^|_)(ssn|social_security|national_id|tax_id|tin|passport|military_id|state_id|government_id` +
        String.raw`|alien|green_card|cpr|bsn|identity_(no|nr|number)|id_card)(_|$)`,
    ),
    'national-id',
  ],
  [
    /(^|_)(drivers?_?licen[cs]e|driving_licen[cs]e|dl_(no|number)|kor[ek]kort|fuhrerschein|rijbewijs)(_|$)/,
    'driving-licence',
  ],
  [
    /(^|_)(iban|bank_account|account_(no|nr|number)|routing|sort_code|kontonr|kontonummer|rekening)(_|$)/,
    'bank-account',
  ],
  [/(^|_)((credit|debit|payment)_?card|card_(no|number|pan)|cc_(no|num|number)|cvv|cvc|pan)(_|$)/, 'payment-card'],
  [
    /(^|_)(health_insurance|insurance_(id|no|number|member)|policy_(no|number)|member_insurance|subscriber_id|medicare|medicaid)(_|$)/,
    'health-insurance-id',
  ],
  [/(^|_)(mrn|medical_(id|record)(_(no|number))?|patient_(id|no|number)|nhs_(no|number))(_|$)/, 'medical-id'],
  [
    new RegExp(
      String.raw`(^|_)(password|passwd|passwort|pwd|passcode|pin(_code)?|adgangskode|wachtwoord|secret|api_key` +
        String.raw`|token|otp_seed)(_(hash|salt|digest))?(_|$)`,
    ),
    'password',
  ],
  [
    /(^|_)(security_(question|answer)|secret_(question|answer)|mothers_maiden(_name)?|maiden_name|recovery_(question|answer))(_\d)?(_|$)/,
    'security-answer',
  ],
  [
    /(^|_)(fingerprint|face_(print|template|id)|faceprint|retina|iris|voice_?print|biometric|palm_print|dna)(_|$)/,
    'biometric',
  ],
];

/**
 * Of which kind a whole field is by what was confirmed of it, else by its name: what it holds is only said to be held,
 * whatever its values look like. Null: its values are looked at.
 *
 * @param kinds as in a regime's `neverDisclose`
 * @example heldByField('drivers_license', null, ['driving-licence']) // 'driving-licence'
 */
export function heldByField(name: string, meaning: Holds | null, kinds: readonly string[]): string | null {
  const plain = plainFieldName(name.split('.').at(-1)!);
  const kind =
    (meaning ? BY_MEANING[meaning] : undefined) ??
    (meaning === null || meaning === 'free-text' ? BY_NAME.find(([pattern]) => pattern.test(plain))?.[1] : undefined);
  return kind && kinds.includes(kind) ? kind : null;
}

/** @example heldWords('payment-card', 'en') // '[payment card is held]' */
export function heldWords(kind: string, language: Language): string {
  const { is, kinds } = HELD_WORDS[language];
  return `[${kinds[kind] ?? kind.replace(/-/g, ' ')} ${is}]`;
}
