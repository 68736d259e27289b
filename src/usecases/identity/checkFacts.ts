import type { RequestRef } from '../../core/shared/ids';
import type { CheckFactsRefusal } from '../../core/identity/refusals';
import { compareFacts, type Fact, type FactsOutcome } from '../../core/identity/facts';
import { factsNeeded, identityMethods } from '../../core/identity/identityMethods';
import { compare } from '../../core/matching/compare';
import type { PersonRecord } from '../../core/people/record';
import { ok, refuse, type Result } from '../../core/shared/result';
import type { Handle } from '../../db/shared/handle';
import { identifiersOf, personById } from '../../db/people/persons';
import { requestByRef, setRequest, type RequestRow } from '../../db/requests/requests';
import { listSystems, registerEntries } from '../../db/systems/systems';
import type { SearchKey } from '../../ports/connector';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { openConnector } from '../systems/openConnector';
import { recordTrail } from '../trail/recordTrail';
import { markProven } from './identity';
import { personOfRequest } from '../people/personOfRequest';
import { workOnRequest } from '../requests/workOnRequest';
import { personIdentifier } from '../people/sealed';

export const MOST_FACT_TRIES = 3;
const SEARCH_MS = 8000;
/** Kinds of systems that hold people in fields; a mailbox proves nothing about who somebody is. */
const KINDS = ['sql', 'mysql', 'rest', 'bookend'];

/**
 * Compares what somebody says, over the phone or at a counter, with what is on file. Whoever asks the questions learns how
 * many agree and nothing else. Enough that agree and none that differs prove identity; three tries and this way is closed.
 */
export async function checkFacts(
  ctx: Context,
  input: { ref: RequestRef; facts: readonly Fact[] },
): Promise<Result<FactsOutcome & { isProven: boolean; left: number }, CheckFactsRefusal>> {
  if (!reach(ctx, 'requests.work')) return refuse({ code: 'not-allowed', act: 'requests.work' });
  const request = await ctx.transaction((h) => requestByRef(h, input.ref));
  if (!request) return refuse({ code: 'not-found' });
  const needed = factsNeeded(request.right);
  if (input.facts.length < needed) return refuse({ code: 'too-few-facts', needed });
  const onFile = await recordsOnFile(ctx, request);
  return workOnRequest<FactsOutcome & { isProven: boolean; left: number }, CheckFactsRefusal>(
    ctx,
    input.ref,
    'requests.work',
    async (h, locked) => {
      if (locked.identity === 'proven') return refuse({ code: 'identity-proven-already' });
      if (!identityMethods(locked.right, await holdsSpecialData(h)).find(({ method }) => method === 'facts')!.isEnough)
        return refuse({ code: 'facts-not-enough-here' });
      if (locked.fact_tries >= MOST_FACT_TRIES) return refuse({ code: 'facts-used-up' });
      const outcome = compareFacts(input.facts, onFile, locked.country ?? ctx.organisation.country);
      if (outcome.unknown === input.facts.length) return refuse({ code: 'nothing-on-file' });
      const isProven = outcome.agree >= needed && outcome.differ === 0;
      const tries = locked.fact_tries + (isProven ? 0 : 1);
      await setRequest(h, locked.id, {
        fact_tries: tries,
        ...(!isProven && tries >= MOST_FACT_TRIES ? { identity: 'failed' as const } : {}),
      });
      if (isProven) await markProven(ctx, h, locked, 'facts');
      else await recordTrail(ctx, h, 'identity-failed', locked.ref, 'facts');
      return ok({ ...outcome, isProven, left: MOST_FACT_TRIES - tries });
    },
  );
}

/** Whether any collection of the register holds data of special categories. */
export async function holdsSpecialData(h: Handle): Promise<boolean> {
  return (await registerEntries(h)).some(({ categories }) =>
    categories.some((category) => /health|special categor|biometric|religio|union member/i.test(category)),
  );
}

/**
 * What the systems with fields hold of the person, found only by identifiers that Bookend has on file: what the one who asks
 * brought along finds nothing, else they could point at their own record. In a household only records under their name count.
 */
async function recordsOnFile(ctx: Context, request: RequestRow): Promise<PersonRecord[]> {
  const { keys, said, systems } = await ctx.transaction(async (h) => ({
    keys: await keysOnFile(ctx, h, request),
    said: await personOfRequest(ctx, h, { ...request, person_id: null }),
    systems: await listSystems(h),
  }));
  if (keys.length === 0) return [];
  const found: PersonRecord[] = [];
  for (const system of systems.filter(({ is_traced, kind }) => is_traced && KINDS.includes(kind))) {
    const until = Date.parse(ctx.clock.real()) + SEARCH_MS;
    try {
      const { connector } = await openConnector(ctx, system.id);
      try {
        for await (const batch of connector.search(keys)) {
          found.push(...batch.records.filter(({ parent }) => parent === null).map((record) => record.person));
          if (Date.parse(ctx.clock.real()) > until) break;
        }
      } finally {
        await connector.close();
      }
    } catch {
      // A system that does not answer proves nothing and does not stop the check.
      ctx.log.warn({ system: system.id }, 'facts: a system did not answer');
    }
  }
  return found.filter(
    (record) => !['different', 'partial'].includes(compare(said, record).find(({ field }) => field === 'name')!.level),
  );
}

async function keysOnFile(ctx: Context, h: Handle, request: RequestRow): Promise<SearchKey[]> {
  const known = request.person_id ? await personById(h, request.person_id) : undefined;
  if (!known || known.erased_at) return [];
  const vault = vaultOf(ctx, h);
  const keys: SearchKey[] = [];
  for (const identifier of await identifiersOf(h, [known.id])) {
    const value = await personIdentifier.open(vault, known.data_key_id, identifier.value_sealed, known.id);
    if (value && (identifier.kind === 'email' || identifier.kind === 'customer-number'))
      keys.push({ kind: identifier.kind, value, scope: identifier.scope });
  }
  return keys;
}
