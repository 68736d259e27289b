import type { RequestRef, TaskId } from '../../core/shared/ids';
import type { CancelTaskRefusal } from '../../core/helpers/refusals';
import { ok, refuse } from '../../core/shared/result';
import { lockHelperTask, setHelperTask } from '../../db/helpers/helperTasks';
import type { Context } from '../shared/context';
import { workOnRequest } from '../requests/workOnRequest';
import { recordTrail } from '../trail/recordTrail';

/** Goes on without an owner who does not answer: a search that was not made is named in the letter. An erasure cannot go on without. */
export async function cancelTask(ctx: Context, input: { ref: RequestRef; taskId: TaskId }) {
  return workOnRequest<null, CancelTaskRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    const task = await lockHelperTask(h, { id: input.taskId });
    if (!task || task.request_id !== request.id || task.state !== 'open') return refuse({ code: 'not-found' });
    if (task.kind === 'erase') return refuse({ code: 'task-needed' });
    await setHelperTask(h, task.id, { state: 'cancelled', what_sealed: null });
    await recordTrail(ctx, h, 'helper-cancelled', request.ref, task.system_id);
    return ok(null);
  });
}
