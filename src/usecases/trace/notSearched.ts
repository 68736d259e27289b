import { sayConditions, type TraceConditions } from '../../core/requests/conditions';
import type { Handle } from '../../db/handle';
import { helperTasksOf } from '../../db/requests/helperTasks';
import { requestById } from '../../db/requests/requests';
import { listSystems } from '../../db/systems/systems';
import { countProblems } from '../../db/trace/problems';
import { stepsOf, type TraceRow } from '../../db/trace/traces';
import type { Context } from '../context';
import { vaultOf } from '../shared/vault';

/** What limits the answer, in words for its letter: systems that failed, owners who did not answer, files that could not be read. */
export async function notSearched(ctx: Context, h: Handle, trace: Pick<TraceRow, 'id' | 'request_id' | 'conditions_sealed'>): Promise<string[]> {
  const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
  const name = (id: string) => names.get(id) ?? id;
  const steps = await stepsOf(h, trace.id);
  const failed = steps.filter(({ state }) => state === 'failed').map(({ system_id }) => name(system_id));
  const silent = (await helperTasksOf(h, trace.request_id)).filter(({ kind, state }) => kind === 'search' && state !== 'done').map(({ system_id }) => name(system_id));
  const unread = (await countProblems(h, trace.id)).map(({ system_id, n }) => `${n} ${n === 1 ? 'part' : 'parts'} of ${name(system_id)} that could not be read`);
  const inactive = steps.filter(({ left_out }) => left_out > 0).map(({ system_id }) => `people who are no longer active in ${name(system_id)}`);
  const request = (await requestById(h, trace.request_id))!;
  const sealed = await vaultOf(ctx, h).unseal(request.data_key_id, trace.conditions_sealed, `conditions:${trace.id}`);
  const narrowed = sealed ? [`anything outside of what was looked for (${sayConditions(JSON.parse(sealed) as TraceConditions)})`] : [];
  return [...new Set([...failed, ...silent, ...unread, ...inactive, ...narrowed])];
}
