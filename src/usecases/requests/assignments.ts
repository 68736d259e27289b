import type { AddAssignmentRuleRefusal } from '../../core/requests/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { AssignmentRule } from '../../core/requests/assign';
import type { AssignmentView } from '../../core/requests/views';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { userNames } from '../../db/access/users';
import { assignmentRules, deleteAssignmentRule, insertAssignmentRule, workload } from '../../db/requests/assignments';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';

/** Who answers for what, and how much each colleague has open. */
export async function readAssignments(ctx: Context): Promise<Result<AssignmentView, AccessRefusal>> {
  if (!reach(ctx, 'assignments.see')) return refuse({ code: 'not-allowed', act: 'assignments.see' });
  return ctx.transaction(async (h) => {
    const names = await userNames(h);
    const rules = (await assignmentRules(h)).map((rule) => ({
      ...rule,
      userName: names.get(rule.userId) ?? rule.userId,
    }));
    return ok({ rules, workload: await workload(h, localDay(ctx.clock.now(), ctx.organisation.zone)) });
  });
}

export async function addAssignmentRule(
  ctx: Context,
  input: Omit<AssignmentRule, 'id'>,
): Promise<Result<{ id: string }, AccessRefusal | AddAssignmentRuleRefusal>> {
  if (!reach(ctx, 'assignments.change')) return refuse({ code: 'not-allowed', act: 'assignments.change' });
  return ctx.transaction(async (h) => {
    if (
      !(await workload(h, localDay(ctx.clock.now(), ctx.organisation.zone))).some(
        ({ userId }) => userId === input.userId,
      )
    )
      return refuse({ code: 'cannot-own' });
    const id = ctx.keys.id('asg');
    await insertAssignmentRule(h, { ...input, id });
    await recordTrail(
      ctx,
      h,
      'assignment-changed',
      input.userId,
      `${input.right ?? 'every right'}, ${input.regime ?? 'every law'}, ${input.language ?? 'every language'}`,
    );
    return ok({ id });
  });
}

export async function removeAssignmentRule(ctx: Context, input: { id: string }): Promise<Result<null, AccessRefusal>> {
  if (!reach(ctx, 'assignments.change')) return refuse({ code: 'not-allowed', act: 'assignments.change' });
  return ctx.transaction(async (h) => {
    if ((await deleteAssignmentRule(h, input.id)) === 0) return refuse({ code: 'not-found' });
    await recordTrail(ctx, h, 'assignment-changed', input.id, 'removed');
    return ok(null);
  });
}
