import type { LetterId } from '../../core/shared/ids';
import { MOST_TRIES, waitAfter } from '../../core/letters/tries';
import type { Handle } from '../../db/shared/handle';
import { requestById, setRequest, type RequestRow } from '../../db/requests/requests';
import { clockEventsOfLetter, setCounting } from '../../db/clock/clockEvents';
import { nextLetterAt, setLetter, takeDueLetter } from '../../db/letters/letters';
import { nextMailAt, setOutbox, takeDueMail } from '../../db/letters/outbox';
import type { Context } from '../shared/context';
import { refreshRequest } from '../requests/refreshRequest';
import { letterAddress, letterBody, letterSubject, outboxMail } from './sealed';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';

const LETTERS_A_RUN = 500;
/** First wait of a letter that was not taken, in units of the shortest wait of the installation. */
const FIRST_WAIT = 15;

type Outcome = 'sent' | 'refused' | 'no-server' | 'none';

/**
 * Sends what is due, one letter a transaction. A crash between sending and noting it sends again with the
 * same Message-ID: at least once, and recognisable. A letter that is not taken has its own next try, in waits that grow over days.
 *
 * @returns how many were sent, and how many were not taken
 */
export async function deliverLetters(ctx: Context): Promise<{ sent: number; failed: number }> {
  const result = { sent: 0, failed: 0 };
  for (let n = 0; n < LETTERS_A_RUN; n++) {
    const letter = await deliverOne(ctx);
    const outcome = letter === 'none' ? await deliverMail(ctx) : letter;
    if (outcome === 'none') break;
    if (outcome === 'sent') result.sent++;
    else result.failed++;
    // Where nobody answers, the others need not be tried one by one.
    if (outcome === 'no-server') break;
  }
  await ctx.transaction(async (h) => {
    const next = [await nextLetterAt(h), await nextMailAt(h)].filter((at) => at !== null).sort()[0];
    // Those that were not tried come with the next of those that were.
    const soonest = new Date(Date.parse(ctx.clock.real()) + ctx.retryBaseMs).toISOString();
    if (next) await ctx.jobs.enqueue(h.trx, 'deliver-letters', {}, next > soonest ? next : soonest);
  });
  return result;
}

async function deliverOne(ctx: Context): Promise<Outcome> {
  return ctx.transaction(async (h) => {
    const letter = await takeDueLetter(h, ctx.clock.real());
    if (!letter) return 'none';
    const request = (await requestById(h, letter.request_id))!;
    const vault = vaultOf(ctx, h);
    const [to, subject, text] = [
      await letterAddress.open(vault, request.data_key_id, letter.address_sealed, letter.id),
      await letterSubject.open(vault, request.data_key_id, letter.subject_sealed, letter.id),
      await letterBody.open(vault, request.data_key_id, letter.body_sealed, letter.id),
    ];
    if (!to || !subject || !text) {
      await setLetter(h, letter.id, { state: 'failed', error: 'its key was destroyed' });
      await putOnClock(ctx, h, request, letter.id, null);
      return 'refused';
    }
    const tries = letter.tries + 1;
    const fault = await send(ctx, {
      messageId: letter.message_id,
      to,
      subject,
      text,
      language: request.language,
    });
    if (fault) {
      const change = notTaken(ctx, tries, fault);
      await setLetter(h, letter.id, change);
      if (change.state === 'failed') await putOnClock(ctx, h, request, letter.id, null);
      ctx.log.warn({ letter: letter.id, tries, cause: fault }, 'letter not taken by the mail server');
      return isOutage(fault) ? 'no-server' : 'refused';
    }
    await setLetter(h, letter.id, { state: 'sent', sent_at: ctx.clock.now(), tries, error: null, next_try_at: null });
    await putOnClock(ctx, h, request, letter.id, ctx.clock.now());
    await recordTrail(ctx, h, 'letter-sent', request.ref, letter.template);
    return 'sent';
  });
}

/**
 * What a letter says counts from when it has left. One that is given up has said nothing: an answer that never left opens the request
 * again, with its clock running as it was.
 */
async function putOnClock(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  letterId: LetterId,
  at: string | null,
): Promise<void> {
  const kinds = (await clockEventsOfLetter(h, letterId)).map(({ kind }) => kind);
  if (kinds.length === 0) return;
  await setCounting(h, letterId, at);
  // Whoever has opened it again meanwhile has undone its decision; the first answer stays on the clock.
  if (kinds.includes('answered') && request.decision !== 'none')
    await setRequest(
      h,
      request.id,
      at ? { answered: true, closed_at: request.closed_at ?? at } : { answered: false, closed_at: null },
    );
  if (kinds.includes('appeal-answered'))
    await setRequest(
      h,
      request.id,
      at ? { appeal: 'answered', closed_at: request.closed_at ?? at } : { appeal: 'open', closed_at: null },
    );
  if (!at) await recordTrail(ctx, h, 'letter-given-up', request.ref);
  await refreshRequest(ctx, h, request.id);
}

/** The same for mail that belongs to no request. What was sent is not kept: a link in it may still open something. */
async function deliverMail(ctx: Context): Promise<Outcome> {
  return ctx.transaction(async (h) => {
    const row = await takeDueMail(h, ctx.clock.real());
    if (!row) return 'none';
    const mail = await outboxMail.open(vaultOf(ctx, h), row.data_key_id, row.mail_sealed, row.id);
    if (mail === null) {
      await setOutbox(h, row.id, { state: 'failed', error: 'the person was erased', mail_sealed: null });
      return 'sent';
    }
    const tries = row.tries + 1;
    const fault = await send(ctx, { messageId: row.message_id, ...mail });
    if (fault) {
      await setOutbox(h, row.id, notTaken(ctx, tries, fault));
      ctx.log.warn({ mail: row.id, tries, cause: fault }, 'mail not taken by the mail server');
      return isOutage(fault) ? 'no-server' : 'refused';
    }
    await setOutbox(h, row.id, {
      state: 'sent',
      sent_at: ctx.clock.real(),
      tries,
      error: null,
      mail_sealed: null,
      next_try_at: null,
    });
    return 'sent';
  });
}

/** @returns null when it was taken; else the kind of failure: the server's own words may name the address */
async function send(ctx: Context, mail: Parameters<Context['mailer']['send']>[0]): Promise<string | null> {
  try {
    await ctx.mailer.send(mail);
    return null;
  } catch (error) {
    const { code, responseCode } = error as { code?: unknown; responseCode?: unknown };
    return [code, responseCode].filter(Boolean).map(String).join(' ') || 'not taken';
  }
}

/** Nobody answered, as against somebody who said no to this letter. */
function isOutage(fault: string): boolean {
  return (
    /^(ECONN|ETIMEDOUT|ESOCKET|EDNS|ENOTFOUND|EAI|EHOST|ENET|EAUTH|ETLS|EUNSET)/.test(fault) && !/ 5\d\d$/.test(fault)
  );
}

function notTaken(ctx: Context, tries: number, error: string) {
  const next = new Date(Date.parse(ctx.clock.real()) + waitAfter(tries, ctx.retryBaseMs * FIRST_WAIT)).toISOString();
  return tries >= MOST_TRIES
    ? { tries, error, state: 'failed' as const, next_try_at: null }
    : { tries, error, state: 'queued' as const, next_try_at: next };
}
