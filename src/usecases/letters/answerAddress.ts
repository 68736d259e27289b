import { sayName } from '../../core/matching/compare';
import type { Handle } from '../../db/shared/handle';
import type { RequestRow } from '../../db/requests/requests';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { knownPerson } from '../people/knownPerson';
import { saidPerson } from '../requests/sealed';

export interface Addressee {
  /** Null: no address is known to answer to. */
  address: string | null;
  name: string | null;
}

/** Whom letters about a request go to: whoever asks for the person, where they gave an address; else the person, where they asked from. */
export async function answerAddress(ctx: Context, h: Handle, request: RequestRow): Promise<Addressee> {
  const said = await saidPerson.open(vaultOf(ctx, h), request.data_key_id, request.person_sealed, request.id);
  if (said?.onBehalf?.email) return { address: said.onBehalf.email, name: said.onBehalf.name };
  const person = (await knownPerson(ctx, h, request, null)).record;
  return { address: person.emails?.[0] ?? null, name: sayName(person) };
}
