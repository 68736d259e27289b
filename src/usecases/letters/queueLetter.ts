import { letterText, type Letter } from '../../core/letters/letter';
import type { Handle } from '../../db/shared/handle';
import { insertLetter } from '../../db/letters/letters';
import type { RequestRow } from '../../db/requests/requests';
import type { Context } from '../shared/context';
import { vaultOf } from '../keys/vault';
import { recordTrail } from '../trail/recordTrail';
import { letterAddress, letterBody, letterSubject } from './sealed';

/** Writes a letter down, to be sent by the worker; in the transaction of what causes it. */
export async function queueLetter(
  ctx: Context,
  h: Handle,
  request: RequestRow,
  address: string,
  letter: Letter,
): Promise<string> {
  const vault = vaultOf(ctx, h);
  const id = ctx.keys.id('let');
  const domain = ctx.organisation.contact.split('@')[1] ?? 'bookend.example';
  await insertLetter(h, {
    id,
    request_id: request.id,
    template: letter.template,
    template_version: letter.version,
    message_id: `<${id}@${domain}>`,
    address_sealed: await letterAddress.close(vault, request.data_key_id, address, id),
    subject_sealed: await letterSubject.close(vault, request.data_key_id, letter.subject, id),
    body_sealed: await letterBody.close(vault, request.data_key_id, letterText(letter), id),
    state: 'queued',
    tries: 0,
    error: null,
    queued_at: ctx.clock.now(),
    sent_at: null,
    next_try_at: null,
  });
  await ctx.jobs.enqueue(h.trx, 'deliver-letters', {});
  await recordTrail(ctx, h, 'letter-queued', request.ref, letter.template);
  return id;
}
