import { wordsOf } from '../../core/letters/frame';
import type { Handle } from '../../db/shared/handle';
import { helperTasksOf } from '../../db/helpers/helperTasks';
import { countProblems } from '../../db/trace/problems';
import { stepsOf, type TraceRow } from '../../db/trace/traces';
import { saidRegister } from '../systems/phrasebookOf';

/**
 * What limits the answer, in the words of its letter’s language: systems that failed, owners who did not answer, files
 * that could not be read.
 */
export async function notSearched(
  h: Handle,
  trace: Pick<TraceRow, 'id' | 'request_id' | 'conditions_sealed'>,
  language: string,
): Promise<string[]> {
  const say = wordsOf(language).notSearched;
  const { system: name } = await saidRegister(h, language);
  const steps = await stepsOf(h, trace.id);
  const failed = steps.filter(({ state }) => state === 'failed').map(({ system_id }) => name(system_id));
  const silent = (await helperTasksOf(h, trace.request_id))
    .filter(({ kind, state }) => kind === 'search' && state !== 'done')
    .map(({ system_id }) => name(system_id));
  const unread = (await countProblems(h, trace.id)).map(({ system_id, n }) => say.unread(n, name(system_id)));
  const inactive = steps.filter(({ left_out }) => left_out > 0).map(({ system_id }) => say.inactive(name(system_id)));
  // How it was narrowed is said to colleagues; its words may name others.
  const narrowed = trace.conditions_sealed ? [say.narrowed] : [];
  return [...new Set([...failed, ...silent, ...unread, ...inactive, ...narrowed])];
}
