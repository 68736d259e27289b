import type { ChoiceInput } from '../src/core/ledger/schema';
import type { WorldPerson } from '../standins/world/people';
import { versionOn } from './purposes';

/** Of Americans the state is known: their law goes by it. */
export function countryOf(person: WorldPerson): string {
  return person.country === 'US' ? (person.city === 'Denver' ? 'US-CO' : 'US-CA') : person.country;
}

export function shopChoice(
  person: WorldPerson,
  at: string,
  purpose: string,
  answer: ChoiceInput['answer'],
  n: number,
  daysAgo = 400,
): ChoiceInput {
  return {
    occurredAt: at,
    identifiers: [
      { kind: 'email', value: person.email },
      ...(person.customerNo ? [{ kind: 'customer-number' as const, value: person.customerNo }] : []),
      ...(person.story === 'family' ? [] : [{ kind: 'phone' as const, value: person.phone }]),
    ],
    purpose,
    answer,
    ask: 'webshop-checkout',
    askVersion: versionOn('webshop-checkout', daysAgo),
    notice: 'privacy',
    noticeVersion: versionOn('privacy', daysAgo),
    method: 'tick-box',
    place: 'web shop checkout',
    country: countryOf(person),
    language: person.language,
    address: purpose === 'newsletter' && answer === 'grant' ? { channel: 'email', value: person.email } : null,
    name: { givenName: person.givenName, familyName: person.familyName },
    evidence: { ip: `192.0.2.${n % 250}`, form: { box: 'unticked by default' } },
    externalId: `evt_${80_000 + n}`,
  };
}
