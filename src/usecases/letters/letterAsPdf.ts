import type { RequestRef } from '../../core/shared/ids';
import type { AccessRefusal } from '../../core/access/refusals';
import { sayDayIn } from '../../core/letters/frame';
import { letterFromText } from '../../core/letters/letter';
import { languageOf } from '../../core/letters/mailings';
import { localDay } from '../../core/shared/days';
import { ok, refuse, type Result } from '../../core/shared/result';
import { lettersOf } from '../../db/letters/letters';
import { requestByRef } from '../../db/requests/requests';
import type { Context } from '../shared/context';
import { letterPdf } from './pdf';
import { reach } from '../shared/may';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { letterBody, letterSubject } from './sealed';

/** A letter as it went, on the house's paper: for the post, or for the file. A look, so it is in the trail. */
export async function letterAsPdf(
  ctx: Context,
  input: { ref: RequestRef; id: string },
): Promise<Result<Buffer, AccessRefusal>> {
  const how = reach(ctx, 'requests.see');
  if (how === null || how === 'masked') return refuse({ code: 'not-allowed', act: 'requests.see' });
  const found = await ctx.transaction(async (h) => {
    const request = await requestByRef(h, input.ref);
    const letter = request ? (await lettersOf(h, request.id)).find(({ id }) => id === input.id) : undefined;
    if (!request || !letter) return null;
    const vault = vaultOf(ctx, h);
    const [subject, text] = [
      await letterSubject.open(vault, request.data_key_id, letter.subject_sealed, letter.id),
      await letterBody.open(vault, request.data_key_id, letter.body_sealed, letter.id),
    ];
    if (!subject || !text) return null;
    await recordTrail(ctx, h, 'record-opened', request.ref, `letter ${letter.template}`);
    return {
      subject,
      text,
      day: localDay(letter.sent_at ?? letter.queued_at, ctx.organisation.zone),
      language: languageOf(request.language),
    };
  });
  if (!found) return refuse({ code: 'not-found' });
  return ok(
    await letterPdf(letterFromText(found.subject, found.text), {
      organisation: ctx.organisation,
      date: sayDayIn(found.language, found.day),
      lang: found.language,
    }),
  );
}
