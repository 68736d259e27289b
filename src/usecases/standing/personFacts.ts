import type { PersonFacts } from '../../core/ledger/types';
import { factsOfPersons, type FactRow, type PersonRow } from '../../db/people/persons';
import type { Handle } from '../../db/shared/handle';

/** The dated facts of a person, as far as they were known at a moment (an instant). */
export function factsOf(row: PersonRow, later: readonly FactRow[] = [], knownAt: string | null = null): PersonFacts {
  // What was learnt later never changes what was known before. A restriction and an erasure are known from when they hold; what stands on
  // the person itself from when they were first met.
  const isKnown = (since: string) => knownAt === null || Date.parse(since) <= Date.parse(knownAt);
  const known = later.filter(({ person_id, recorded_at }) => person_id === row.id && isKnown(recorded_at));
  const years = known.filter(({ fact }) => fact === 'birth-year');
  return {
    restricted:
      row.restricted_from && isKnown(row.restricted_from)
        ? [{ from: row.restricted_from, until: row.restricted_until }]
        : [],
    erasedAt: row.erased_at && isKnown(row.erased_at) ? row.erased_at : null,
    countries: [
      ...(row.country && isKnown(row.created_at) ? [{ from: null, country: row.country }] : []),
      ...known
        .filter(({ fact }) => fact === 'country')
        .map(({ valid_from, value }) => ({ from: valid_from, country: value })),
    ],
    bought: known
      .filter(({ fact }) => fact === 'bought')
      .map(({ valid_from, value }) => ({ at: valid_from, address: value })),
    birthYear: years.length > 0 ? Number(years.at(-1)!.value) : isKnown(row.created_at) ? row.birth_year : null,
  };
}

/** The same for several people at once. */
export async function factsOfAll(
  h: Handle,
  rows: readonly PersonRow[],
  knownAt: string | null = null,
): Promise<Map<string, PersonFacts>> {
  const later = await factsOfPersons(
    h,
    rows.map(({ id }) => id),
  );
  return new Map(rows.map((row) => [row.id, factsOf(row, later, knownAt)]));
}
