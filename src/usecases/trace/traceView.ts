import { spellOut } from '../../core/words/spellOut';
import type { RequestRef, UserId } from '../../core/shared/ids';
import type { AccessRefusal } from '../../core/access/refusals';
import { BANDS } from '../../core/matching/score';
import { isOpen } from '../../core/requests/isOpen';
import type { MatchLine, TraceView } from '../../core/trace/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { NO_CONDITIONS } from '../../core/trace/conditions';
import { userNames } from '../../db/access/users';
import { helperTasksOf } from '../../db/helpers/helperTasks';
import { requestByRef, type RequestRow } from '../../db/requests/requests';
import type { Handle } from '../../db/shared/handle';
import { listSystems } from '../../db/systems/systems';
import { alikeOf } from '../../db/trace/alike';
import { goneSince, matchesOf, type MatchHead } from '../../db/trace/matches';
import { problemsOf } from '../../db/trace/problems';
import { redactionsOf } from '../../db/trace/redactions';
import {
  lastTrace,
  stepsOf,
  struckId,
  struckKeys,
  traceBefore,
  traceKeysOf,
  type TraceRow,
} from '../../db/trace/traces';
import { taskAnswer } from '../helpers/sealed';
import { vaultOf, type Vault } from '../keys/vault';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { keyValue, matchTitle, matchTopics, problemPlace, traceConditions } from './sealed';

/** What the parts of a trace's page are gathered from. */
interface Source {
  ctx: Context;
  h: Handle;
  vault: Vault;
  request: RequestRow;
  trace: TraceRow;
  systemName(id: string): string;
}

/** The newest trace of a request, as far as it has come. */
export async function traceView(
  ctx: Context,
  input: { ref: RequestRef },
): Promise<Result<TraceView | null, AccessRefusal>> {
  if (!reach(ctx, 'requests.review')) return refuse({ code: 'not-allowed', act: 'requests.review' });
  return ctx.transaction(async (h) => {
    const request = await requestByRef(h, input.ref);
    if (!request) return refuse({ code: 'not-found' });
    const trace = await lastTrace(h, request.id, 'find');
    if (!trace) return ok(null);
    const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
    const vault = vaultOf(ctx, h);
    const source: Source = { ctx, h, vault, request, trace, systemName: (id) => names.get(id) ?? id };
    const conditions = await traceConditions.open(vault, request.data_key_id, trace.conditions_sealed, trace.id);
    const matches = await matchLines(source);
    return ok({
      conditions: conditions ?? NO_CONDITIONS,
      helpers: await helperLines(source),
      problems: await problemLines(source),
      gone: await goneLines(source),
      alike: await alikeOf(h, trace.id),
      id: trace.id,
      state: trace.state,
      round: trace.round,
      steps: await stepLines(source),
      keys: await keyLines(source),
      matches,
      undecided: matches.filter(isOpen).length,
    });
  });
}

/** The surest first. */
async function matchLines(source: Source): Promise<MatchLine[]> {
  const { h, trace } = source;
  const redactions = await redactionsOf(h, trace.id);
  const colleagues = await userNames(h);
  const lines: MatchLine[] = [];
  for (const row of await matchesOf(h, trace.id))
    lines.push(await matchLine(source, row, redactions.has(row.id), (id) => colleagues.get(id) ?? id));
  return lines.sort(
    (a, b) => BANDS.indexOf(a.band) - BANDS.indexOf(b.band) || b.weight - a.weight || (a.place < b.place ? -1 : 1),
  );
}

async function matchLine(
  { ctx, vault, request, systemName }: Source,
  row: MatchHead,
  isRedacted: boolean,
  nameOf: (userId: UserId) => string,
): Promise<MatchLine> {
  const agreeing = row.fields.filter(({ weight }) => weight > 0).map(({ field }) => spellOut(field));
  return {
    id: row.id,
    system: row.system_id,
    systemName: systemName(row.system_id),
    collection: row.collection,
    title: (await matchTitle.open(vault, request.data_key_id, row.title_sealed, row.id)) ?? '',
    parent: row.parent_key,
    place: `${row.collection}/${row.record_key}`,
    band: row.band,
    weight: row.weight,
    because: row.parent_key ? `hangs on ${row.parent_key.replace('/', ' ')}` : agreeing.join(', ') || 'speaks of them',
    isShared: row.is_shared,
    isRedacted,
    verdict: row.verdict,
    topics: (await matchTopics.open(vault, request.data_key_id, row.topics_sealed, row.id)) ?? ['other'],
    isOutside: row.is_outside,
    news: row.news,
    second: row.second_asked_by
      ? {
          askedBy: nameOf(row.second_asked_by),
          isOwnAsk: row.second_asked_by === ctx.actor.id,
          verdict: row.second_verdict,
          by: row.second_by ? nameOf(row.second_by) : null,
        }
      : null,
  };
}

async function keyLines({ h, vault, request, trace }: Source): Promise<TraceView['keys']> {
  const struck = await struckKeys(h, request.id);
  const lines = [];
  for (const key of await traceKeysOf(h, trace.id))
    lines.push({
      id: key.id,
      isStruck: struck.has(struckId(key)),
      kind: key.kind,
      value: (await keyValue.open(vault, request.data_key_id, key.value_sealed, key.id)) ?? '',
      round: key.round,
      taught: key.taught_by !== null,
    });
  return lines;
}

async function stepLines({ h, trace, systemName }: Source): Promise<TraceView['steps']> {
  return (await stepsOf(h, trace.id)).map(({ trace_id: _, ...step }) => ({
    ...step,
    name: systemName(step.system_id),
  }));
}

async function helperLines({ h, vault, request, systemName }: Source): Promise<TraceView['helpers']> {
  const lines = [];
  for (const task of await helperTasksOf(h, request.id))
    lines.push({
      id: task.id,
      system: systemName(task.system_id),
      kind: task.kind,
      dueOn: task.due_on,
      state: task.state,
      uploads: task.uploads,
      answer: await taskAnswer.open(vault, request.data_key_id, task.answer_sealed, task.id),
    });
  return lines;
}

async function problemLines({ h, vault, request, trace, systemName }: Source): Promise<TraceView['problems']> {
  const lines = [];
  for (const row of await problemsOf(h, trace.id))
    lines.push({
      system: systemName(row.system_id),
      place: (await problemPlace.open(vault, request.data_key_id, row.place_sealed, trace.id)) ?? '',
      text: row.text,
    });
  return lines;
}

/** What the trace before had found and this one did not. */
async function goneLines({ h, vault, request, trace, systemName }: Source): Promise<TraceView['gone']> {
  const before = await traceBefore(h, trace);
  const lines = [];
  for (const row of before ? await goneSince(h, trace, before) : [])
    lines.push({
      system: systemName(row.system_id),
      title: (await matchTitle.open(vault, request.data_key_id, row.title_sealed, row.id)) ?? '',
      place: `${row.collection}/${row.record_key}`,
    });
  return lines;
}
