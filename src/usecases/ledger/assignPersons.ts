import type { PersonId, SystemId } from '../../core/shared/ids';
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
export async function assignPersons(
  ctx: Context,
  h: Handle,
  owners: readonly { hash: Buffer; person_id: PersonId }[],
): Promise<Assignment> {
  const rows = await personsById(h, [...new Set(owners.map(({ person_id }) => person_id))]);
  const keys = await dataKeys(
    h,
    rows.map((row) => row.data_key_id),
  );
  const people = new Map<string, AssignedPerson>();
  for (const row of rows) {
    const key = asWrapped(keys.get(row.data_key_id));
    if (!key) continue;
    const name = row.name_sealed ? personName.openUnder(ctx.keys, key, row.name_sealed, row.id) : null;
    people.set(row.id, { id: row.id, no: row.no, isNew: false, key, name });
  }
  return new Assignment(ctx, people, owners);
}

/** Who is known and who came in one delivery; written when all of it is decided. */
export class Assignment {
  /** Owners by the hash of an identifier, in hexadecimal. */
  readonly #owners = new Map<string, Set<string>>();
  readonly #keys: DataKeyRow[] = [];
  readonly #persons: PersonRow[] = [];
  readonly #terms: { person_id: PersonId; term_hash: Buffer }[] = [];
  readonly #named: { id: string; name_sealed: Buffer }[] = [];
  readonly #identifiers: Omit<IdentifierRow, 'source_system'>[] = [];
  readonly #now: string;

  constructor(
    private readonly ctx: Context,
    private readonly people: Map<string, AssignedPerson>,
    owners: readonly { hash: Buffer; person_id: PersonId }[],
  ) {
    this.#now = ctx.clock.now();
    for (const { hash, person_id } of owners) this.#addOwner(hash, person_id);
  }

  /** The person, made where there is none yet; null where the identifiers point at several. */
  personOf(item: Prepared): AssignedPerson | null {
    const found = this.#find(item);
    if (found === null) return null;
    const person = found === 'new' ? this.#create(item) : found;
    this.people.set(person.id, person);
    this.#learnName(person, nameOf(item));
    for (const identifier of item.identifiers) this.#learnIdentifier(person, identifier);
    return person;
  }

  async save(h: Handle, systemId: SystemId): Promise<void> {
    await insertDataKeys(h, this.#keys);
    const numbers = await nextPersonNos(h, this.#persons.length);
    this.#persons.forEach((row, i) => {
      row.no = this.people.get(row.id)!.no = numbers[i]!;
    });
    await insertPersons(h, this.#persons);
    for (const { id, name_sealed } of this.#named) await setPersonDetails(h, id, { name_sealed });
    await insertNameTerms(h, this.#terms);
    await insertIdentifiers(
      h,
      this.#identifiers.map((row) => ({ ...row, source_system: systemId })),
    );
  }

  #addOwner(hash: Buffer, person: string): void {
    const key = hash.toString('hex');
    this.#owners.set(key, (this.#owners.get(key) ?? new Set()).add(person));
  }

  #owned(hash: Buffer): AssignedPerson[] {
    return [...(this.#owners.get(hash.toString('hex')) ?? [])].map((id) => this.people.get(id)!).filter(Boolean);
  }

  #find(item: Prepared): AssignedPerson | 'new' | null {
    const number = item.identifiers.find(({ kind }) => kind === 'customer-number');
    const byNumber = number ? this.#owned(number.hash) : [];
    if (byNumber.length === 1) return byNumber[0]!;
    const others = item.identifiers.filter(({ kind }) => kind !== 'customer-number');
    const candidates = [...new Set(others.flatMap(({ hash }) => this.#owned(hash)))];
    if (candidates.length === 0) return 'new';
    const name = nameOf(item);
    const fitting = candidates.filter((person) => couldBeOneName(person.name, name));
    if (fitting.length === 0) return 'new';
    return fitting.length === 1 ? fitting[0]! : null;
  }

  #create(item: Prepared): AssignedPerson {
    const id = this.ctx.keys.id('per');
    const keyRow = newDataKeyRow(this.ctx.keys, this.#now);
    const key = asWrapped(keyRow)!;
    const name = nameOf(item);
    this.#keys.push(keyRow);
    this.#persons.push({
      id,
      no: 0,
      data_key_id: keyRow.id,
      name_sealed: name ? personName.closeUnder(this.ctx.keys, key, name, id) : null,
      country: item.input.country ?? null,
      language: item.input.language ?? null,
      created_at: this.#now,
      restricted_from: null,
      restricted_until: null,
      erased_at: null,
      birth_year: item.birthYear,
      is_linked: false,
    });
    if (name) this.#indexName(id, name);
    return { id, no: 0, key, name, isNew: true };
  }

  #learnName(person: AssignedPerson, name: string | null): void {
    if (person.name || !name) return;
    person.name = name;
    this.#named.push({
      id: person.id,
      name_sealed: personName.closeUnder(this.ctx.keys, person.key, name, person.id),
    });
    this.#indexName(person.id, name);
  }

  #indexName(person: string, name: string): void {
    for (const term of new Set(nameSearchTerms(name)))
      this.#terms.push({ person_id: person, term_hash: this.ctx.keys.index(`name:${term}`) });
  }

  #learnIdentifier(person: AssignedPerson, identifier: Prepared['identifiers'][number]): void {
    if (this.#owners.get(identifier.hash.toString('hex'))?.has(person.id)) return;
    this.#addOwner(identifier.hash, person.id);
    this.#identifiers.push({
      person_id: person.id,
      kind: identifier.kind,
      scope: identifier.scope,
      value_sealed: personIdentifier.closeUnder(this.ctx.keys, person.key, identifier.value, person.id),
      hash: identifier.hash,
      loose_hash: identifier.looseHash,
      first_seen_at: this.#now,
    });
  }
}

function nameOf(item: Prepared): string | null {
  return [item.input.name?.givenName, item.input.name?.familyName].filter(Boolean).join(' ') || null;
}
