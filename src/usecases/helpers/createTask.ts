import { helperMail } from '../../core/letters/helper';
import { addDays, addWorkingDays, localDay, type Day } from '../../core/shared/days';
import type { Handle } from '../../db/shared/handle';
import { helperTasksOf, insertHelperTask, type HelperTaskRow } from '../../db/helpers/helperTasks';
import type { RequestRow } from '../../db/requests/requests';
import type { SystemRow } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { queueMail } from '../letters/queueMail';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { taskWhat } from './sealed';

const WORKING_DAYS = 7;

/**
 * Asks the owner of a system for what Bookend cannot do there itself. The mail names the system and the day, and nothing of
 * the person: that stands behind its link. A task of the same kind that is open already is not asked twice.
 */
export async function createTask(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  system: SystemRow,
  kind: HelperTaskRow['kind'],
  what: string,
): Promise<void> {
  if (!system.owner_email) return;
  if (
    (await helperTasksOf(h, request.id)).some(
      (task) => task.system_id === system.id && task.kind === kind && task.state !== 'cancelled',
    )
  )
    return;
  const id = ctx.keys.id('hlp');
  const token = ctx.keys.random(24).toString('base64url');
  const dueOn = dueDay(ctx, request);
  await insertHelperTask(h, {
    id,
    request_id: request.id,
    system_id: system.id,
    kind,
    token_hash: ctx.keys.hash(Buffer.from(token)),
    owner_email: system.owner_email,
    what_sealed: await taskWhat.close(vaultOf(ctx, h), request.data_key_id, what, id),
    due_on: dueOn,
    state: 'open',
    answer_sealed: null,
    uploads: 0,
    reminded_at: null,
    escalated_at: null,
    created_at: ctx.clock.now(),
    done_at: null,
  });
  await queueMail(
    ctx,
    h,
    system.owner_email,
    helperMail({
      kind,
      owner: system.owner,
      system: system.name,
      ref: request.ref,
      dueOn,
      link: `${ctx.baseUrl}/task/${token}`,
      organisation: ctx.organisation.name,
    }),
  );
  await recordTrail(ctx, h, 'helper-asked', request.ref, `${system.id}: ${kind}`);
}

/** Seven working days, but a day before the answer is due at the latest. */
function dueDay(ctx: Context, request: RequestRow): Day {
  const today = localDay(ctx.clock.now(), ctx.organisation.zone);
  const usual = addWorkingDays(today, WORKING_DAYS, ctx.holidays.of(ctx.organisation.country));
  const latest = addDays(request.due_on, -1);
  return usual < latest ? usual : latest > today ? latest : today;
}
