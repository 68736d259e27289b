import type { RequestRef, TraceId } from '../../core/shared/ids';
import type { StartTraceRefusal } from '../../core/trace/refusals';
import { addressKey } from '../../core/people/addressKeys';
import { sayName } from '../../core/matching/compare';
import type { PersonRecord } from '../../core/people/record';
import { NO_CONDITIONS, sayConditions, type TraceConditions } from '../../core/trace/conditions';
import { ok, refuse } from '../../core/shared/result';
import type { Handle } from '../../db/shared/handle';
import type { RequestRow } from '../../db/requests/requests';
import { listSystems } from '../../db/systems/systems';
import {
  insertSteps,
  insertTrace,
  insertTraceKeys,
  lastTrace,
  struckId,
  struckKeys,
  type TraceKeyRow,
  type TraceRow,
} from '../../db/trace/traces';
import type { Context } from '../shared/context';
import { indexText, normaliseIdentifier } from '../people/identifierKeys';
import { personOfRequest } from '../people/personOfRequest';
import { createTask } from '../helpers/createTask';
import { workOnRequest } from '../requests/workOnRequest';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { carryUploads } from './carryOver';
import { keyValue, traceConditions } from './sealed';

/** Kind of a system without a connection. */
export const BY_HAND = 'by-hand';

/** Searches every traced system for the person of a request; one job per system, side by side. */
export async function startTrace(ctx: Context, input: { ref: RequestRef; conditions?: TraceConditions }) {
  return workOnRequest<{ traceId: TraceId }, StartTraceRefusal>(ctx, input.ref, 'requests.work', async (h, request) => {
    if (request.identity !== 'proven') return refuse({ code: 'identity-not-proven' });
    const last = await lastTrace(h, request.id, 'find');
    if (last?.state === 'running') return refuse({ code: 'trace-running' });
    if (request.decision !== 'none') return refuse({ code: 'already-decided' });
    const traceId = await insertTraceOf(
      ctx,
      h,
      request,
      'find',
      await personOfRequest(ctx, h, request),
      input.conditions,
    );
    await recordTrail(
      ctx,
      h,
      'trace-started',
      request.ref,
      input.conditions && input.conditions.rows.length > 0 ? `${traceId}: ${sayConditions(input.conditions)}` : traceId,
    );
    return ok({ traceId });
  });
}

/** A trace with its keys and its first round of steps. A proof trace leaves Bookend itself out. */
export async function insertTraceOf(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  kind: TraceRow['kind'],
  person: PersonRecord,
  conditions: TraceConditions = NO_CONDITIONS,
): Promise<string> {
  const id = ctx.keys.id('trc');
  const traced = (await listSystems(h)).filter(
    (system) => system.is_traced && !(kind === 'proof' && system.kind === 'bookend'),
  );
  // Nobody but its owner can look into what has no connection.
  const systems = traced.filter((system) => system.kind !== BY_HAND);
  const before = await lastTrace(h, request.id, 'find');
  // Where nothing can be searched by itself, nothing is awaited.
  const isOver = systems.length === 0;
  await insertTrace(h, {
    id,
    request_id: request.id,
    kind,
    state: isOver ? 'finished' : 'running',
    round: 1,
    started_at: ctx.clock.now(),
    finished_at: isOver ? ctx.clock.now() : null,
    conditions_sealed:
      conditions.rows.length > 0
        ? await traceConditions.close(vaultOf(ctx, h), request.data_key_id, conditions, id)
        : null,
  });
  await addTraceKeys(ctx, h, request, id, person, 1, null);
  const byHand = traced.filter((system) => system.kind === BY_HAND);
  if (kind === 'find' && before) await carryUploads(ctx, h, request, before, id, byHand, conditions);
  if (kind === 'find')
    for (const system of byHand) await createTask(ctx, h, request, system, 'search', sayPerson(person));
  await insertSteps(
    h,
    systems.map((system) => ({ trace_id: id, system_id: system.id, round: 1 })),
  );
  for (const system of systems) await ctx.jobs.enqueue(h.trx, 'trace-system', { systemId: system.id });
  return id;
}

/** The person, as an owner has to know them to find them. */
function sayPerson(person: PersonRecord): string {
  return [
    sayName(person),
    ...(person.emails ?? []),
    ...(person.phones ?? []),
    ...(person.customerNumbers ?? []).map(({ value }) => `customer ${value}`),
    person.birthDate ? `born ${person.birthDate}` : null,
  ]
    .filter(Boolean)
    .join('\n');
}

/** The identifiers of a record as search keys; returns how many were new. */
export async function addTraceKeys(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  traceId: TraceId,
  person: PersonRecord,
  round: number,
  taughtBy: string | null,
): Promise<number> {
  const country = person.country ?? ctx.organisation.country;
  const vault = vaultOf(ctx, h);
  const name = round === 1 ? sayName(person) : null;
  const address = addressKey(person.street, person.postcode);
  const found = [
    ...(person.emails ?? []).map((value) => normaliseIdentifier('email', value, '', null)),
    ...(person.phones ?? []).map((value) => normaliseIdentifier('phone', value, '', country)),
    ...(person.customerNumbers ?? []).map(({ system, value }) =>
      normaliseIdentifier('customer-number', value, system, null),
    ),
    ...(name ? [{ kind: 'name', scope: '', value: name, loose: null }] : []),
    ...(address ? [{ kind: 'address', scope: '', value: address.canonical, loose: null }] : []),
  ].filter((identifier) => identifier !== null);
  const struck = await struckKeys(h, request.id);
  const rows: TraceKeyRow[] = [];
  for (const identifier of found) {
    const id = ctx.keys.id('tky');
    const hash = ctx.keys.index(indexText(identifier));
    // A key that was struck teaches nothing more; one that was given stays listed as struck.
    if (taughtBy !== null && struck.has(struckId({ kind: identifier.kind, scope: identifier.scope, hash }))) continue;
    rows.push({
      id,
      trace_id: traceId,
      kind: identifier.kind as TraceKeyRow['kind'],
      scope: identifier.scope,
      value_sealed: await keyValue.close(
        vault,
        request.data_key_id,
        identifier.kind === 'address' ? address!.value : identifier.value,
        id,
      ),
      hash,
      round,
      taught_by: taughtBy,
    });
  }
  return insertTraceKeys(h, rows);
}
