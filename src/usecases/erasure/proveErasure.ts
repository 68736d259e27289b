import type { SystemId } from '../../core/shared/ids';
import { countOperations, operationsOf, planLines, setOperation, setPlan, type PlanRow } from '../../db/erasure/plans';
import { requestById } from '../../db/requests/requests';
import { matchesOf } from '../../db/trace/matches';
import { stepsOf, traceById } from '../../db/trace/traces';
import { systemById } from '../../db/systems/systems';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { knownPerson } from '../people/knownPerson';
import { insertTraceOf } from '../trace/startTrace';
import type { PhaseOutcome } from './runErasure';

const POLL_MS = 400;

/** A second trace with the same keys: whatever it finds beyond what the plan keeps is named, and stops the erasure. */
export async function proveErasure(ctx: Context, row: PlanRow): Promise<PhaseOutcome> {
  return ctx.transaction(async (h) => {
    const request = (await requestById(h, row.request_id))!;
    if (!row.proof_trace_id) {
      const id = await insertTraceOf(
        ctx,
        h,
        request,
        'proof',
        (await knownPerson(ctx, h, request, row.trace_id)).record,
      );
      await setPlan(h, row.id, { proof_trace_id: id });
      return { done: false, waitMs: POLL_MS };
    }
    const trace = (await traceById(h, row.proof_trace_id))!;
    if (trace.state !== 'finished') return { done: false, waitMs: POLL_MS };
    const failed = (await stepsOf(h, trace.id)).find(({ state }) => state === 'failed');
    if (failed) {
      await setPlan(h, row.id, { proof_trace_id: null });
      const system = await systemById(h, failed.system_id);
      return {
        done: false,
        waitMs: ctx.retryBaseMs * 8,
        error: `${system?.name} could not be searched for the proof; it is tried again.`,
      };
    }
    const place = (of: { system_id: SystemId; collection: string; record_key: string }) =>
      `${of.system_id}/${of.collection}/${of.record_key}`;
    const mayStay = new Set([
      ...(await planLines(h, row.id)).filter(({ action, doer }) => action === 'keep' || doer === 'bookend').map(place),
      ...(await matchesOf(h, row.trace_id)).filter(({ verdict }) => verdict === 'not-theirs').map(place),
    ]);
    const parents = (match: { system_id: SystemId; parent_key: string | null }) =>
      match.parent_key !== null && mayStay.has(`${match.system_id}/${match.parent_key}`);
    const left = (await matchesOf(h, trace.id)).filter((match) => !mayStay.has(place(match)) && !parents(match));
    if (left.length > 0) {
      const isBack = await takeUpAgain(h, row, new Set(left.map(place)));
      await setPlan(h, row.id, { proof_trace_id: null, ...(isBack ? { phase: 'outside' } : {}) });
      return {
        done: false,
        waitMs: ctx.retryBaseMs * 30,
        error: `The proof still finds ${left.length} ${left.length === 1 ? 'record' : 'records'}: ${left
          .slice(0, 3)
          .map((match) => `${match.collection} ${match.record_key}`)
          .join(', ')}.`,
      };
    }
    await setPlan(h, row.id, { phase: 'letter', error: null });
    return { done: true };
  });
}

/** A record that a system brought back after it was seen gone is an intention again. */
async function takeUpAgain(h: Handle, row: PlanRow, places: ReadonlySet<string>): Promise<boolean> {
  const back = new Set(
    (await planLines(h, row.id))
      .filter((line) => places.has(`${line.system_id}/${line.collection}/${line.record_key}`))
      .map(({ position }) => position),
  );
  const operations = (await operationsOf(h, row.id)).filter(
    ({ position, state }) => back.has(position) && state === 'done',
  );
  for (const operation of operations)
    await setOperation(h, operation.idempotency_key, { state: 'intended', done_at: null });
  await countOperations(h, row.id);
  return operations.length > 0;
}
