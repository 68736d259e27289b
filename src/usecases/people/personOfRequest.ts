import type { PersonRecord } from '../../core/people/record';
import type { Handle } from '../../db/shared/handle';
import { identifiersOf, personById } from '../../db/people/persons';
import type { RequestRow } from '../../db/requests/requests';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { saidPerson } from '../requests/sealed';
import { personIdentifier } from './sealed';

/** What the request says of the person, and what Bookend already knows of them, in one record. */
export async function personOfRequest(ctx: Context, h: Handle, request: RequestRow): Promise<PersonRecord> {
  const vault = vaultOf(ctx, h);
  const said: PersonRecord =
    (await saidPerson.open(vault, request.data_key_id, request.person_sealed, request.id)) ?? {};
  const record = {
    ...said,
    emails: [...(said.emails ?? [])],
    phones: [...(said.phones ?? [])],
    customerNumbers: [...(said.customerNumbers ?? [])],
  };
  const known = request.person_id ? await personById(h, request.person_id) : undefined;
  if (!known || known.erased_at) return record;
  for (const identifier of await identifiersOf(h, [known.id])) {
    const value = await personIdentifier.open(vault, known.data_key_id, identifier.value_sealed, known.id);
    if (!value) continue;
    if (identifier.kind === 'email' && !record.emails.includes(value)) record.emails.push(value);
    if (identifier.kind === 'phone' && !record.phones.includes(value)) record.phones.push(value);
    if (
      identifier.kind === 'customer-number' &&
      !record.customerNumbers.some((own) => own.value === value && own.system === identifier.scope)
    )
      record.customerNumbers.push({ system: identifier.scope, value });
  }
  return record;
}

export async function sayPersonOfRequest(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  vault = vaultOf(ctx, h),
): Promise<string | null> {
  const said = await saidPerson.open(vault, request.data_key_id, request.person_sealed, request.id);
  if (!said) return null;
  return [said.givenName, said.familyName].filter(Boolean).join(' ') || null;
}
