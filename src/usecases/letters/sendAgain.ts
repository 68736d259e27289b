import type { LetterId, RequestRef } from '../../core/shared/ids';
import type { SendAgainRefusal } from '../../core/letters/refusals';
import { ok, refuse } from '../../core/shared/result';
import { lettersOf, setLetter } from '../../db/letters/letters';
import type { Context } from '../shared/context';
import { workOnRequest } from '../requests/workOnRequest';
import { recordTrail } from '../trail/recordTrail';

/** Tries a letter that was not taken at once, whether it waits for its next try or was given up. */
export async function sendAgain(ctx: Context, input: { ref: RequestRef; letterId: LetterId }) {
  return workOnRequest<null, SendAgainRefusal>(
    ctx,
    input.ref,
    'requests.work',
    async (h, request) => {
      const letter = (await lettersOf(h, request.id)).find(({ id }) => id === input.letterId);
      if (!letter) return refuse({ code: 'not-found' });
      if (letter.state === 'sent') return refuse({ code: 'letter-sent-already' });
      if (!letter.body_sealed) return refuse({ code: 'letter-gone' });
      await setLetter(h, letter.id, { state: 'queued', next_try_at: null });
      await ctx.jobs.enqueue(h.trx, 'deliver-letters', {});
      await recordTrail(ctx, h, 'letter-sent-again', request.ref, letter.template);
      return ok(null);
    },
    { closedToo: true },
  );
}
