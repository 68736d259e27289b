import type { MatchId, RequestRef } from '../../core/shared/ids';
import type { SecondRefusal } from '../../core/trace/refusals';
import type { Verdict } from '../../core/trace/views';
import { ok, refuse } from '../../core/shared/result';
import type { Handle } from '../../db/shared/handle';
import { matchById, setSecond, setVerdict, type MatchRow } from '../../db/trace/matches';
import { traceById } from '../../db/trace/traces';
import type { Context } from '../shared/context';
import { workOnRequest } from '../requests/workOnRequest';
import { recordTrail } from '../trail/recordTrail';

/** Asks for a second reader, or takes that back as long as nobody has read. Nothing is decided before they have. */
export async function askSecondReader(ctx: Context, input: { ref: RequestRef; matchId: MatchId; isWanted: boolean }) {
  return workOnRequest<null, SecondRefusal>(ctx, input.ref, 'requests.review', async (h, request) => {
    if (request.decision !== 'none') return refuse({ code: 'already-decided' });
    const match = await matchById(h, input.matchId);
    const trace = match ? await traceById(h, match.trace_id) : undefined;
    if (!match || trace?.request_id !== request.id) return refuse({ code: 'not-found' });
    if (match.second_verdict !== null) return refuse({ code: 'read-already' });
    await setSecond(h, match.id, { second_asked_by: input.isWanted ? ctx.actor.id : null });
    await recordTrail(
      ctx,
      h,
      'verdict-given',
      request.ref,
      `second reader ${input.isWanted ? 'asked for' : 'not wanted any more'}: ${match.system_id}/${match.collection}/${match.record_key}`,
    );
    return ok(null);
  });
}

/**
 * What the second reader says. Where the two differ the match is unsure again, for both to look at. Returns how many
 * records it changed.
 */
export async function readSecond(
  ctx: Context,
  h: Handle,
  ref: RequestRef,
  match: MatchRow,
  verdict: Verdict | null,
): Promise<number> {
  await setSecond(h, match.id, {
    second_verdict: verdict,
    second_by: verdict === null ? null : ctx.actor.id,
    second_at: verdict === null ? null : ctx.clock.now(),
  });
  const differs = verdict !== null && match.verdict !== null && verdict !== match.verdict;
  const changed = differs ? await setVerdict(h, match, 'unsure', ctx.actor.id, ctx.clock.now()) : [];
  await recordTrail(
    ctx,
    h,
    'verdict-given',
    ref,
    `second reader: ${verdict ?? 'taken back'}${differs ? `, the first said ${match.verdict}` : ''}: ` +
      `${match.system_id}/${match.collection}/${match.record_key}`,
  );
  return Math.max(1, changed.length);
}
