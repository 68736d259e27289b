import type { PersonFacts } from '../../core/consent/types';
import type { PersonRow } from '../../db/persons/persons';

export function factsOf(row: PersonRow): PersonFacts {
  return { restricted: row.restricted_from ? [{ from: row.restricted_from, until: row.restricted_until }] : [], erasedAt: row.erased_at };
}
