import { nameOf } from './compare';
import { compareNames } from '../people/names';
import { normaliseEmail, normalisePhone } from '../people/normalise';
import type { PersonRecord } from '../people/record';

/**
 * What a record says of its own subject, as far as it may teach new search keys. A record that names somebody else
 * teaches nothing; of several values of one kind nobody can tell which is the subject's and which another party's
 * (owner and contact, buyer and clerk): none of them teaches.
 *
 * @example teaches({ givenName: 'Ida', familyName: 'Vang' }, { givenName: 'Ida', familyName: 'Vang', emails:
 *   ['ida@a.example', 'clerk@b.example'] }).emails // []
 */
export function teaches(known: PersonRecord, found: PersonRecord): PersonRecord {
  if (compareNames(nameOf(known), nameOf(found)) === 'different') return {};
  const country = found.country ?? known.country ?? null;
  const sole = <T>(values: readonly T[] | undefined, same: (value: T) => string | null): T[] => {
    const distinct = new Map((values ?? []).map((value) => [same(value) ?? '', value]));
    return distinct.size === 1 ? [...distinct.values()] : [];
  };
  const systems = [...new Set((found.customerNumbers ?? []).map(({ system }) => system))];
  return {
    country,
    // An address is one record's one: where it lives is taught only as a whole.
    ...(found.street && found.postcode ? { street: found.street, postcode: found.postcode } : {}),
    emails: sole(found.emails, normaliseEmail),
    phones: sole(found.phones, (phone) => normalisePhone(phone, country)),
    customerNumbers: systems.flatMap((system) =>
      sole(
        found.customerNumbers!.filter((one) => one.system === system),
        ({ value }) => value,
      ),
    ),
  };
}
