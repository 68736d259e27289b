import type { SettleArrivalByHandRefusal } from '../../core/health/refusals';
import type { AccessRefusal } from '../../core/access/refusals';
import type { ArrivalView } from '../../core/systems/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import {
  arrivalOf,
  arrivalsOpen,
  forgetArrival,
  noteArrival,
  settleArrival,
  type ArrivalRow,
} from '../../db/health/arrivals';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { systemsInReach } from '../systems/systemsInReach';
import { faultCode } from '../shared/faultCode';
import { recordLook } from '../trail/recordLook';
import { recordTrail } from '../trail/recordTrail';
import { arrivalName } from './sealed';

/**
 * Notes that something came in and could not be kept. Where not even that can be written down the log has it, and it is seen again at the
 * next look: nothing is marked as seen before it is kept.
 */
export async function noteWaiting(
  ctx: Context,
  what: Pick<ArrivalRow, 'kind' | 'source' | 'state'> & { key: string },
  error: unknown,
): Promise<void> {
  const now = ctx.clock.real();
  const code = faultCode(error);
  ctx.log.error(
    { kind: what.kind, source: what.source, state: what.state, cause: code },
    'what came in is not kept yet',
  );
  try {
    await ctx.transaction((h) =>
      noteArrival(h, {
        kind: what.kind,
        key_hash: ctx.keys.index(`arrival:${what.key}`),
        name_sealed: arrivalName.closeUnder(ctx.keys, null, what.key),
        source: what.source,
        state: what.state,
        error: code,
        arrived_at: now,
        looked_at: now,
      }),
    );
  } catch {
    // The database is away itself; health says so.
  }
}

const MOST_SHOWN = 100;

const ACT = { mail: 'requests.work', file: 'imports.run' } as const;

/** What could not be taken in, by its name and why, for those who work with what comes in that way. A look: it is in the trail. */
export async function readArrivals(
  ctx: Context,
  input: { kind: ArrivalRow['kind'] },
): Promise<Result<ArrivalView[], AccessRefusal>> {
  const act = ACT[input.kind];
  if (!reach(ctx, act)) return refuse({ code: 'not-allowed', act });
  return ctx.transaction(async (h) => {
    const own = await ownSources(ctx, h);
    const rows = (await arrivalsOpen(h, input.kind, MOST_SHOWN)).filter(
      ({ source }) => source === null || own.has(source),
    );
    const views = rows.map((row): ArrivalView => ({
      id: row.key_hash.toString('hex'),
      name: row.name_sealed ? arrivalName.openUnder(ctx.keys, null, row.name_sealed) : null,
      source: row.source,
      arrivedAt: row.arrived_at,
      why: row.error,
      mustLook: row.state === 'unreadable',
      tries: row.tries,
    }));
    if (views.length > 0) await recordLook(ctx, h, 'arrivals-viewed', null, `${input.kind}: ${views.length}`);
    return ok(views);
  });
}

/** A colleague has looked after it where it lies: it is not shown again, though it still lies there. */
export async function settleArrivalByHand(
  ctx: Context,
  input: { kind: ArrivalRow['kind']; id: string },
): Promise<Result<null, AccessRefusal | SettleArrivalByHandRefusal>> {
  const act = ACT[input.kind];
  if (!reach(ctx, act)) return refuse({ code: 'not-allowed', act });
  return ctx.transaction(async (h) => {
    const row = await arrivalOf(h, input.kind, Buffer.from(input.id, 'hex'));
    if (
      !row ||
      (row.source !== null && !(await ownSources(ctx, h)).has(row.source)) ||
      !(await settleArrival(h, input.kind, row.key_hash))
    )
      return refuse({ code: 'not-found' });
    await recordTrail(ctx, h, 'arrival-settled', null, input.kind);
    return ok(null);
  });
}

/** Systems whose folders the one who asks takes files in from. */
async function ownSources(ctx: Context, h: Handle): Promise<Set<string>> {
  return new Set((await systemsInReach(ctx, h, 'imports.run')).map(({ id }) => id));
}

/** It is kept now, or gone. */
export async function noteKept(ctx: Context, kind: ArrivalRow['kind'], key: string): Promise<void> {
  await ctx.transaction((h) => forgetArrival(h, kind, ctx.keys.index(`arrival:${key}`)));
}
