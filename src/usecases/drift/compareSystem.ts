import type { PersonId, RunId, SystemId } from '../../core/shared/ids';
import type { AccessRefusal } from '../../core/access/refusals';
import { driftOf } from '../../core/drift/drift';
import { ok, refuse, type Result } from '../../core/shared/result';
import { readsIn } from '../../db/standing/permissions';
import {
  insertDriftItems,
  insertDriftRun,
  intendFor,
  noteFollowed,
  personToCorrect,
  settleGone,
  type DriftItemRow,
  type FollowRow,
} from '../../db/drift/drift';
import { listSystems, markReached, systemById } from '../../db/systems/systems';
import { isConnectorError, type Connector, type Flag } from '../../ports/connector';
import { lastRun } from '../../db/runs/runs';
import type { Context } from '../shared/context';
import { answerMany, type Question } from '../standing/checkMany';
import { normaliseIdentifier } from '../people/identifierKeys';
import { reach } from '../shared/may';
import { connectionOfSystem, openConnector } from '../systems/openConnector';
import { beginRun } from '../runs/beginRun';
import { finishRun, moveRun, RunFailed, workOnRun } from '../runs/workOnRun';
import { recordTrail } from '../trail/recordTrail';

/** Systems that keep flags of what is permitted: their connection names them. */
export async function systemsWithFlags(ctx: Context): Promise<{ id: string; name: string }[]> {
  const systems = await ctx.transaction(listSystems);
  return systems.filter((system) => {
    const connection = connectionOfSystem(ctx, system);
    return Boolean(connection?.['flag'] ?? connection?.['flagPurpose']);
  });
}

/** Asks for one system, or every one that keeps flags, to be compared with the ledger. */
export async function startComparison(
  ctx: Context,
  input: { systemId?: SystemId } = {},
): Promise<Result<{ runs: string[] }, AccessRefusal>> {
  if (!reach(ctx, 'drift.correct')) return refuse({ code: 'not-allowed', act: 'drift.correct' });
  const systems = (await systemsWithFlags(ctx)).filter(({ id }) => !input.systemId || id === input.systemId);
  if (systems.length === 0) return refuse({ code: 'not-found' });
  return ctx.transaction(async (h) => {
    const runs: string[] = [];
    for (const { id: systemId } of systems) {
      const id = ctx.keys.id('drf');
      await beginRun(ctx, h, 'compare-system', { id, subject: systemId });
      await insertDriftRun(h, { id, correct_person: null });
      runs.push(id);
    }
    await recordTrail(ctx, h, 'drift-compared', null, `${systems.length} systems asked`);
    return ok({ runs });
  });
}

/**
 * Reads every flag of one system and holds it against the ledger. A system that fails is said; nothing of it is
 * changed.
 */
export async function compareSystem(ctx: Context, { runId }: { runId: RunId }): Promise<void> {
  await workOnRun(ctx, runId, async (run) => {
    const systemId = run.subject!;
    const { connector } = await openConnector(ctx, systemId);
    try {
      await compareAll(ctx, runId, systemId, connector);
    } catch (error) {
      if (!isConnectorError(error)) throw error;
      await ctx.transaction((h) =>
        markReached(h, systemId, ctx.clock.now(), `${error.kind}: ${error.message.slice(0, 200)}`),
      );
      throw new RunFailed(error.message);
    } finally {
      await connector.close();
    }
  });
}

async function compareAll(ctx: Context, runId: RunId, systemId: SystemId, connector: Connector): Promise<void> {
  const counts = { unknown: 0, found: 0 };
  let compared = 0;
  const stillThere: string[] = [];
  const before = await ctx.transaction((h) => lastRun(h, 'compare-system', { subject: systemId, state: 'finished' }));
  for await (const flags of connector.flags!()) {
    const part = await comparePart(ctx, systemId, flags, before?.finished_at ?? null);
    compared += part.compared;
    counts.unknown += part.unknown;
    counts.found += part.drifting.length;
    stillThere.push(...part.drifting);
    await ctx.transaction((h) => moveRun(h, runId, { done: compared, counts }));
  }
  await ctx.transaction(async (h) => {
    await settleGone(h, systemId, stillThere, ctx.clock.now());
    const person = await personToCorrect(h, runId);
    if (person && (await intendFor(h, systemId, person)) > 0) await ctx.jobs.enqueue(h.trx, 'correct-drift', {});
    await markReached(h, systemId, ctx.clock.now(), null);
    await finishRun(ctx, h, runId);
    await recordTrail(ctx, h, 'drift-compared', systemId, `${compared} compared, ${counts.found} differ`);
  });
}

const ORDER = ['email', 'phone', 'customer-number'];

/** A yes is often for one address: asked about without it, it would not count. */
function questionOf(flag: Flag, systemId: SystemId, country: string | null): { flag: Flag; question: Question }[] {
  const identifier = flag.identifiers
    .toSorted((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind))
    .map(({ kind, value }) => normaliseIdentifier(kind, value, systemId, country))
    .find((one) => one !== null);
  return identifier ? [{ flag, question: { identifier, purpose: flag.purpose } }] : [];
}

function itemOf(
  ctx: Context,
  systemId: SystemId,
  flag: Flag,
  personId: PersonId,
  direction: DriftItemRow['direction'],
  { standing, since }: { standing: string; since: string | null },
): DriftItemRow {
  const id = ctx.keys.id('dft');
  return {
    id,
    system_id: systemId,
    purpose: flag.purpose,
    record_key: flag.key,
    person_id: personId,
    direction,
    standing,
    since: since ? new Date(since).toISOString() : null,
    found_at: ctx.clock.now(),
    state: 'open',
    idempotency_key: `drift-${id}`,
    tries: 0,
    detail: null,
    settled_at: null,
    settled_how: null,
  };
}

async function comparePart(
  ctx: Context,
  systemId: SystemId,
  flags: readonly Flag[],
  comparedBefore: string | null,
): Promise<{ compared: number; unknown: number; drifting: string[] }> {
  return ctx.transaction(async (h) => {
    const country = (await systemById(h, systemId))?.default_country ?? null;
    const asked = flags.flatMap((flag) => questionOf(flag, systemId, country));
    const answers = await answerMany(
      ctx,
      readsIn(h),
      asked.map(({ question }) => question),
    );
    const items: DriftItemRow[] = [];
    const followed: FollowRow[] = [];
    let unknown = flags.length - asked.length;
    for (const [i, { flag }] of asked.entries()) {
      const { answer, personIds } = answers[i]!;
      if (personIds.length === 0) {
        unknown++;
        continue;
      }
      // A no that came since the last comparison and is followed now was followed in between; what is older was
      // followed before anyone measured.
      if (
        !answer.permitted &&
        answer.because &&
        answer.since &&
        (flag.permits || (comparedBefore !== null && Date.parse(answer.since) > Date.parse(comparedBefore)))
      )
        followed.push({
          choice_id: answer.because,
          system_id: systemId,
          said_at: new Date(answer.since).toISOString(),
          followed_at: flag.permits ? null : ctx.clock.now(),
        });
      const direction = driftOf(flag.permits, answer);
      if (!direction) continue;
      items.push(itemOf(ctx, systemId, flag, personIds[0]!, direction, answer));
    }
    await insertDriftItems(h, items);
    await noteFollowed(h, followed);
    return { compared: asked.length, unknown, drifting: items.map((item) => `${item.purpose}/${item.record_key}`) };
  });
}
