import { normaliseEmail, normalisePhone } from '../people/normalise';
import { isOtherName } from '../people/names';
import { contactsIn } from './contacts';
import { detect } from './detect';
import { DETECTORS } from './all';

// Numbers of their own kind, however much they look like somebody's telephone.
const NO_PHONES = DETECTORS.filter(({ kind }) =>
  [
    'payment-card',
    'iban',
    'bank-account',
    'national-id',
    'tax-id',
    'medical-id',
    'customer-number',
    'device-id',
  ].includes(kind),
);

export interface KnownPerson {
  emails: readonly string[];
  phones: readonly string[];
  names: readonly string[];
  country: string | null;
}

/** Where a quoted reply says whose words follow: "On 3 Sep 2026, Jonas Vind wrote:", "Den … skrev Jonas Vind:". */
const ATTRIBUTION = new RegExp(
  String.raw`(?:^|\n)[> ]*(?:On|Den|Am|Op)\s[^\n]{4,120}?(?:,|\s)\s?([\p{Lu}][\p{L}.'’-]+` +
    String.raw`(?: [\p{Lu}\p{Ll}][\p{L}.'’-]+){1,3})\s*(?:<[^>\n]*>)?\s*(?:wrote|skrev|schrieb|schreef)\s*:`,
  'gu',
);

/**
 * Who else a message speaks of: addresses, numbers and quoted authors that are neither the person's nor the
 * organisation's.
 *
 * @param ownDomains mail domains of the organisation, lower case
 * @returns the values as they stand in the text, each once
 */
export function otherPeopleIn(
  text: string,
  person: KnownPerson,
  ownDomains: readonly string[],
  ownPhones: readonly string[] = [],
): string[] {
  const own = new Set([
    ...person.emails.map((email) => normaliseEmail(email)),
    ...person.phones.map((phone) => normalisePhone(phone, person.country)),
    ...ownPhones.map((phone) => normalisePhone(phone, person.country)),
  ]);
  const others = new Set<string>();
  const contacts = contactsIn(text);
  const numbers = contacts.some(({ kind }) => kind === 'phone') ? detect(text, NO_PHONES) : [];
  for (const span of contacts) {
    if (span.kind === 'email') {
      const email = normaliseEmail(span.value);
      if (email && !own.has(email) && !ownDomains.some((domain) => email.endsWith(`@${domain}`)))
        others.add(span.value);
    } else if (!numbers.some(({ start, end }) => start < span.end && span.start < end)) {
      const phone = normalisePhone(span.value, person.country);
      if (phone && span.value.replace(/\D/g, '').length >= 8 && !own.has(phone)) others.add(span.value);
    }
  }
  for (const match of text.matchAll(ATTRIBUTION)) {
    const name = match[1]!;
    const isOrganisation = /support|team|service/i.test(name);
    if (!isOrganisation && person.names.every((known) => isOtherName(known, name))) others.add(name);
  }
  return [...others];
}
