import type { TraceId } from '../../core/shared/ids';
import { sayName } from '../../core/matching/compare';
import type { PersonRecord } from '../../core/people/record';
import type { Handle } from '../../db/shared/handle';
import { identifiersOf, personById } from '../../db/people/persons';
import type { RequestRow } from '../../db/requests/requests';
import { struckId, struckKeys, traceKeysOf } from '../../db/trace/traces';
import type { Context } from '../shared/context';
import { indexText, normaliseIdentifier } from './identifierKeys';
import { vaultOf } from '../keys/vault';
import { personOfRequest } from './personOfRequest';
import { keyValue } from '../trace/sealed';
import { personIdentifier, personName } from './sealed';

/** One identifier, normalised, as it is looked up and suppressed. */
export interface KnownKey {
  kind: string;
  scope: string;
  value: string;
  /** Keyed hash of it. */
  hash: Buffer;
}

export interface KnownPerson {
  /** What the request says, what Bookend knows, and what a trace was taught, without what was struck. */
  record: PersonRecord;
  /** Every identifier of the person, without what was struck. */
  keys: KnownKey[];
  /** Where records of theirs say they live, without what was struck. It speaks for a record, never against one: people move. */
  homes: Pick<PersonRecord, 'street' | 'postcode'>[];
  /** Their name as the request and as Bookend have it. */
  names: string[];
}

/**
 * By what the person of a request is known. The one place that decides it: search, erasure, suppression and letters all ask here,
 * so that a key that was struck as somebody else's counts nowhere.
 *
 * @param traceId the trace whose taught keys count too; null: none
 */
export async function knownPerson(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  traceId: TraceId | null,
): Promise<KnownPerson> {
  const vault = vaultOf(ctx, h);
  const person = await personOfRequest(ctx, h, request);
  const country = person.country ?? ctx.organisation.country;
  const struck = await struckKeys(h, request.id);
  const keys = new Map<string, KnownKey>();
  const isStruck = (key: Pick<KnownKey, 'kind' | 'scope' | 'hash'>) => struck.has(struckId(key));
  const hashed = (kind: string, value: string, scope: string): KnownKey | null => {
    const normal = normaliseIdentifier(kind, value, scope, country);
    return normal ? { kind, scope: normal.scope, value: normal.value, hash: ctx.keys.index(indexText(normal)) } : null;
  };
  const counts = (kind: string, value: string, scope = ''): boolean => {
    const key = hashed(kind, value, scope);
    if (!key) return true;
    if (isStruck(key)) return false;
    keys.set(struckId(key), key);
    return true;
  };
  const homes: KnownPerson['homes'] = [];
  const emails = [...(person.emails ?? [])];
  const phones = [...(person.phones ?? [])];
  const customerNumbers = [...(person.customerNumbers ?? [])];
  for (const row of traceId ? await traceKeysOf(h, traceId) : []) {
    const value =
      row.kind === 'name' ? null : await keyValue.open(vault, request.data_key_id, row.value_sealed, row.id);
    if (!value) continue;
    if (row.kind === 'address' && !isStruck({ kind: row.kind, scope: row.scope, hash: row.hash }))
      homes.push({
        street: value.slice(0, value.lastIndexOf(', ')),
        postcode: value.slice(value.lastIndexOf(', ') + 2),
      });
    if (row.kind === 'email' && !emails.includes(value)) emails.push(value);
    if (row.kind === 'phone' && !phones.includes(value)) phones.push(value);
    if (
      row.kind === 'customer-number' &&
      !customerNumbers.some((own) => own.value === value && own.system === row.scope)
    )
      customerNumbers.push({ system: row.scope, value });
  }
  const known = request.person_id ? await personById(h, request.person_id) : undefined;
  for (const row of known && !known.erased_at ? await identifiersOf(h, [known.id]) : []) {
    const value = await personIdentifier.open(vault, known!.data_key_id, row.value_sealed, known!.id);
    const key = { kind: row.kind, scope: row.scope, value: value ?? '', hash: row.hash };
    if (value && !isStruck(key)) keys.set(struckId(key), key);
  }
  const record = {
    ...person,
    emails: emails.filter((value) => counts('email', value)),
    phones: phones.filter((value) => counts('phone', value)),
    customerNumbers: customerNumbers.filter(({ system, value }) => counts('customer-number', value, system)),
  };
  const onFile = known ? await personName.open(vault, known.data_key_id, known.name_sealed, known.id) : null;
  const names = [...new Set([sayName(person), onFile].filter((name) => name !== null))];
  return { record, keys: [...keys.values()], homes, names };
}
