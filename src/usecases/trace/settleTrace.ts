import type { TraceId } from '../../core/shared/ids';
import { teaches } from '../../core/matching/teaches';
import type { Handle } from '../../db/shared/handle';
import { requestById } from '../../db/requests/requests';
import { listSystems } from '../../db/systems/systems';
import { matchesOf, sealedRecords } from '../../db/trace/matches';
import { insertSteps, lockTrace, setTrace, stepsOf } from '../../db/trace/traces';
import type { Context } from '../shared/context';
import { knownPerson } from '../people/knownPerson';
import { refreshRequest } from '../requests/refreshRequest';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { addTraceKeys, BY_HAND } from './startTrace';
import { matchRecord } from './sealed';

const MOST_ROUNDS = 3;

/**
 * After each step: when nobody is searching, what certain matches taught becomes the next round's keys;
 * with nothing new, or after three rounds, the trace is finished. A system that waits for its next try
 * holds up the end, not the others' rounds.
 */
export async function settleTrace(ctx: Context, h: Handle, traceId: TraceId): Promise<void> {
  const trace = await lockTrace(h, traceId);
  if (!trace || trace.state !== 'running') return;
  const steps = await stepsOf(h, traceId);
  if (steps.some(({ state }) => state === 'queued' || state === 'running')) return;
  const request = (await requestById(h, trace.request_id))!;
  if (trace.round < MOST_ROUNDS && (await learn()) > 0) {
    const round = trace.round + 1;
    const byHand = new Set((await listSystems(h)).filter(({ kind }) => kind === BY_HAND).map(({ id }) => id));
    const systems = [...new Set(steps.map(({ system_id }) => system_id))].filter((id) => !byHand.has(id));
    await setTrace(h, traceId, { round });
    await insertSteps(
      h,
      systems.map((system_id) => ({ trace_id: traceId, system_id, round })),
    );
    for (const systemId of systems) await ctx.jobs.enqueue(h.trx, 'trace-system', { systemId });
    return;
  }
  if (steps.some(({ state }) => state === 'waiting')) return;
  await setTrace(h, traceId, { state: 'finished', finished_at: ctx.clock.now() });
  if (trace.kind === 'find') await ctx.jobs.enqueue(h.trx, 'find-alike', { traceId });
  await refreshRequest(ctx, h, request.id);
  await recordTrail(ctx, h, 'trace-finished', request.ref, traceId);

  async function learn(): Promise<number> {
    const vault = vaultOf(ctx, h);
    const { record: known } = await knownPerson(ctx, h, request, traceId);
    let learnt = 0;
    const teaching = (await matchesOf(h, traceId)).filter(
      (match) =>
        (match.band === 'certain' || match.verdict === 'theirs') &&
        match.verdict !== 'not-theirs' &&
        !match.parent_key &&
        match.round === trace!.round &&
        !match.is_shared,
    );
    for await (const [match, sealed] of sealedRecords(h, teaching)) {
      const record = await matchRecord.open(vault, request.data_key_id, sealed, match.id);
      if (record)
        learnt += await addTraceKeys(
          ctx,
          h,
          request,
          traceId,
          teaches(known, record.person),
          trace!.round + 1,
          match.id,
        );
    }
    return learnt;
  }
}
