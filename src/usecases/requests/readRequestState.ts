import type { RequestRef } from '../../core/shared/ids';
import type { ReadRequestStateRefusal } from '../../core/requests/refusals';
import type { ClockReading } from '../../core/clock/clock';
import { ok, refuse, type Result } from '../../core/shared/result';
import { lawTable } from '../../db/clock/laws';
import { requestByRef } from '../../db/requests/requests';
import { clockEventsOf } from '../../db/clock/clockEvents';
import type { Context } from '../shared/context';
import { readingOf } from '../clock/clockOf';

/** State and clock of a request, for machines: nothing of the person. */
export async function readRequestState(
  ctx: Context,
  input: { ref: RequestRef },
): Promise<
  Result<
    { ref: RequestRef; right: string; stage: string; outcome: string | null; clock: ClockReading },
    ReadRequestStateRefusal
  >
> {
  return ctx.transaction(async (h) => {
    const row = await requestByRef(h, input.ref);
    // A machine reads what its own system has opened, and learns of nothing else.
    if (!row || (ctx.actor.kind === 'machine' && row.system_id !== ctx.actor.systemId))
      return refuse({ code: 'not-found' });
    const reading = readingOf(ctx, await lawTable(h), row, (await clockEventsOf(h, [row.id])).get(row.id)!);
    return ok({ ref: row.ref, right: row.right, stage: row.stage, outcome: row.outcome, clock: reading });
  });
}
