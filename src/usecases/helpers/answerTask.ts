import type { SystemId } from '../../core/shared/ids';
import type { TaskRefusal } from '../../core/helpers/refusals';
import type { TaskView } from '../../core/helpers/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import type { Handle } from '../../db/shared/handle';
import { lockHelperTask, setHelperTask, type HelperTaskRow } from '../../db/helpers/helperTasks';
import { countOperations, lastPlan, operationsOf, planLines, setOperation } from '../../db/erasure/plans';
import { requestById, type RequestRow } from '../../db/requests/requests';
import { systemById } from '../../db/systems/systems';
import { insertMatches } from '../../db/trace/matches';
import { insertSteps, lastTrace, setStep, stepsOf } from '../../db/trace/traces';
import type { FoundProblem, FoundRecord } from '../../ports/connector';
import type { Context } from '../shared/context';
import { refreshRequest } from '../requests/refreshRequest';
import { vaultOf } from '../keys/vault';
import { matchOf } from '../trace/judge';
import { loadSearch } from '../trace/search';
import { recordTrail } from '../trail/recordTrail';
import { taskAnswer, taskWhat } from './sealed';
import { keepProblems } from '../trace/keepFound';

/** What is asked, for whoever has the link and pressed to see it. A look: it is in the trail. */
export async function openTask(ctx: Context, input: { token: string }): Promise<Result<TaskView, TaskRefusal>> {
  return ctx.transaction(async (h) => {
    const found = await usable(ctx, h, input.token);
    if (!found.ok) return found;
    const { task, request } = found.value;
    const what = await taskWhat.open(vaultOf(ctx, h), request.data_key_id, task.what_sealed, task.id);
    await recordTrail(ctx, h, 'helper-opened', request.ref, task.system_id);
    return ok({
      ref: request.ref,
      kind: task.kind,
      system: (await systemById(h, task.system_id))?.name ?? '',
      what: what ?? '',
      dueOn: task.due_on,
      uploads: task.uploads,
    });
  });
}

async function usable(
  ctx: Context,
  h: Handle,
  token: string,
): Promise<Result<{ task: HelperTaskRow; request: RequestRow }, TaskRefusal>> {
  const task = await lockHelperTask(h, { token_hash: ctx.keys.hash(Buffer.from(token)) });
  if (!task || task.state === 'cancelled') return refuse({ code: 'link-unknown' });
  if (task.state === 'done') return refuse({ code: 'link-used' });
  const request = (await requestById(h, task.request_id))!;
  return request.closed_at ? refuse({ code: 'link-used' }) : ok({ task, request });
}

/** A file the owner hands over joins the trace: its rows about the person and every document become matches to be reviewed. */
export async function uploadToTask(
  ctx: Context,
  input: { token: string; fileName: string; bytes: Buffer },
): Promise<Result<{ found: number; problems: string[] }, TaskRefusal>> {
  const loaded = await ctx.transaction(async (h) => {
    const found = await usable(ctx, h, input.token);
    if (!found.ok) return found;
    if (found.value.request.decision !== 'none' || found.value.task.kind !== 'search')
      return refuse<TaskRefusal>({ code: 'task-too-late' });
    const trace = (await lastTrace(h, found.value.request.id, 'find'))!;
    const part = { systemId: found.value.task.system_id, round: null };
    return ok({ ...found.value, trace, search: await loadSearch(ctx, h, trace, found.value.request, part) });
  });
  if (!loaded.ok) return loaded;
  const { task, request, trace, search } = loaded.value;
  const records: FoundRecord[] = [];
  const problems: FoundProblem[] = [];
  for await (const reading of ctx.fileReader.read(`${task.uploads + 1}/${input.fileName}`, input.bytes, search.keys)) {
    if ('record' in reading) records.push(reading.record);
    else problems.push(reading.problem);
  }
  return ctx.transaction(async (h) => {
    const again = await usable(ctx, h, input.token);
    if (!again.ok) return again;
    const vault = vaultOf(ctx, h);
    if (!(await stepsOf(h, trace.id)).some(({ system_id }) => system_id === task.system_id))
      await insertSteps(h, [search.step]);
    const rows = [];
    for (const record of records) rows.push(await matchOf(ctx, search, record, null, vault, 'possible'));
    const found = await insertMatches(
      h,
      rows.filter((row) => row !== null),
    );
    await keepProblems(h, vault, search, problems);
    await setStep(h, search.step, { state: 'done', finished_at: ctx.clock.real(), scanned: records.length, found });
    await setHelperTask(h, task.id, { uploads: again.value.task.uploads + 1 });
    if (found > 0) await ctx.jobs.enqueue(h.trx, 'find-alike', { traceId: trace.id });
    await recordTrail(ctx, h, 'helper-uploaded', request.ref, `${task.system_id}: ${found} records`);
    await refreshRequest(ctx, h, request.id);
    return ok({ found, problems: problems.map(({ text }) => text) });
  });
}

/** The owner says that this is all, or that it is done. For an erasure, what the owner removed is noted as done by them. */
export async function finishTask(
  ctx: Context,
  input: { token: string; answer: string },
): Promise<Result<null, TaskRefusal>> {
  return ctx.transaction(async (h) => {
    const found = await usable(ctx, h, input.token);
    if (!found.ok) return found;
    const { task, request } = found.value;
    await setHelperTask(h, task.id, {
      state: 'done',
      done_at: ctx.clock.now(),
      what_sealed: null,
      answer_sealed: input.answer
        ? await taskAnswer.close(vaultOf(ctx, h), request.data_key_id, input.answer, task.id)
        : null,
    });
    if (task.kind === 'erase') await noteErased(ctx, h, request, task.system_id);
    await refreshRequest(ctx, h, request.id);
    await recordTrail(ctx, h, 'helper-done', request.ref, task.system_id);
    return ok(null);
  });
}

async function noteErased(ctx: Context, h: Handle, request: RequestRow, systemId: SystemId): Promise<void> {
  const plan = await lastPlan(h, request.id);
  if (plan?.state !== 'executing') return;
  const own = new Set(
    (await planLines(h, plan.id))
      .filter(({ system_id, doer }) => system_id === systemId && doer === 'helper')
      .map(({ position }) => position),
  );
  for (const operation of (await operationsOf(h, plan.id)).filter(
    ({ position, state }) => own.has(position) && state !== 'done',
  ))
    await setOperation(h, operation.idempotency_key, {
      state: 'done',
      done_at: ctx.clock.now(),
      detail: 'done by its owner',
    });
  await countOperations(h, plan.id);
  await ctx.jobs.enqueue(h.trx, 'run-erasure', { runId: plan.id });
}
