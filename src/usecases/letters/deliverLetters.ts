import { requestById } from '../../db/requests/requests';
import { setLetter, takeQueuedLetter } from '../../db/letters/letters';
import { setOutbox, takeQueuedMail } from '../../db/letters/outbox';
import type { Context } from '../context';
import type { QueuedMail } from './queueMail';
import { vaultOf } from '../shared/vault';
import { recordTrail } from '../trail/recordTrail';

const MOST_TRIES = 12;
const LETTERS_A_RUN = 500;

/**
 * Sends what is queued, one letter a transaction. A crash between sending and noting it sends again with the
 * same Message-ID: at least once, and recognisable.
 *
 * @returns how many were sent, and whether any has to be tried again
 */
export async function deliverLetters(ctx: Context): Promise<{ sent: number; failed: number }> {
  let sent = 0;
  let failed = 0;
  while (sent + failed < LETTERS_A_RUN) {
    const letter = await deliverOne(ctx);
    const outcome = letter === 'none' ? await deliverMail(ctx) : letter;
    if (outcome === 'none') break;
    if (outcome === 'sent') sent++;
    else {
      failed++;
      break;
    }
  }
  if (failed > 0) await ctx.transaction((h) => ctx.jobs.enqueue(h.trx, 'deliver-letters', {}, new Date(Date.parse(ctx.clock.real()) + ctx.retryBaseMs * 4).toISOString()));
  return { sent, failed };
}

async function deliverOne(ctx: Context): Promise<'sent' | 'failed' | 'none'> {
  return ctx.transaction(async (h) => {
    const letter = await takeQueuedLetter(h);
    if (!letter) return 'none';
    const request = (await requestById(h, letter.request_id))!;
    const vault = vaultOf(ctx, h);
    const open = (sealed: Buffer | null, part: string) => vault.unseal(request.data_key_id, sealed, `letter-${part}:${letter.id}`);
    const [to, subject, text] = [await open(letter.address_sealed, 'address'), await open(letter.subject_sealed, 'subject'), await open(letter.body_sealed, 'body')];
    if (!to || !subject || !text) {
      await setLetter(h, letter.id, { state: 'failed', error: 'its key was destroyed' });
      return 'failed';
    }
    try {
      await ctx.mailer.send({ messageId: letter.message_id, to, subject, text });
    } catch (error) {
      const tries = letter.tries + 1;
      // The server's own words may name the address; only the kind of failure is kept.
      await setLetter(h, letter.id, { tries, error: error instanceof Error && 'code' in error ? String(error.code) : 'not taken', state: tries >= MOST_TRIES ? 'failed' : 'queued' });
      ctx.log.warn({ letter: letter.id, tries }, 'letter not taken by the mail server');
      return 'failed';
    }
    await setLetter(h, letter.id, { state: 'sent', sent_at: ctx.clock.now(), tries: letter.tries + 1, error: null });
    await recordTrail(ctx, h, 'letter-sent', request.ref, letter.template);
    return 'sent';
  });
}

/** The same for mail that belongs to no request. What was sent is not kept: a link in it may still open something. */
async function deliverMail(ctx: Context): Promise<'sent' | 'failed' | 'none'> {
  return ctx.transaction(async (h) => {
    const row = await takeQueuedMail(h);
    if (!row) return 'none';
    const tries = row.tries + 1;
    if (!row.mail_sealed) {
      await setOutbox(h, row.id, { state: 'failed', error: 'the person was erased' });
      return 'sent';
    }
    try {
      await ctx.mailer.send({ messageId: row.message_id, ...(JSON.parse(ctx.keys.unsealOwn(row.mail_sealed, row.id)) as QueuedMail) });
    } catch (error) {
      await setOutbox(h, row.id, { tries, error: error instanceof Error && 'code' in error ? String(error.code) : 'not taken', state: tries >= MOST_TRIES ? 'failed' : 'queued' });
      ctx.log.warn({ mail: row.id, tries }, 'mail not taken by the mail server');
      return 'failed';
    }
    await setOutbox(h, row.id, { state: 'sent', sent_at: ctx.clock.real(), tries, error: null, mail_sealed: null });
    return 'sent';
  });
}
