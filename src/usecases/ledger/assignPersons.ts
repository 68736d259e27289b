import { couldBeOneName } from '../../core/matching/household';
import { nameSearchTerms } from '../../core/people/phonetic';
import { insertDataKeys } from '../../db/keys/dataKeys';
import type { Handle } from '../../db/shared/handle';
import {
  insertIdentifiers,
  insertNameTerms,
  insertPersons,
  nextPersonNos,
  personsById,
  setPersonDetails,
  type IdentifierRow,
  type PersonRow,
} from '../../db/people/persons';
import type { WrappedKey } from '../../ports/keys';
import type { Context } from '../shared/context';
import { asWrapped, newDataKeyRow } from '../keys/vault';
import { dataKeys, type DataKeyRow } from '../../db/keys/dataKeys';
import type { ChoiceInput } from '../../core/ledger/schema';
import type { PreparedWho } from './prepareChoice';
import { personIdentifier, personName } from '../people/sealed';

export interface AssignedPerson {
  id: string;
  no: number;
  key: WrappedKey;
  name: string | null;
  isNew: boolean;
}

/** Whose something is, as far as it tells. */
type Prepared = Pick<PreparedWho, 'identifiers' | 'birthYear'> & {
  input: Pick<ChoiceInput, 'name' | 'country' | 'language'>;
};

/**
 * Decides whose choice each is. A customer number of the system decides; else e-mail and phone, unless they are
 * shared by several people or the name is clearly another one, which makes a new person (a household).
 */
export async function assignPersons(ctx: Context, h: Handle, owners: readonly { hash: Buffer; person_id: string }[]) {
  const byHash = new Map<string, Set<string>>();
  for (const { hash, person_id } of owners) addOwner(hash, person_id);
  const people = new Map<string, AssignedPerson>();
  const rows = await personsById(h, [...new Set(owners.map(({ person_id }) => person_id))]);
  const keys = await dataKeys(
    h,
    rows.map((row) => row.data_key_id),
  );
  for (const row of rows) {
    const key = asWrapped(keys.get(row.data_key_id));
    if (key)
      people.set(row.id, {
        id: row.id,
        no: row.no,
        isNew: false,
        key,
        name: row.name_sealed ? personName.openUnder(ctx.keys, key, row.name_sealed, row.id) : null,
      });
  }
  const newKeys: DataKeyRow[] = [];
  const newPersons: PersonRow[] = [];
  const newNames: { person_id: string; term_hash: Buffer }[] = [];
  const named: { id: string; name_sealed: Buffer }[] = [];
  const newIdentifiers: Omit<IdentifierRow, 'source_system'>[] = [];
  const now = ctx.clock.now();

  function addOwner(hash: Buffer, person: string): void {
    const key = hash.toString('hex');
    byHash.set(key, (byHash.get(key) ?? new Set()).add(person));
  }

  function find(item: Prepared): AssignedPerson | 'new' | null {
    const name = nameOf(item);
    const owned = (hash: Buffer) =>
      [...(byHash.get(hash.toString('hex')) ?? [])].map((id) => people.get(id)!).filter(Boolean);
    const number = item.identifiers.find(({ kind }) => kind === 'customer-number');
    const byNumber = number ? owned(number.hash) : [];
    if (byNumber.length === 1) return byNumber[0]!;
    const candidates = [
      ...new Set(item.identifiers.filter(({ kind }) => kind !== 'customer-number').flatMap(({ hash }) => owned(hash))),
    ];
    if (candidates.length === 0) return 'new';
    const fitting = candidates.filter((person) => couldBeOneName(person.name, name));
    if (fitting.length === 0) return 'new';
    return fitting.length === 1 ? fitting[0]! : null;
  }

  function create(item: Prepared): AssignedPerson {
    const id = ctx.keys.id('per');
    const keyRow = newDataKeyRow(ctx.keys, now);
    const key = asWrapped(keyRow)!;
    const name = nameOf(item);
    newKeys.push(keyRow);
    newPersons.push({
      id,
      no: 0,
      data_key_id: keyRow.id,
      name_sealed: name ? personName.closeUnder(ctx.keys, key, name, id) : null,
      country: item.input.country ?? null,
      language: item.input.language ?? null,
      created_at: now,
      restricted_from: null,
      restricted_until: null,
      erased_at: null,
      birth_year: item.birthYear,
      is_linked: false,
    });
    if (name) indexName(id, name);
    return { id, no: 0, key, name, isNew: true };
  }

  function indexName(person: string, name: string): void {
    for (const term of new Set(nameSearchTerms(name)))
      newNames.push({ person_id: person, term_hash: ctx.keys.index(`name:${term}`) });
  }

  return {
    /** The person, made where there is none yet; null where the identifiers point at several. */
    async personOf(item: Prepared): Promise<AssignedPerson | null> {
      const found = find(item);
      if (found === null) return null;
      const person = found === 'new' ? create(item) : found;
      people.set(person.id, person);
      const name = nameOf(item);
      if (!person.name && name) {
        person.name = name;
        named.push({ id: person.id, name_sealed: personName.closeUnder(ctx.keys, person.key, name, person.id) });
        indexName(person.id, name);
      }
      for (const identifier of item.identifiers) {
        if (byHash.get(identifier.hash.toString('hex'))?.has(person.id)) continue;
        addOwner(identifier.hash, person.id);
        newIdentifiers.push({
          person_id: person.id,
          kind: identifier.kind,
          scope: identifier.scope,
          value_sealed: personIdentifier.closeUnder(ctx.keys, person.key, identifier.value, person.id),
          hash: identifier.hash,
          loose_hash: identifier.looseHash,
          first_seen_at: now,
        });
      }
      return person;
    },
    async save(systemId: string): Promise<void> {
      await insertDataKeys(h, newKeys);
      const numbers = await nextPersonNos(h, newPersons.length);
      newPersons.forEach((row, i) => {
        row.no = people.get(row.id)!.no = numbers[i]!;
      });
      await insertPersons(h, newPersons);
      for (const { id, name_sealed } of named) await setPersonDetails(h, id, { name_sealed });
      await insertNameTerms(h, newNames);
      await insertIdentifiers(
        h,
        newIdentifiers.map((row) => ({ ...row, source_system: systemId })),
      );
    },
  };
}

function nameOf(item: Prepared): string | null {
  return [item.input.name?.givenName, item.input.name?.familyName].filter(Boolean).join(' ') || null;
}
