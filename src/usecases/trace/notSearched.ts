import type { Handle } from '../../db/handle';
import { helperTasksOf } from '../../db/requests/helperTasks';
import { listSystems } from '../../db/systems/systems';
import { countProblems } from '../../db/trace/problems';
import { stepsOf, type TraceRow } from '../../db/trace/traces';

/** What limits the answer, in words for its letter: systems that failed, owners who did not answer, files that could not be read. */
export async function notSearched(h: Handle, trace: Pick<TraceRow, 'id' | 'request_id'>): Promise<string[]> {
  const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
  const name = (id: string) => names.get(id) ?? id;
  const failed = (await stepsOf(h, trace.id)).filter(({ state }) => state === 'failed').map(({ system_id }) => name(system_id));
  const silent = (await helperTasksOf(h, trace.request_id)).filter(({ kind, state }) => kind === 'search' && state !== 'done').map(({ system_id }) => name(system_id));
  const unread = (await countProblems(h, trace.id)).map(({ system_id, n }) => `${n} ${n === 1 ? 'file' : 'files'} of ${name(system_id)} that could not be read`);
  return [...new Set([...failed, ...silent, ...unread])];
}
