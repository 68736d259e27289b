import type { RequestId, RequestRef, SystemId, TaskId } from '../../core/shared/ids';
import type { Handle } from '../shared/handle';

export interface HelperTaskRow {
  id: TaskId;
  request_id: RequestId;
  system_id: SystemId;
  kind: 'search' | 'erase';
  token_hash: Buffer;
  owner_email: string;
  /** What has to be looked for or removed, in words; gone once the task is done. */
  what_sealed: Buffer | null;
  due_on: string;
  state: 'open' | 'done' | 'cancelled';
  answer_sealed: Buffer | null;
  uploads: number;
  reminded_at: string | null;
  escalated_at: string | null;
  created_at: string;
  done_at: string | null;
}

export async function insertHelperTask(h: Handle, row: HelperTaskRow): Promise<void> {
  await h.trx('helper_tasks').insert(row);
}

export async function helperTasksOf(h: Handle, requestId: RequestId): Promise<HelperTaskRow[]> {
  return h.trx('helper_tasks').where({ request_id: requestId }).orderBy('created_at').limit(200);
}

/** Held until the transaction ends: two answers to one task come one after the other. */
export async function lockHelperTask(
  h: Handle,
  where: { token_hash: Buffer } | { id: string },
): Promise<HelperTaskRow | undefined> {
  return h.trx('helper_tasks').where(where).forUpdate().first();
}

export async function setHelperTask(h: Handle, id: string, change: Partial<HelperTaskRow>): Promise<void> {
  await h.trx('helper_tasks').where({ id }).update(change);
}

export async function countOpenHelpers(h: Handle, requestId: RequestId): Promise<number> {
  const row = (await h
    .trx('helper_tasks')
    .where({ request_id: requestId, state: 'open' })
    .count('* as n')
    .first()) as unknown as { n: number };
  return Number(row.n);
}

/** Open tasks that are due on or before a day, of requests that are open. */
export async function helperTasksDue(h: Handle, upTo: string): Promise<(HelperTaskRow & { ref: RequestRef })[]> {
  return h
    .trx('helper_tasks')
    .join('requests', 'requests.id', 'helper_tasks.request_id')
    .select('helper_tasks.*', 'requests.ref')
    .where('helper_tasks.state', 'open')
    .where('requests.is_open', true)
    .where('helper_tasks.due_on', '<=', upTo)
    .orderBy('helper_tasks.due_on')
    .limit(1000);
}

export async function forgetHelperTasks(h: Handle, requestIds: readonly RequestId[]): Promise<void> {
  await h
    .trx('helper_tasks')
    .whereRaw('request_id = any(?)', [requestIds as string[]])
    .update({ what_sealed: null, answer_sealed: null });
}
