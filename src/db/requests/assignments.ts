import type { AssignmentRule, Workload } from '../../core/requests/assign';
import type { Handle } from '../shared/handle';

export async function assignmentRules(h: Handle): Promise<AssignmentRule[]> {
  return h
    .trx('assignment_rules')
    .select('id', 'right', 'regime', 'language', { userId: 'user_id' })
    .orderBy('sort_order')
    .limit(200);
}

export async function insertAssignmentRule(h: Handle, rule: AssignmentRule): Promise<void> {
  const { userId, ...row } = rule;
  await h.trx.raw(
    `insert into assignment_rules (id, "right", regime, language, user_id, sort_order)
  select ?, ?, ?, ?, ?, coalesce(max(sort_order), 0) + 1 from assignment_rules`,
    [row.id, row.right, row.regime, row.language, userId],
  );
}

export async function deleteAssignmentRule(h: Handle, id: string): Promise<number> {
  return h.trx('assignment_rules').where({ id }).delete();
}

/** Open requests by the colleague who answers for them; whoever works as coordinator and has none counts as none. */
export async function workload(h: Handle, today: string): Promise<(Workload & { name: string; overdue: number })[]> {
  const result: { rows: (Workload & { name: string; overdue: number })[] } = await h.trx.raw(
    `
    select u.id as "userId", u.name, count(r.id)::int as open, count(r.id) filter (where r.due_on < ?)::int as overdue
    from users u left join requests r on r.owner_id = u.id and r.is_open
    where u.active and 'coordinator' = any(u.roles) group by u.id, u.name order by u.name limit 200`,
    [today],
  );
  return result.rows;
}
