import type { DataKeyId, PersonId, SystemId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';
import { insertRows } from '../shared/insertRows';

export interface PersonRow {
  id: PersonId;
  no: number;
  data_key_id: DataKeyId;
  name_sealed: Buffer | null;
  country: string | null;
  language: string | null;
  created_at: string;
  restricted_from: string | null;
  restricted_until: string | null;
  erased_at: string | null;
  birth_year: number | null;
  is_linked: boolean;
}

export interface IdentifierRow {
  person_id: PersonId;
  kind: string;
  scope: string;
  value_sealed: Buffer;
  hash: Buffer;
  loose_hash: Buffer | null;
  source_system: SystemId;
  first_seen_at: string;
}

/** Numbers for people who are about to be written. */
export async function nextPersonNos(h: Handle, count: number): Promise<number[]> {
  if (count === 0) return [];
  const { rows }: { rows: { no: number }[] } = await h.trx.raw(
    "select nextval(pg_get_serial_sequence('persons', 'no'))::int as no from generate_series(1, ?)",
    [count],
  );
  return rows.map(({ no }) => no);
}

export async function insertPersons(h: Handle, rows: readonly PersonRow[]): Promise<void> {
  await insertRows(
    h,
    'persons',
    [
      'id',
      'no',
      'data_key_id',
      'name_sealed',
      'country',
      'language',
      'created_at',
      'restricted_from',
      'restricted_until',
      'erased_at',
      'birth_year',
      'is_linked',
    ],
    rows,
  );
}

export async function insertIdentifiers(h: Handle, rows: readonly IdentifierRow[]): Promise<void> {
  await insertRows(
    h,
    'identifiers',
    ['person_id', 'kind', 'scope', 'value_sealed', 'hash', 'loose_hash', 'source_system', 'first_seen_at'],
    rows,
  );
}

export async function insertNameTerms(
  h: Handle,
  rows: readonly { person_id: PersonId; term_hash: Buffer }[],
): Promise<void> {
  await insertRows(h, 'person_name_terms', ['person_id', 'term_hash'], rows);
}

export async function setPersonDetails(
  h: Handle,
  id: string,
  change: Partial<
    Pick<
      PersonRow,
      | 'name_sealed'
      | 'country'
      | 'language'
      | 'erased_at'
      | 'birth_year'
      | 'is_linked'
      | 'restricted_from'
      | 'restricted_until'
    >
  >,
): Promise<void> {
  await h.trx('persons').where({ id }).update(change);
}

export async function personById(h: Handle, id: string): Promise<PersonRow | undefined> {
  return h.trx('persons').where({ id }).first();
}

export async function personsById(h: Handle, ids: readonly string[]): Promise<PersonRow[]> {
  if (ids.length === 0) return [];
  return h.trx('persons').whereRaw('id = any(?)', [ids as string[]]);
}

/** Which people each identifier hash points at. */
export async function personsByHash(
  h: Handle,
  hashes: readonly Buffer[],
): Promise<{ hash: Buffer; person_id: PersonId; kind: string }[]> {
  if (hashes.length === 0) return [];
  return h
    .trx('identifiers')
    .select('hash', 'person_id', 'kind')
    .whereRaw('hash = any(?)', [hashes as Buffer[]]);
}

export async function personsByLooseHash(h: Handle, hash: Buffer): Promise<string[]> {
  const rows = (await h.trx('identifiers').distinct('person_id').where({ loose_hash: hash }).limit(50)) as {
    person_id: PersonId;
  }[];
  return rows.map(({ person_id }) => person_id);
}

export async function identifiersOf(h: Handle, personIds: readonly PersonId[]): Promise<IdentifierRow[]> {
  if (personIds.length === 0) return [];
  return h
    .trx('identifiers')
    .whereRaw('person_id = any(?)', [personIds as string[]])
    .orderBy('id');
}

/**
 * People by the keyed hashes of name terms: each group is one word of the query as token or sound, and
 * every word has to be met. Most agreeing terms first.
 */
export async function personsByNameTerms(
  h: Handle,
  groups: readonly (readonly Buffer[])[],
  limit: number,
): Promise<string[]> {
  if (groups.length === 0) return [];
  const query = h
    .trx('person_name_terms as n')
    .select('n.person_id')
    .whereRaw('n.term_hash = any(?)', [[...groups].flat()])
    .groupBy('n.person_id')
    .orderByRaw('count(*) desc, n.person_id')
    .limit(limit);
  for (const group of groups) query.havingRaw('bool_or(n.term_hash = any(?))', [group as Buffer[]]);
  const rows = (await query) as unknown as { person_id: PersonId }[];
  return rows.map(({ person_id }) => person_id);
}

export async function suppressionsOf(
  h: Handle,
  hashes: readonly Buffer[],
): Promise<{ hash: Buffer; erased_at: string }[]> {
  if (hashes.length === 0) return [];
  return h
    .trx('suppressions')
    .select('hash', 'erased_at')
    .whereRaw('hash = any(?)', [hashes as Buffer[]]);
}

export async function insertSuppressions(
  h: Handle,
  rows: readonly { hash: Buffer; key_version: number; kind: string; erased_at: string; request_ref: string }[],
): Promise<void> {
  if (rows.length > 0)
    await h.trx('suppressions').insert(rows).onConflict(['hash', 'key_version']).merge(['erased_at', 'request_ref']);
}

/** Everything of Bookend's own that points at the person goes; the choices stay, unreadable. */
export async function forgetPerson(h: Handle, personId: PersonId, now: string): Promise<void> {
  await h.trx('person_name_terms').where({ person_id: personId }).delete();
  const hashes = (await h.trx('identifiers').select('hash').where({ person_id: personId })) as { hash: Buffer }[];
  await h
    .trx('import_lines')
    .whereRaw('identifier_hashes && ?', [hashes.map(({ hash }) => hash)])
    .update({ raw_sealed: null, identifier_hashes: [] });
  await h.trx('identifiers').where({ person_id: personId }).delete();
  await h.trx('choice_addresses').where({ person_id: personId }).delete();
  await h.trx('choice_dedup').where({ person_id: personId }).delete();
  await h.trx('person_facts').where({ person_id: personId }).delete();
  await h.trx.raw('delete from person_folds where person_no = (select no from persons where id = ?)', [personId]);
  // A record's key in its system may be an address.
  await h.trx('drift_items').where({ person_id: personId }).delete();
  await h
    .trx('person_links')
    .whereNull('unlinked_at')
    .andWhere((either) => void either.where({ person_a: personId }).orWhere({ person_b: personId }))
    .update({ unlinked_at: now, unlinked_by: 'erasure' });
  await h
    .trx('person_links')
    .where({ person_a: personId })
    .orWhere({ person_b: personId })
    .update({ reason_sealed: Buffer.alloc(0), unlink_reason_sealed: null });
  await h.trx('confirm_links').where({ person_id: personId }).delete();
  await h.trx('choices_page_links').where({ person_id: personId }).delete();
  await h.trx('outbox').where({ person_id: personId }).update({ mail_sealed: null });
  await h.trx('persons').where({ id: personId }).update({
    erased_at: now,
    name_sealed: null,
    country: null,
    language: null,
    birth_year: null,
  });
}

export interface FactRow {
  person_id: PersonId;
  /** `bought`: the value is the keyed hash of the address that was given in that sale. */
  fact: 'country' | 'birth-year' | 'bought';
  value: string;
  valid_from: string;
  recorded_at: string;
}

/** Dated facts that came after the first ones; the first ones are on the person itself. */
export async function factsOfPersons(h: Handle, personIds: readonly PersonId[]): Promise<FactRow[]> {
  if (personIds.length === 0) return [];
  return h
    .trx('person_facts')
    .whereRaw('person_id = any(?)', [personIds as string[]])
    .orderBy('valid_from');
}

export async function insertFact(h: Handle, row: FactRow): Promise<void> {
  await h.trx('person_facts').insert(row);
}

/** A fact that is known already from that moment or before it adds nothing. @returns whether it is new */
export async function addFactOnce(h: Handle, row: FactRow): Promise<boolean> {
  const { person_id, fact, value, valid_from } = row;
  const known = await h
    .trx('person_facts')
    .where({ person_id, fact, value })
    .where('valid_from', '<=', valid_from)
    .first();
  if (!known) await h.trx('person_facts').insert(row);
  return !known;
}

/** People in order of their number, for going through everybody. Erased people are left out. */
export async function personsAfter(h: Handle, no: number, limit: number): Promise<PersonRow[]> {
  return h.trx('persons').where('no', '>', no).whereNull('erased_at').orderBy('no').limit(limit);
}
