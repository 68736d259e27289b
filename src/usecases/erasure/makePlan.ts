import type { PlanId, RequestRef } from '../../core/shared/ids';
import type { ConfirmPlanRefusal, MakePlanRefusal } from '../../core/erasure/refusals';
import { plan } from '../../core/erasure/plan';
import { needsAcceptance, smallestCohort } from '../../core/erasure/cohort';
import { totalsOf } from '../../core/erasure/residue';
import type { PlanLine, PlanRecord } from '../../core/erasure/types';
import { localDay } from '../../core/shared/days';
import { groupBy } from '../../core/shared/groupBy';
import { ok, refuse } from '../../core/shared/result';
import type { Handle } from '../../db/shared/handle';
import { listSystems } from '../../db/systems/systems';
import { insertOperations, insertPlan, lastPlan, setPlan, type PlanLineRow } from '../../db/erasure/plans';
import { setRequest, type RequestRow } from '../../db/requests/requests';
import { lastTrace } from '../../db/trace/traces';
import type { Context } from '../shared/context';
import { createTask } from '../helpers/createTask';
import { knownPerson } from '../people/knownPerson';
import { workOnRequest } from '../requests/workOnRequest';
import { vaultOf } from '../keys/vault';
import { beginRun } from '../runs/beginRun';
import { recordTrail } from '../trail/recordTrail';
import { OWN_SYSTEM } from './ownPart';
import { requestsInTheWay, rulesFor } from './planFacts';
import { planRecords } from './planRecords';
import { cohortAcceptance, lineReasons, lineTitle } from './sealed';

/**
 * Works out what happens to every accepted record, and freezes the day it was worked out on. Changes nothing outside.
 */
export async function makePlan(ctx: Context, input: { ref: RequestRef }) {
  return workOnRequest<{ planId: PlanId }, MakePlanRefusal>(ctx, input.ref, 'erasure.plan', async (h, request) => {
    if (request.right !== 'erasure') return refuse({ code: 'not-an-erasure' });
    if (request.decision !== 'fulfil') return refuse({ code: 'not-decided' });
    if (request.undecided > 0) return refuse({ code: 'matches-undecided', count: request.undecided });
    if (request.plan === 'executing') return refuse({ code: 'plan-running' });
    const trace = await lastTrace(h, request.id, 'find');
    if (!trace) return refuse({ code: 'no-trace' });
    const on = localDay(ctx.clock.now(), ctx.organisation.zone);
    const inTheWay = await requestsInTheWay(ctx, h, request, await knownPerson(ctx, h, request, trace.id));
    if (inTheWay.length > 0) return refuse({ code: 'open-requests', refs: inTheWay });
    const { records, titles, alike, close } = await planRecords(ctx, h, request, trace.id);
    const made = plan(records, await rulesFor(ctx, h, peopleIn(request, records)), on, (bytes) => ctx.keys.hash(bytes));
    const k = made.ok ? await cohortOf(made.value.lines, alike).finally(close) : null;
    if (!made.ok) {
      await close();
      return refuse(made.refusal);
    }

    const id = ctx.keys.id('pln');
    const { lines, fingerprint } = made.value;
    const rows = await sealLines(ctx, h, request, id, lines, titles);
    await insertPlan(
      h,
      {
        id,
        request_id: request.id,
        trace_id: trace.id,
        frozen_on: on,
        fingerprint,
        ...totalsOf(lines),
        k,
        created_at: ctx.clock.now(),
      },
      rows,
    );
    await setRequest(h, request.id, { plan: 'draft' });
    await recordTrail(ctx, h, 'plan-made', request.ref, fingerprint);
    return ok({ planId: id });
  });
}

async function sealLines(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  planId: PlanId,
  lines: readonly PlanLine[],
  titles: ReadonlyMap<string, string>,
): Promise<PlanLineRow[]> {
  const vault = vaultOf(ctx, h);
  const key = request.data_key_id;
  const rows: PlanLineRow[] = [];
  for (const [position, line] of lines.entries()) {
    const keysOf = (records: readonly string[]) => records.map((record) => record.slice(line.system.length + 1));
    rows.push({
      plan_id: planId,
      position,
      system_id: line.system,
      collection: line.collection,
      record_key: line.key,
      action: line.action,
      doer: line.doer,
      rule: line.rule,
      keep_until: line.keepUntil,
      law: line.law,
      restrict: line.restrict,
      together: keysOf(line.together),
      clear_first: keysOf(line.clearFirst),
      released_by: keysOf(line.releasedBy),
      reasons_sealed: await lineReasons.close(vault, key, line.reasons, planId, position),
      title_sealed: await lineTitle.close(vault, key, titles.get(line.record) ?? '', planId, position),
    });
  }
  return rows;
}

/** Owners of what no connector can change are asked once a system, with every record of it. */
async function askHelpers(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  lines: readonly PlanLine[],
  titles: ReadonlyMap<string, string>,
): Promise<void> {
  const systems = new Map((await listSystems(h)).map((system) => [system.id, system]));
  for (const [systemId, own] of groupBy(
    lines.filter(({ doer, action }) => doer === 'helper' && action !== 'keep'),
    ({ system }) => system,
  )) {
    await createTask(
      ctx,
      h,
      request,
      systems.get(systemId)!,
      'erase',
      own.map((line) => `${line.action}: ${titles.get(line.record) || line.key} (${line.key})`).join('\n'),
    );
  }
}

async function cohortOf(
  lines: readonly PlanLine[],
  alike: (id: string) => Promise<number | null>,
): Promise<number | null> {
  const counts: number[] = [];
  for (const line of lines.filter(isAnonymous)) {
    const count = await alike(line.record);
    if (count === null) return null;
    counts.push(count);
  }
  return smallestCohort(counts);
}

/** What is kept apart is not said to be anonymous, so nobody counts among how many it could hide. */
const isAnonymous = ({ action, rule }: Pick<PlanLine, 'action' | 'rule'>): boolean =>
  action === 'anonymise' && rule !== 'kept-apart';

/** Whom a plan is about: the one the request knows, and everybody whose entry in Bookend was found to be theirs. */
function peopleIn(request: RequestRow, records: readonly PlanRecord[]): (string | null)[] {
  return [
    request.person_id,
    ...records
      .filter(({ system, collection }) => system === OWN_SYSTEM && collection === 'persons')
      .map(({ key }) => key),
  ];
}

/**
 * Typing the reference sets it going. The plan is worked out again at its frozen day; every effect is written down as
 * an intention first.
 */
export async function confirmPlan(ctx: Context, input: { ref: RequestRef; typed: string; acceptance?: string }) {
  return workOnRequest<null, ConfirmPlanRefusal>(ctx, input.ref, 'erasure.plan', async (h, request) => {
    const row = await lastPlan(h, request.id);
    if (!row) return refuse({ code: 'no-plan' });
    if (row.state !== 'draft') return refuse({ code: 'plan-running' });
    if (input.typed.trim().toUpperCase() !== request.ref)
      return refuse({ code: 'reference-wrong', expected: request.ref });
    const acceptance = input.acceptance?.trim() ?? '';
    const { records, titles, close } = await planRecords(ctx, h, request, row.trace_id);
    await close();
    const inTheWay = await requestsInTheWay(ctx, h, request, await knownPerson(ctx, h, request, row.trace_id));
    if (inTheWay.length > 0) return refuse({ code: 'open-requests', refs: inTheWay });
    const again = plan(records, await rulesFor(ctx, h, peopleIn(request, records)), row.frozen_on, (bytes) =>
      ctx.keys.hash(bytes),
    );
    if (!again.ok) return refuse(again.refusal);
    if (again.value.fingerprint !== row.fingerprint) return refuse({ code: 'plan-changed' });
    if (needsAcceptance(row.k, again.value.lines.filter(isAnonymous).length) && acceptance.length < 5)
      return refuse({ code: 'small-cohort', k: row.k });

    const now = ctx.clock.now();
    const operations = again.value.lines.flatMap((line, position) =>
      line.doer !== 'bookend' && (line.action !== 'keep' || line.restrict)
        ? [
            {
              idempotency_key: `${row.id}:${position}`,
              plan_id: row.id,
              position,
              kind: line.action === 'keep' ? ('restrict' as const) : line.action,
              token:
                line.action === 'anonymise' ? ctx.keys.random(9).toString('base64url').replace(/[-_]/g, 'x') : null,
              intended_at: now,
            },
          ]
        : [],
    );
    await insertOperations(h, operations);
    await askHelpers(ctx, h, request, again.value.lines, titles);
    const accepted = acceptance
      ? await cohortAcceptance.close(vaultOf(ctx, h), request.data_key_id, acceptance, row.id)
      : null;
    await setPlan(h, row.id, {
      state: 'executing',
      phase: 'outside',
      k_accepted_sealed: accepted,
      confirmed_by: ctx.actor.id,
      confirmed_at: ctx.clock.now(),
    });
    await setRequest(h, request.id, { plan: 'executing' });
    await beginRun(ctx, h, 'run-erasure', { id: row.id, subject: row.id, total: operations.length });
    await recordTrail(ctx, h, 'plan-confirmed', request.ref, row.fingerprint);
    return ok(null);
  });
}
