import type { PlanRules } from '../../core/erasure/types';
import { score } from '../../core/matching/score';
import type { Handle } from '../../db/shared/handle';
import { planRules } from '../../db/erasure/plans';
import { linkOfPack, packsOfRequests } from '../../db/packs/packs';
import { proposalsBySender } from '../../db/intake/proposals';
import { otherOpenRequests, requestsOfPersons, type RequestRow } from '../../db/requests/requests';
import type { Context } from '../shared/context';
import type { KnownPerson } from '../people/knownPerson';
import { vaultOf } from '../keys/vault';
import { saidPerson } from '../requests/sealed';

const MOST_COMPARED = 5000;

/** The rules a plan for these people is made by. */
export function rulesFor(ctx: Context, h: Handle, personIds: readonly (string | null)[]): Promise<PlanRules> {
  return planRules(
    h,
    personIds.filter((id) => id !== null),
    { financialYearEnd: ctx.organisation.financialYearEnd, zone: ctx.organisation.zone },
  );
}

/**
 * Open requests of the same person: an erasure would destroy what they ask for, so it waits until they are answered or joined. By the
 * person Bookend knows, and by what the requests say of themselves. Also one that is answered and whose copy nobody has fetched yet, and
 * a message of theirs that nobody has looked at: it may ask for something.
 */
export async function requestsInTheWay(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  known: KnownPerson,
): Promise<string[]> {
  const vault = vaultOf(ctx, h);
  const refs = new Set<string>();
  const open = await otherOpenRequests(h, request.id, MOST_COMPARED);
  await vault.load(open.map(({ data_key_id }) => data_key_id));
  for (const other of open) {
    if (request.person_id && other.person_id === request.person_id) refs.add(other.ref);
    else {
      const said = (await saidPerson.open(vault, other.data_key_id, other.person_sealed, other.id)) ?? {};
      const { band } = score(known.record, said);
      if (band === 'certain' || band === 'likely') refs.add(other.ref);
    }
  }
  const now = Date.parse(ctx.clock.real());
  const own = request.person_id ? await requestsOfPersons(h, [request.person_id]) : [];
  for (const pack of await packsOfRequests(
    h,
    own.map(({ id }) => id),
  )) {
    const link = pack.state === 'ready' ? await linkOfPack(h, pack.id) : undefined;
    if (link && !link.confirmed_at && Date.parse(link.expires_at) > now)
      refs.add(own.find(({ id }) => id === pack.request_id)!.ref);
  }
  const messages = await proposalsBySender(
    h,
    known.keys.map(({ hash }) => hash),
  );
  return [...[...refs].sort(), ...messages.map(() => 'a message to the privacy mailbox')];
}
