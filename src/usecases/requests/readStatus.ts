import type { RequestRef } from '../../core/shared/ids';
import type { ReadStatusRefusal } from '../../core/requests/refusals';
import type { StatusView } from '../../core/requests/views';
import { ok, refuse, type Result } from '../../core/shared/result';
import { lawTable } from '../../db/clock/laws';
import { requestByRef } from '../../db/requests/requests';
import { clockEventsOf } from '../../db/clock/clockEvents';
import type { Context } from '../shared/context';
import { recordTrail } from '../trail/recordTrail';
import { readingOf } from '../clock/clockOf';
import { statusHash } from '../intake/openRequest';
import { shopsToSignIn } from '../identity/shopProof';

/**
 * How a request stands, for whoever has its reference and word. It says nothing of what was found or decided, and a
 * reference that does not exist answers like a word that does not fit.
 */
export async function readStatus(
  ctx: Context,
  input: { ref: RequestRef; word: string },
): Promise<Result<StatusView, ReadStatusRefusal>> {
  return ctx.transaction(async (h) => {
    const row = await requestByRef(h, input.ref.trim());
    const given = statusHash(ctx, row?.id ?? 'nobody', input.word);
    if (!row?.status_hash || !given.equals(row.status_hash)) return refuse({ code: 'status-unknown' });
    const reading = readingOf(ctx, await lawTable(h), row, (await clockEventsOf(h, [row.id])).get(row.id)!);
    const step = row.joined_to
      ? 'joined'
      : row.closed_at
        ? 'answered'
        : row.appeal === 'open'
          ? 'appeal'
          : row.identity === 'asked'
            ? 'waits-for-you'
            : row.stage === 'intake' || row.stage === 'identity'
              ? 'received'
              : 'worked-on';
    await recordTrail(ctx, h, 'status-read', row.ref);
    return ok({
      ref: row.ref,
      right: row.right,
      language: row.language,
      step,
      receivedOn: reading.receivedOn,
      dueOn: row.due_on,
      isExtended: reading.reasons.some(({ code }) => code === 'extended'),
      shops: await shopsToSignIn(ctx, h, row),
    });
  });
}
