import { forgetArrival, noteArrival, type ArrivalRow } from '../../db/health/arrivals';
import type { Context } from '../context';

/** The kind of a failure: a code, never a value. */
export function faultCode(error: unknown): string {
  // By what it carries, not by its class: a build may hold a class more than once.
  const { code, why, name } = (typeof error === 'object' && error !== null ? error : {}) as { code?: unknown; why?: unknown; name?: unknown };
  return [code, why, name].filter((one): one is string => typeof one === 'string' && one !== '')[0] ?? 'unknown';
}

/**
 * Notes that something came in and could not be kept. Where not even that can be written down the log has it, and it is seen again at the
 * next look: nothing is marked as seen before it is kept.
 */
export async function noteWaiting(ctx: Context, what: Pick<ArrivalRow, 'kind' | 'source' | 'state'> & { key: string }, error: unknown): Promise<void> {
  const now = ctx.clock.real();
  const code = faultCode(error);
  ctx.log.error({ kind: what.kind, source: what.source, state: what.state, cause: code }, 'what came in is not kept yet');
  try {
    await ctx.transaction((h) => noteArrival(h, { kind: what.kind, key_hash: ctx.keys.index(`arrival:${what.key}`), source: what.source, state: what.state, error: code, arrived_at: now, looked_at: now }));
  } catch {
    // The database is away itself; health says so.
  }
}

/** It is kept now, or gone. */
export async function noteKept(ctx: Context, kind: ArrivalRow['kind'], key: string): Promise<void> {
  await ctx.transaction((h) => forgetArrival(h, kind, ctx.keys.index(`arrival:${key}`)));
}
