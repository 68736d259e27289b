import type { MatchId, RequestRef } from '../../core/shared/ids';
import type { RedactRefusal } from '../../core/trace/refusals';
import { mergeRedactions, type Redaction } from '../../core/trace/redaction';
import { ok, refuse } from '../../core/shared/result';
import { matchById } from '../../db/trace/matches';
import { clearRedaction, setRedaction } from '../../db/trace/redactions';
import { traceById } from '../../db/trace/traces';
import type { Context } from '../shared/context';
import { workOnRequest } from '../requests/workOnRequest';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { matchPassages, matchRecord } from './sealed';

/** The passages of one record that are not handed over; none takes the decision back, and what quotes others is withheld whole again. */
export async function redact(
  ctx: Context,
  input: { ref: RequestRef; matchId: MatchId; passages: readonly Redaction[] },
) {
  return workOnRequest<{ passages: number }, RedactRefusal>(ctx, input.ref, 'requests.review', async (h, request) => {
    if (request.decision !== 'none') return refuse({ code: 'already-decided' });
    const match = await matchById(h, input.matchId);
    const trace = match ? await traceById(h, match.trace_id) : undefined;
    if (!match || trace?.request_id !== request.id) return refuse({ code: 'not-found' });
    const vault = vaultOf(ctx, h);
    const record = await matchRecord.open(vault, request.data_key_id, match.record_sealed, match.id);
    const text = record?.text ?? null;
    if (text === null) return refuse({ code: 'nothing-to-redact' });
    const passages = mergeRedactions(input.passages.filter(({ start, end }) => start >= 0 && end <= text.length));
    if (passages.length === 0) await clearRedaction(h, match.id);
    else
      await setRedaction(h, {
        match_id: match.id,
        trace_id: trace.id,
        passages_sealed: await matchPassages.close(vault, request.data_key_id, passages, match.id),
        decided_by: ctx.actor.id,
        decided_at: ctx.clock.now(),
      });
    await recordTrail(
      ctx,
      h,
      'record-redacted',
      request.ref,
      `${match.system_id}/${match.collection}/${match.record_key}: ${passages.length} passages`,
    );
    return ok({ passages: passages.length });
  });
}
