import { helperReminder } from '../../core/letters/helper';
import { addDays, localDay } from '../../core/shared/days';
import { reachOf } from '../../core/access/roles';
import { listUsers } from '../../db/access/users';
import { helperTasksDue, setHelperTask } from '../../db/helpers/helperTasks';
import { systemById } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { queueMail } from '../letters/queueMail';
import { recordTrail } from '../trail/recordTrail';

const REMIND_DAYS = 2;

/**
 * Two days before a task is due its owner is reminded; the day after, once more, and the supervisors are told. @returns
 * mails queued
 */
export async function remindHelpers(ctx: Context): Promise<number> {
  const today = localDay(ctx.clock.now(), ctx.organisation.zone);
  return ctx.transaction(async (h) => {
    let sent = 0;
    for (const task of await helperTasksDue(h, addDays(today, REMIND_DAYS))) {
      const isLate = task.due_on < today;
      if (isLate ? task.escalated_at : task.reminded_at) continue;
      const system = (await systemById(h, task.system_id))!;
      const mail = helperReminder({
        kind: task.kind,
        owner: system.owner,
        system: system.name,
        ref: task.ref,
        dueOn: task.due_on,
        organisation: ctx.organisation.name,
        isLate,
      });
      await queueMail(ctx, h, task.owner_email, mail);
      sent++;
      if (isLate) {
        for (const user of (await listUsers(h)).filter(
          ({ active, roles }) => active && reachOf(roles, 'requests.see') === 'all',
        )) {
          await queueMail(ctx, h, user.email, {
            ...mail,
            template: 'helper-escalation',
            text:
              `Hello ${user.name.split(' ')[0]},\n\n${system.owner ?? 'the owner'} of ${system.name} has not answered ` +
              `what ${task.ref} needs; it was due ${task.due_on}.\n\n${ctx.baseUrl}/requests/${task.ref}`,
          });
          sent++;
        }
        await recordTrail(ctx, h, 'helper-escalated', task.ref, task.system_id);
      }
      await setHelperTask(h, task.id, isLate ? { escalated_at: ctx.clock.now() } : { reminded_at: ctx.clock.now() });
    }
    return sent;
  });
}
