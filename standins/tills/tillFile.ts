import type { WorldPerson } from '../world/people';
import { seeded } from '../world/random';

export const TILL_HEADER = 'line_id;signed_on;shop;loyalty_no;first_name;last_name;email;phone;country;purpose;tick';

const SHOPS = ['Aarhus', 'Odense', 'Aalborg', 'Esbjerg', 'Vejle', 'Flensburg', 'Groningen', 'Cork', 'York'];

export interface TillSign {
  id: string;
  on: string;
  person: WorldPerson;
  purpose: string;
  tick: 'J' | 'N' | 'W';
}

/** One line of the tills' file, as the tills write it: semicolons, quotes where a cell needs them. */
export function tillLine({ id, on, person, purpose, tick }: TillSign): string {
  const cell = (text: string | null) =>
    text && /[";\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : (text ?? '');
  return [
    id,
    on,
    SHOPS[person.n % SHOPS.length]!,
    person.loyaltyNo,
    person.givenName,
    person.familyName,
    person.email,
    person.phone,
    person.country,
    purpose,
    tick,
  ]
    .map(cell)
    .join(';');
}

/** The file of one night: sign-ups of that day, and now and then a withdrawal at the counter. */
export function nightlyFile(
  people: readonly WorldPerson[],
  day: string,
  seed: number,
  extra: readonly TillSign[] = [],
  count = 40,
): string {
  const random = seeded(seed);
  const loyal = people.filter(({ loyaltyNo, story }) => loyaltyNo && !story);
  const signs: TillSign[] = [];
  for (let i = 0; i < count; i++) {
    const person = random.pick(loyal);
    signs.push({
      id: `T${day.replaceAll('-', '')}-${String(i + 1).padStart(4, '0')}`,
      on: day,
      person,
      purpose: random.pick(['newsletter', 'newsletter', 'ride-statistics', 'partner-offers']),
      tick: random.chance(0.72) ? 'J' : random.chance(0.8) ? 'N' : 'W',
    });
  }
  return [TILL_HEADER, ...[...signs, ...extra].map(tillLine)].join('\r\n') + '\r\n';
}
