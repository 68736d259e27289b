import type { RequestRef } from '../../core/shared/ids';
import type { ResumeTraceRefusal, StopTraceRefusal, StrikeRefusal } from '../../core/trace/refusals';
import { ok, refuse } from '../../core/shared/result';
import { lastTrace, setStep, setTrace, stepsOf, strikeKey, traceKeysOf, unstrikeKey } from '../../db/trace/traces';
import type { Context } from '../shared/context';
import { workOnRequest } from '../requests/workOnRequest';
import { recordTrail } from '../trail/recordTrail';
import { settleTrace } from './settleTrace';

/** Stops a trace between two batches of records. What was found stays; nothing can be decided on it. */
export async function stopTrace(ctx: Context, input: { ref: RequestRef }) {
  return workOnRequest<null, StopTraceRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    const trace = await lastTrace(h, request.id, 'find');
    if (trace?.state !== 'running') return refuse({ code: 'trace-not-running' });
    await setTrace(h, trace.id, { state: 'stopped' });
    for (const step of (await stepsOf(h, trace.id)).filter(({ state }) => state === 'running' || state === 'waiting'))
      await setStep(h, step, { state: 'queued', next_try_at: null });
    await recordTrail(ctx, h, 'trace-stopped', request.ref, trace.id);
    return ok(null);
  });
}

/** Goes on where it was stopped: systems that were done are not searched again. */
export async function resumeTrace(ctx: Context, input: { ref: RequestRef }) {
  return workOnRequest<null, ResumeTraceRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    const trace = await lastTrace(h, request.id, 'find');
    if (trace?.state !== 'stopped') return refuse({ code: 'trace-not-stopped' });
    await setTrace(h, trace.id, { state: 'running' });
    const left = (await stepsOf(h, trace.id)).filter(({ state }) => state === 'queued');
    for (const systemId of new Set(left.map(({ system_id }) => system_id)))
      await ctx.jobs.enqueue(h.trx, 'trace-system', { systemId });
    await recordTrail(ctx, h, 'trace-resumed', request.ref, trace.id);
    // It may have been stopped after its last system was done.
    if (left.length === 0) await settleTrace(ctx, h, trace.id);
    return ok(null);
  });
}

/** A key that is not the person's: nothing is searched by it from now on, in this and every later trace of the request. */
export async function strike(ctx: Context, input: { ref: RequestRef; keyId: string; isStruck: boolean }) {
  return workOnRequest<null, StrikeRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.decision !== 'none') return refuse({ code: 'already-decided' });
    const trace = await lastTrace(h, request.id, 'find');
    const keys = trace ? await traceKeysOf(h, trace.id) : [];
    const key = keys.find(({ id }) => id === input.keyId);
    if (!key) return refuse({ code: 'not-found' });
    const at = { request_id: request.id, kind: key.kind, scope: key.scope, hash: key.hash };
    if (input.isStruck) await strikeKey(h, at, ctx.actor.id, ctx.clock.now());
    else await unstrikeKey(h, at);
    await recordTrail(
      ctx,
      h,
      'trace-key-struck',
      request.ref,
      `${input.isStruck ? 'struck' : 'searched by again'}: a ${key.kind} of round ${key.round}`,
    );
    return ok(null);
  });
}
