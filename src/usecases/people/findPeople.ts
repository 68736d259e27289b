import type { AccessRefusal } from '../../core/access/refusals';
import { maskIdentifier, maskName } from '../../core/access/mask';
import { fullName, nameTokens, normaliseEmail, normalisePhone } from '../../core/people/normalise';
import { nameFit } from '../../core/matching/nameFit';
import { nameSearchTerms } from '../../core/people/phonetic';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  identifiersOf,
  personsByHash,
  personsById,
  personsByLooseHash,
  personsByNameTerms,
} from '../../db/people/persons';
import { listSystems } from '../../db/systems/systems';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { newWorkKey } from '../keys/workKeys';
import { recordTrail } from '../trail/recordTrail';
import { indexText, normaliseIdentifier } from './identifierKeys';
import { personIdentifier, personName } from './sealed';

export interface FoundPerson {
  id: string;
  name: string | null;
  country: string | null;
  identifiers: { kind: string; value: string }[];
  /** Found by a name that only sounds like the one that was searched for. */
  isLoose: boolean;
}

const MOST = 25;
/** Of people by name more are looked at: those that only sound alike fall out, and come last. */
const MOST_LOOKED_AT = 100;

/** People by e-mail, phone, customer number or name, whatever the words look like. A search is a look. */
export async function findPeople(
  ctx: Context,
  { words }: { words: string },
): Promise<Result<FoundPerson[], AccessRefusal>> {
  const how = reach(ctx, 'persons.see');
  if (!how) return refuse({ code: 'not-allowed', act: 'persons.see' });
  const query = words.trim();
  if (query.length < 2) return ok([]);
  return ctx.transaction(async (h) => {
    const { ids, hashes, isByName } = await idsFor(ctx, h, query);
    const vault = vaultOf(ctx, h);
    const rows = await personsById(h, ids.slice(0, MOST_LOOKED_AT));
    await vault.load(rows.map((row) => row.data_key_id));
    const identifiers = await identifiersOf(
      h,
      rows.map((row) => row.id),
    );
    const found: FoundPerson[] = [];
    for (const id of ids.slice(0, MOST_LOOKED_AT)) {
      const row = rows.find((candidate) => candidate.id === id);
      if (!row || row.erased_at) continue;
      const name = await personName.open(vault, row.data_key_id, row.name_sealed, id);
      const fit = isByName ? nameFit(query, name ?? '') : 'name';
      if (!fit) continue;
      const own = [];
      for (const identifier of identifiers.filter((other) => other.person_id === id)) {
        const value = (await personIdentifier.open(vault, row.data_key_id, identifier.value_sealed, id)) ?? '';
        own.push({ kind: identifier.kind, value: how === 'masked' ? maskIdentifier(identifier.kind, value) : value });
      }
      found.push({
        id,
        name: name && how === 'masked' ? maskName(name) : name,
        country: row.country,
        identifiers: own,
        isLoose: fit === 'sound',
      });
    }
    await recordTrail(
      ctx,
      h,
      'person-searched',
      null,
      query,
      await newWorkKey(ctx, h, { kind: 'search', subject: 'people', hashes, name: query }),
    );
    return ok(found.sort((a, b) => Number(a.isLoose) - Number(b.isLoose)).slice(0, MOST));
  });
}

/** Whom the words point at, and the keyed hashes of every identifier they can be read as. */
async function idsFor(
  ctx: Context,
  h: Handle,
  query: string,
): Promise<{ ids: string[]; hashes: Buffer[]; isByName: boolean }> {
  const hashes: Buffer[] = [];
  const email = query.includes('@') ? normaliseEmail(query) : null;
  if (email) {
    const hash = ctx.keys.index(indexText({ kind: 'email', scope: '', value: email }));
    const exact = (await personsByHash(h, [hash])).map(({ person_id }) => person_id);
    return { ids: [...new Set([...exact, ...(await personsByLooseHash(h, hash))])], hashes: [hash], isByName: false };
  }
  const systems = await listSystems(h);
  if (/\d/.test(query)) {
    for (const country of new Set([
      ctx.organisation.country,
      ...systems.map(({ default_country }) => default_country),
    ])) {
      const phone = normalisePhone(query, country);
      if (phone) hashes.push(ctx.keys.index(indexText({ kind: 'phone', scope: '', value: phone })));
    }
    for (const { id } of systems) {
      const number = normaliseIdentifier('customer-number', query, id, null);
      if (number) hashes.push(ctx.keys.index(indexText(number)));
    }
    const byNumber = [...new Set((await personsByHash(h, hashes)).map(({ person_id }) => person_id))];
    if (byNumber.length > 0 || !/\p{L}/u.test(query)) return { ids: byNumber, hashes, isByName: false };
  }
  const words = nameTokens(query)
    .filter((token) => token.length > 1)
    .map(fullName);
  const groups = words.map((word) => nameSearchTerms(word).map((term) => ctx.keys.index(`name:${term}`)));
  return { ids: await personsByNameTerms(h, groups, MOST_LOOKED_AT), hashes, isByName: true };
}
