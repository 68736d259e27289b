import type { PutRightRefusal } from '../../core/drift/refusals';
import { believedAnswer } from '../../core/drift/drift';
import { kindFor, purposeInForce } from '../../core/purposes/purposes';
import { groupBy } from '../../core/shared/groupBy';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  driftInWork,
  lockDriftItems,
  noteFollowed,
  openDrift,
  setDriftItem,
  type DriftItemRow,
} from '../../db/drift/drift';
import { choiceById } from '../../db/ledger/ledger';
import { allPurposes } from '../../db/purposes/purposes';
import { lockWholeLedger } from '../../db/ledger/trees';
import type { ChosenDrift } from '../../core/drift/schema';
import type { Handle } from '../../db/shared/handle';
import { identifiersOf, personById } from '../../db/people/persons';
import { isConnectorError, type ConnectorError, type Connector } from '../../ports/connector';
import type { Context } from '../shared/context';
import { recordChoicesIn } from '../ledger/recordChoices';
import { readRules, subjectOf } from '../standing/standingOfPerson';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { openConnector } from '../systems/openConnector';
import { recordTrail } from '../trail/recordTrail';
import { personIdentifier, personName } from '../people/sealed';

/** Which differences are meant: some by hand, or all of a system and purpose (with the count that was shown). */
export type Chosen = ChosenDrift;

const MOST_AT_ONCE = 5000;

async function chosenItems(
  h: Handle,
  chosen: Chosen,
  direction: DriftItemRow['direction'],
): Promise<Result<DriftItemRow[], PutRightRefusal>> {
  const ids =
    'ids' in chosen
      ? chosen.ids
      : (
          await openDrift(h, {
            systemId: chosen.systemId,
            purpose: chosen.purpose,
            direction,
            after: null,
            limit: MOST_AT_ONCE,
          })
        )
          .filter(({ state }) => state === 'open')
          .map(({ id }) => id);
  const items = (await lockDriftItems(h, ids)).filter(({ state }) => state === 'open');
  const wrong = items.filter((item) => item.direction !== direction).length;
  if (wrong > 0) return refuse({ code: 'drift-other-way', count: wrong });
  if (items.length === 0) return refuse({ code: 'not-found' });
  // A list that was looked at has to be the list that is changed.
  if (!('ids' in chosen) && items.length !== chosen.count)
    return refuse({ code: 'drift-changed', expected: items.length });
  return ok(items);
}

/** A system that permits what the ledger does not is corrected: the intention is written down, the worker carries it out. */
export async function putRight(ctx: Context, chosen: Chosen): Promise<Result<{ count: number }, PutRightRefusal>> {
  if (!reach(ctx, 'drift.correct')) return refuse({ code: 'not-allowed', act: 'drift.correct' });
  return ctx.transaction(async (h) => {
    const items = await chosenItems(h, chosen, 'looser');
    if (!items.ok) return items;
    for (const item of items.value) await setDriftItem(h, item.id, { state: 'intended' });
    await ctx.jobs.enqueue(h.trx, 'correct-drift', {});
    await recordTrail(ctx, h, 'drift-corrected', null, `${items.value.length} asked`);
    return ok({ count: items.value.length });
  });
}

/** A system that refuses what the ledger permits is believed: it becomes a choice in the ledger. */
export async function believe(ctx: Context, chosen: Chosen): Promise<Result<{ count: number }, PutRightRefusal>> {
  if (!reach(ctx, 'drift.correct')) return refuse({ code: 'not-allowed', act: 'drift.correct' });
  return ctx.transaction(async (h) => {
    const items = await chosenItems(h, chosen, 'stricter');
    if (!items.ok) return items;
    const purposes = await allPurposes(h);
    const vault = vaultOf(ctx, h);
    const now = ctx.clock.now();
    await lockWholeLedger(h);
    for (const item of items.value) {
      const person = (await personById(h, item.person_id))!;
      const own = await identifiersOf(h, [person.id]);
      const identifier = own.find(({ kind }) => kind === 'email' || kind === 'phone') ?? own[0];
      const value = identifier
        ? await personIdentifier.open(vault, person.data_key_id, identifier.value_sealed, person.id)
        : null;
      if (!identifier || !value) continue;
      const purpose = purposeInForce(purposes, item.purpose, now, now)!;
      const name = person.name_sealed
        ? await personName.open(vault, person.data_key_id, person.name_sealed, person.id)
        : null;
      const [givenName, ...rest] = (name ?? '').split(' ');
      const [outcome] = await recordChoicesIn(ctx, h, {
        systemId: identifier.scope || item.system_id,
        choices: [
          {
            occurredAt: localDay(item.found_at, ctx.organisation.zone),
            identifiers: [{ kind: identifier.kind as 'email', value }],
            purpose: item.purpose,
            answer: believedAnswer(kindFor(purpose, person.country, localDay(now, ctx.organisation.zone))),
            method: 'seen in a system',
            place: item.system_id,
            country: person.country,
            language: person.language,
            address: null,
            name: name ? { givenName, familyName: rest.join(' ') } : null,
            evidence: { drift: item.id },
            externalId: item.idempotency_key,
          },
        ],
      });
      await setDriftItem(h, item.id, {
        state: 'settled',
        settled_at: ctx.clock.now(),
        settled_how: outcome!.status === 'recorded' ? `became choice ${outcome!.id}` : outcome!.status,
      });
    }
    await recordTrail(ctx, h, 'drift-believed', null, `${items.value.length} became choices`);
    return ok({ count: items.value.length });
  });
}

const MOST_TRIES = 8;
const POLL_MS = 1000;

/** Carries out what was intended, asking first what is already true; what a system only accepted is looked at again later. */
export async function correctDrift(ctx: Context): Promise<void> {
  await ctx.exclusively('correct-drift', async () => {
    const items = await ctx.transaction((h) => driftInWork(h, MOST_AT_ONCE));
    let isWaiting = false;
    for (const [systemId, own] of groupBy(items, ({ system_id }) => system_id)) {
      const { connector } = await openConnector(ctx, systemId);
      try {
        for (const item of own) if (!(await correctOne(ctx, connector, item))) isWaiting = true;
      } catch (error) {
        if (!isConnectorError(error)) throw error;
        isWaiting = await noteFailure(ctx, own, error);
      } finally {
        await connector.close();
      }
    }
    if (isWaiting)
      await ctx.transaction((h) =>
        ctx.jobs.enqueue(
          h.trx,
          'correct-drift',
          {},
          new Date(Date.parse(ctx.clock.real()) + Math.max(POLL_MS, ctx.retryBaseMs)).toISOString(),
        ),
      );
  });
}

/** True when it is settled. The ledger is asked once more: what a person said meanwhile counts. */
async function correctOne(ctx: Context, connector: Connector, item: DriftItemRow): Promise<boolean> {
  const permitted = await ctx.transaction(async (h) => {
    const row = await personById(h, item.person_id);
    const now = ctx.clock.now();
    return row
      ? (await subjectOf(ctx, h, row, { at: now, knownAt: now }, await readRules(h))).answer(item.purpose, 'any')
          .permitted
      : false;
  });
  const there = await connector.flagOf!(item.record_key, item.purpose);
  if (there === null || there === permitted)
    return settle(ctx, item, there === null ? 'the record is gone' : 'the system follows the ledger');
  if (item.state === 'accepted' && item.tries < MOST_TRIES) {
    await ctx.transaction((h) => setDriftItem(h, item.id, { tries: item.tries + 1 }));
    return false;
  }
  if (ctx.operationPauseMs > 0) await new Promise((resolve) => setTimeout(resolve, ctx.operationPauseMs));
  const outcome = await connector.applyChoice!(item.record_key, item.purpose, permitted, {
    idempotencyKey: item.idempotency_key,
  });
  const after = outcome.state === 'done' ? await connector.flagOf!(item.record_key, item.purpose) : null;
  if (outcome.state === 'done' && (after === null || after === permitted)) return settle(ctx, item, outcome.detail);
  await ctx.transaction((h) =>
    setDriftItem(h, item.id, {
      state: 'accepted',
      tries: 1,
      detail: outcome.state === 'done' ? 'The system says it is done, but it is not.' : outcome.detail,
    }),
  );
  return false;
}

async function settle(ctx: Context, item: DriftItemRow, how: string): Promise<true> {
  await ctx.transaction(async (h) => {
    await setDriftItem(h, item.id, { state: 'settled', settled_at: ctx.clock.now(), settled_how: how });
    await noteFollow(ctx, h, item);
    await recordTrail(ctx, h, 'drift-corrected', item.person_id, `${item.system_id} ${item.purpose}: ${how}`);
  });
  return true;
}

/** The system follows now: the time from the no to here is measured. */
async function noteFollow(ctx: Context, h: Handle, item: DriftItemRow): Promise<void> {
  const now = ctx.clock.now();
  const row = await personById(h, item.person_id);
  const answer =
    row && (await subjectOf(ctx, h, row, { at: now, knownAt: now }, await readRules(h))).answer(item.purpose, 'any');
  const choice = answer && !answer.permitted && answer.because ? await choiceById(h, answer.because) : undefined;
  if (choice)
    await noteFollowed(h, [
      { choice_id: choice.id, system_id: item.system_id, said_at: choice.occurred_at, followed_at: now },
    ]);
}

async function noteFailure(ctx: Context, items: readonly DriftItemRow[], error: ConnectorError): Promise<boolean> {
  return ctx.transaction(async (h) => {
    for (const item of items)
      await setDriftItem(
        h,
        item.id,
        item.tries + 1 >= MOST_TRIES
          ? { state: 'open', tries: 0, detail: `${error.message} Given up after ${MOST_TRIES} tries.` }
          : { tries: item.tries + 1, detail: error.message },
      );
    return items.some(({ tries }) => tries + 1 < MOST_TRIES);
  });
}
