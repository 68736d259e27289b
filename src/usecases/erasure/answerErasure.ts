import { residueOf } from '../../core/erasure/residue';
import type { PlanLine } from '../../core/erasure/types';
import { sayDayIn, wordsOf } from '../../core/letters/frame';
import { groupBy } from '../../core/shared/groupBy';
import { setPlan, type PlanRow } from '../../db/erasure/plans';
import { lettersOf } from '../../db/letters/letters';
import { requestById, type RequestRow } from '../../db/requests/requests';
import { lastTrace } from '../../db/trace/traces';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { queueLetter } from '../letters/queueLetter';
import { writeLetter } from '../letters/writeLetter';
import { answerAddress } from '../letters/answerAddress';
import { recipientsOf } from '../carryOut/tellRecipients';
import { saidRegister } from '../systems/phrasebookOf';
import { notSearched } from '../trace/notSearched';
import { openLines } from './openLines';
import type { PhaseOutcome } from './runErasure';

const POLL_MS = 400;
const RECIPIENTS_WAIT_MS = 3_600_000;

/**
 * The answer goes while there still is an address, and has to be sent before anything of Bookend's own goes. Whoever had received the
 * data is told before (GDPR art. 19), so that the letter can say who was, and when.
 */
export async function answerErasure(ctx: Context, row: PlanRow): Promise<PhaseOutcome> {
  return ctx.transaction(async (h) => {
    const request = (await requestById(h, row.request_id))!;
    const answer = (await lettersOf(h, request.id)).findLast(
      ({ template }) => template === 'erasure-answer' || template === 'erasure-part',
    );
    const { address, name } = await answerAddress(ctx, h, request);
    if (!answer) {
      const untold = (await recipientsOf(ctx, h, request)).filter(({ how }) => how === null);
      if (untold.length > 0)
        return {
          done: false,
          waitMs: RECIPIENTS_WAIT_MS,
          error: `Waits until ${untold.length} ${untold.length === 1 ? 'recipient has' : 'recipients have'} been told (GDPR art. 19).`,
        };
    }
    if (!answer && address) {
      await queueLetter(ctx, h, request, address, await letterOf(ctx, h, row, request, name));
      return { done: false, waitMs: POLL_MS };
    }
    // A letter that fails is tried again for days, and can be sent again by hand: until it is out, the person's address is kept.
    if (answer && answer.state !== 'sent')
      return {
        done: false,
        waitMs: answer.tries > 0 ? ctx.retryBaseMs * 30 : POLL_MS,
        error:
          answer.tries > 0 ? 'The answer could not be mailed yet; the person’s address is kept until it is.' : null,
      };
    await setPlan(h, row.id, { phase: 'own', own_at: ctx.clock.now(), error: null });
    return { done: true };
  });
}

/** What went, what stays and on which ground. Where anything stays it is a part-refusal, and the letter says so. */
async function letterOf(ctx: Context, h: Handle, row: PlanRow, request: RequestRow, name: string | null) {
  const lines = await openLines(ctx, h, row, request);
  const register = await saidRegister(h, request.language);
  const { records, keptBecause, restricted: marked, nothing, told } = wordsOf(request.language);
  const say = (place: string, count: number) => `${register.place(place)}: ${records(count)}`;
  const gone = (wanted: (line: PlanLine) => boolean) =>
    [...groupBy(lines.filter(wanted), (line) => `${line.system}/${line.collection}`)].map(([place, own]) =>
      say(place, own.length),
    );
  const erased = gone(({ action }) => action === 'erase');
  const residue = residueOf(lines).map((line) => {
    const because = keptBecause[line.rule as keyof typeof keptBecause](
      line.until ? sayDayIn(request.language, line.until) : null,
      line.law,
    );
    return `${say(`${line.system}/${line.collection}`, line.count)}. ${because}${line.restricted > 0 ? ` ${marked}` : ''}`;
  });
  const recipients = (await recipientsOf(ctx, h, request))
    .filter(({ wasTold }) => wasTold)
    .map(({ recipient, toldOn }) =>
      told(register.say(recipient) ?? `“${recipient}”`, sayDayIn(request.language, toldOn!)),
    );
  const trace = (await lastTrace(h, request.id, 'find'))!;
  return writeLetter(ctx, h, request, name, residue.length > 0 ? 'erasure-part' : 'erasure-answer', {
    // An empty list is said in a word: what is not there is the answer too.
    erased: erased.length > 0 ? erased : [nothing],
    anonymised: gone(({ action, rule }) => action === 'anonymise' && rule !== 'kept-apart'),
    ...(residue.length > 0 ? { residue } : {}),
    recipients,
    notSearched: await notSearched(h, trace, request.language),
  });
}
