import { setTimeout as wait } from 'node:timers/promises';
import type { PersonRecord } from '../../core/people/record';
import { groupBy } from '../../core/shared/groupBy';
import {
  countOperations,
  operationsOf,
  planLines,
  setOperation,
  setPlan,
  type OperationRow,
  type PlanLineRow,
  type PlanRow,
} from '../../db/erasure/plans';
import { requestById } from '../../db/requests/requests';
import {
  isConnectorError,
  ConnectorError,
  type Connector,
  type RecordRef,
  type WriteOutcome,
} from '../../ports/connector';
import type { Context } from '../shared/context';
import { knownPerson } from '../people/knownPerson';
import { openConnector } from '../systems/openConnector';
import { recordTrail } from '../trail/recordTrail';
import type { PhaseOutcome } from './runErasure';

const ACCEPTED_WAIT_MS = 500;
const HELPER_WAIT_MS = 3_600_000;

interface Task {
  operation: OperationRow;
  line: PlanLineRow;
}

/** Every intention of the plan, in order within its system. A system that fails holds up only its own lines. */
export async function eraseOutside(ctx: Context, row: PlanRow): Promise<PhaseOutcome> {
  const { tasks, person } = await load(ctx, row);
  const errors: string[] = [];
  let isWaiting = false;
  const helpers = tasks.filter(({ line }) => line.doer === 'helper');
  for (const [systemId, own] of groupBy(
    tasks.filter(({ line }) => line.doer === 'connector'),
    ({ line }) => line.system_id,
  )) {
    const { connector, name } = await openConnector(ctx, systemId);
    try {
      for (const task of own) if ((await carryOut(ctx, connector, task, person)) === 'waiting') isWaiting = true;
    } catch (error) {
      if (!isConnectorError(error)) throw error;
      errors.push(`${name}: ${error.message}`);
    } finally {
      await connector.close();
    }
  }
  if (errors.length > 0) return { done: false, waitMs: ctx.retryBaseMs * 2, error: errors.join('; ').slice(0, 400) };
  if (isWaiting) return { done: false, waitMs: ACCEPTED_WAIT_MS };
  // Owners answer in their own time; their answer puts the erasure back into the queue.
  if (helpers.length > 0) {
    const systems = new Set(helpers.map(({ line }) => line.system_id)).size;
    return {
      done: false,
      waitMs: HELPER_WAIT_MS,
      error:
        `${helpers.length} ${helpers.length === 1 ? 'record waits' : 'records wait'} for the owner of ` +
        `${systems === 1 ? 'a system' : 'systems'} without a way in.`,
    };
  }
  await ctx.transaction((h) => setPlan(h, row.id, { phase: 'proof', error: null }));
  return { done: true };
}

async function load(ctx: Context, row: PlanRow): Promise<{ tasks: Task[]; person: PersonRecord }> {
  return ctx.transaction(async (h) => {
    const request = (await requestById(h, row.request_id))!;
    const lines = new Map((await planLines(h, row.id)).map((line) => [line.position, line]));
    const tasks = (await operationsOf(h, row.id))
      .filter(({ state }) => state !== 'done')
      .map((operation) => ({ operation, line: lines.get(operation.position)! }));
    return { tasks, person: (await knownPerson(ctx, h, request, row.trace_id)).record };
  });
}

const refOf = (place: string): RecordRef => ({
  collection: place.slice(0, place.indexOf('/')),
  key: place.slice(place.indexOf('/') + 1),
});

/** Asks what is already true before it acts: after a crash the effect may be there without its note. */
async function carryOut(
  ctx: Context,
  connector: Connector,
  { operation, line }: Task,
  person: PersonRecord,
): Promise<'done' | 'waiting'> {
  const ref: RecordRef = { collection: line.collection, key: line.record_key };
  const clearFirst = line.clear_first.map(refOf);
  const isThere = () => {
    if (operation.kind === 'restrict') return connector.isRestricted!(ref);
    return operation.kind === 'erase'
      ? connector.isErased(ref)
      : connector.isAnonymised!(ref, operation.token!, clearFirst);
  };
  // What goes in one act with others may have gone with the first of them.
  if (operation.tries > 0 || operation.state === 'accepted' || line.together.length > 0) {
    if (await isThere()) return note(ctx, operation, line, 'found done');
    if (operation.state === 'accepted' && operation.tries < 20) {
      await ctx.transaction((h) => setOperation(h, operation.idempotency_key, { tries: operation.tries + 1 }));
      return 'waiting';
    }
  }
  if (ctx.operationPauseMs > 0) await wait(ctx.operationPauseMs);
  await ctx.transaction((h) =>
    setOperation(h, operation.idempotency_key, { state: 'intended', tries: operation.tries + 1 }),
  );
  const outcome = await act();
  if (outcome.state === 'accepted') {
    await ctx.transaction((h) =>
      setOperation(h, operation.idempotency_key, { state: 'accepted', tries: 1, detail: outcome.detail }),
    );
    return 'waiting';
  }
  // A mark that nothing of the record can carry is said, not claimed.
  if (operation.kind === 'restrict')
    return note(ctx, operation, line, (await isThere()) ? outcome.detail : 'not marked: nothing of it can be');
  // A system may say done and not have done it: only what can be seen counts.
  if (!(await isThere()))
    throw new ConnectorError('wrong-answer', `says that ${line.collection} ${line.record_key} is done, but it is not`);
  return note(ctx, operation, line, outcome.detail);

  function act(): Promise<WriteOutcome> {
    const { idempotency_key: idempotencyKey } = operation;
    if (operation.kind === 'restrict') return connector.restrict!(ref, true, { idempotencyKey });
    if (operation.kind === 'anonymise')
      return connector.anonymise!(ref, { idempotencyKey, token: operation.token!, person, clearFirst });
    return line.together.length > 0
      ? connector.eraseTogether!(line.together.map(refOf), { idempotencyKey })
      : connector.erase!(ref, { idempotencyKey, releasedBy: line.released_by.map(refOf) });
  }
}

async function note(ctx: Context, operation: OperationRow, line: PlanLineRow, detail: string): Promise<'done'> {
  await ctx.transaction(async (h) => {
    await setOperation(h, operation.idempotency_key, { state: 'done', done_at: ctx.clock.now(), detail });
    await countOperations(h, operation.plan_id);
    await recordTrail(
      ctx,
      h,
      'operation-done',
      operation.plan_id,
      `${operation.kind} ${line.system_id}/${line.collection}: ${detail}`,
    );
  });
  return 'done';
}
