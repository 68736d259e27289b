import type { SystemId, TraceId } from '../../core/shared/ids';
import { requestById } from '../../db/requests/requests';
import { markReached, systemById } from '../../db/systems/systems';
import { clearProblems } from '../../db/trace/problems';
import { lockStep, setStep, traceById } from '../../db/trace/traces';
import { ConnectorError, isConnectorError } from '../../ports/connector';
import type { Context } from '../shared/context';
import { isOwnOutage } from '../shared/isOwnOutage';
import { openConnector } from '../systems/openConnector';
import { recordTrail } from '../trail/recordTrail';
import { keepFound } from './keepFound';
import { loadSearch, stepLock, type Search, type Step } from './search';
import { settleTrace } from './settleTrace';

const MOST_TRIES = 5;

/** Somebody stopped the trace while it was searching. */
class Stopped extends Error {}

/**
 * One system's part of a trace: searches, scores, keeps what may be the person's. A failing system is tried
 * again with growing waits, says what failed, and holds up nobody else.
 */
export async function runTraceStep(
  ctx: Context,
  input: { traceId: TraceId; systemId: SystemId; round: number },
): Promise<void> {
  const step: Step = { trace_id: input.traceId, system_id: input.systemId, round: input.round };
  await ctx.exclusively(stepLock(step), async () => {
    const search = await begin(ctx, step);
    if (!search) return;
    try {
      await searchSystem(ctx, search);
      await ctx.transaction(async (h) => {
        await setStep(h, step, {
          state: 'done',
          finished_at: ctx.clock.real(),
          error_code: null,
          error_text: null,
          next_try_at: null,
        });
        await markReached(h, step.system_id, ctx.clock.now(), null);
        await settleTrace(ctx, h, step.trace_id);
      });
    } catch (error) {
      if (error instanceof Stopped) return;
      if (isConnectorError(error)) return failStep(ctx, step, error);
      // What a reader throws, whatever library it is from, is this system's failure and nobody else's; an outage of
      // our own is not.
      if (isOwnOutage(error)) throw error;
      ctx.log.error(
        { trace: step.trace_id, system: step.system_id, error: error instanceof Error ? error.name : 'unknown' },
        'a search broke',
      );
      await failStep(
        ctx,
        step,
        new ConnectorError('wrong-answer', 'What it answered could not be worked on.', null, { cause: error }),
      );
    }
  });
}

async function begin(ctx: Context, step: Step): Promise<Search | null> {
  return ctx.transaction(async (h) => {
    const row = await lockStep(h, step.trace_id, step.system_id, step.round);
    const trace = await traceById(h, step.trace_id);
    if (!row || !trace || trace.state !== 'running' || row.state === 'done' || row.state === 'failed') return null;
    if (row.next_try_at && Date.parse(row.next_try_at) > Date.parse(ctx.clock.real())) return null;
    const request = (await requestById(h, trace.request_id))!;
    const search = await loadSearch(ctx, h, trace, request, { systemId: step.system_id, round: step.round });
    await clearProblems(h, step.trace_id, step.system_id);
    await setStep(h, step, {
      state: 'running',
      tries: row.tries + 1,
      started_at: ctx.clock.real(),
      scanned: 0,
      found: 0,
      left_out: 0,
    });
    return search;
  });
}

async function searchSystem(ctx: Context, search: Search): Promise<void> {
  const { connector, country, name, isLeftOut } = await openConnector(ctx, search.step.system_id);
  try {
    for await (const batch of connector.search(search.keys)) {
      const records = batch.records.filter((record) => !isLeftOut(record));
      const goesOn = await ctx.transaction(async (h) => {
        if ((await traceById(h, search.step.trace_id))?.state !== 'running') return false;
        await keepFound(
          ctx,
          h,
          search,
          { ...batch, records },
          { country, name },
          batch.records.length - records.length,
        );
        return true;
      });
      if (!goesOn) throw new Stopped();
    }
  } finally {
    await connector.close();
  }
}

async function failStep(ctx: Context, step: Step, error: ConnectorError): Promise<void> {
  await ctx.transaction(async (h) => {
    const row = (await lockStep(h, step.trace_id, step.system_id, step.round))!;
    const isOver = row.tries >= MOST_TRIES || error.kind === 'not-allowed';
    const wait = Math.max((error.retryAfterSeconds ?? 0) * 1000, ctx.retryBaseMs * 2 ** (row.tries - 1));
    const next = new Date(Date.parse(ctx.clock.real()) + wait).toISOString();
    await setStep(h, step, {
      state: isOver ? 'failed' : 'waiting',
      error_code: error.kind,
      error_text: error.message.slice(0, 300),
      next_try_at: isOver ? null : next,
      finished_at: isOver ? ctx.clock.real() : null,
    });
    await markReached(h, step.system_id, ctx.clock.now(), `${error.kind}: ${error.message.slice(0, 200)}`);
    await settleTrace(ctx, h, step.trace_id);
    const system = await systemById(h, step.system_id);
    await recordTrail(ctx, h, 'trace-step-failed', step.trace_id, `${system?.name}: ${error.kind}`);
  });
}
