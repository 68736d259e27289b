import type { SystemId } from '../../core/shared/ids';
import type { PersonRecord } from '../../core/people/record';
import { NO_CONDITIONS, type TraceConditions } from '../../core/trace/conditions';
import type { RequestRow } from '../../db/requests/requests';
import type { Handle } from '../../db/shared/handle';
import { struckId, struckKeys, traceBefore, traceKeysOf, type StepRow, type TraceRow } from '../../db/trace/traces';
import type { SearchKey } from '../../ports/connector';
import { vaultOf } from '../keys/vault';
import { knownPerson, type KnownPerson } from '../people/knownPerson';
import type { Context } from '../shared/context';
import { keyValue, traceConditions } from './sealed';

/** One system's part of one round of a trace. */
export type Step = Pick<StepRow, 'trace_id' | 'system_id' | 'round'>;

/** The lock that whoever works on a step holds. */
export const stepLock = (step: Step): string => `trace:${step.trace_id}:${step.system_id}:${step.round}`;

/** Whom and what a step looks for. */
export interface Search {
  step: Step;
  request: RequestRow;
  person: PersonRecord;
  /** Where they live or lived, as records of theirs have taught. */
  homes: KnownPerson['homes'];
  keys: SearchKey[];
  conditions: TraceConditions;
  /** The trace before this one: what is new, and what was judged already. */
  before: TraceRow | null;
}

/**
 * Whom a trace looks for: the person with all that was taught, and the keys of its round (null: of every round, as for
 * what is handed over).
 */
export async function loadSearch(
  ctx: Context,
  h: Handle,
  trace: TraceRow,
  request: RequestRow,
  { systemId, round }: { systemId: SystemId; round: number | null },
): Promise<Search> {
  const vault = vaultOf(ctx, h);
  const keys: SearchKey[] = [];
  const struck = await struckKeys(h, request.id);
  for (const key of await traceKeysOf(h, trace.id)) {
    // A later round searches only for what the earlier ones taught.
    if (struck.has(struckId(key)) || (round !== null && key.round !== round)) continue;
    const value = await keyValue.open(vault, request.data_key_id, key.value_sealed, key.id);
    if (value) keys.push({ kind: key.kind, value, scope: key.scope });
  }
  const { record: known, homes } = await knownPerson(ctx, h, request, trace.id);
  const conditions = await traceConditions.open(vault, request.data_key_id, trace.conditions_sealed, trace.id);
  return {
    step: { trace_id: trace.id, system_id: systemId, round: round ?? 1 },
    request,
    person: known,
    homes,
    keys,
    conditions: conditions ?? NO_CONDITIONS,
    before: (await traceBefore(h, trace)) ?? null,
  };
}
