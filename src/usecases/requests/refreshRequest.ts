import { stageOf, type StageFacts } from '../../core/requests/stages';
import { lawTable } from '../../db/clock/laws';
import type { Handle } from '../../db/shared/handle';
import { insertStage, requestById, setRequest, type RequestRow } from '../../db/requests/requests';
import { clockEventsOf } from '../../db/clock/clockEvents';
import { countOpenHelpers } from '../../db/helpers/helperTasks';
import { traceFacts } from '../../db/trace/traces';
import { noteRequestMoved } from '../../db/webhooks/webhooks';
import type { Context } from '../shared/context';
import { readingOf } from '../clock/clockOf';

/** Recomputes what the lists sort and filter by; the last step of every act on a request. */
export async function refreshRequest(ctx: Context, h: Handle, id: string): Promise<RequestRow> {
  const row = (await requestById(h, id))!;
  const facts = await traceFacts(h, id);
  const events = (await clockEventsOf(h, [id])).get(id)!;
  const reading = readingOf(ctx, await lawTable(h), row, events);
  const next: RequestRow = { ...row, trace: facts.trace, undecided: facts.undecided };
  const change = {
    trace: facts.trace,
    undecided: facts.undecided,
    helpers_open: await countOpenHelpers(h, id),
    stage: stageOf(stageFacts(next)),
    due_on: row.appeal === 'open' && reading.appealDueOn ? reading.appealDueOn : reading.dueOn,
  };
  await setRequest(h, id, change);
  if (change.stage !== row.stage) {
    const moved = { request_id: row.id, stage: change.stage, at: ctx.clock.now() };
    await insertStage(h, moved);
    await noteRequestMoved(h, moved);
  }
  return { ...row, ...change };
}

export function stageFacts(row: RequestRow): StageFacts {
  return {
    right: row.right,
    identity: row.identity,
    trace: row.trace,
    matchesUndecided: row.undecided,
    decision: row.decision,
    carriedOut: row.carried_out,
    answered: row.answered,
    appeal: row.appeal,
    authority: row.authority,
  };
}
