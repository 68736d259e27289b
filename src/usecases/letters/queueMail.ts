import type { PersonId } from '../../core/shared/ids';
import type { Mailing } from '../../core/letters/mailings';
import type { Handle } from '../../db/shared/handle';
import { insertOutbox } from '../../db/letters/outbox';
import type { Mail } from '../../ports/mailer';
import type { Context } from '../shared/context';
import { indexText, normaliseIdentifier } from '../people/identifierKeys';
import { vaultOf } from '../keys/vault';
import { newWorkKey } from '../keys/workKeys';
import { recordTrail } from '../trail/recordTrail';
import { outboxMail, type QueuedMail } from './sealed';

/** Writes down a mail that belongs to no request, to be sent by the worker; in the transaction of what causes it. */
export async function queueMail(
  ctx: Context,
  h: Handle,
  to: string,
  mailing: Mailing,
  more: { personId?: PersonId; attachments?: Mail['attachments'] } = {},
): Promise<void> {
  const id = ctx.keys.id('out');
  const domain = ctx.organisation.contact.split('@')[1] ?? 'bookend.example';
  const mail: QueuedMail = {
    to,
    subject: mailing.subject,
    text: mailing.text,
    ...(more.attachments ? { attachments: more.attachments } : {}),
  };
  const normal = normaliseIdentifier('email', to, '', null);
  const key = await newWorkKey(ctx, h, {
    kind: 'mail',
    subject: id,
    hashes: normal ? [ctx.keys.index(indexText(normal))] : [],
  });
  await insertOutbox(h, {
    id,
    template: mailing.template,
    person_id: more.personId ?? null,
    message_id: `<${id}@${domain}>`,
    mail_sealed: await outboxMail.close(vaultOf(ctx, h), key, mail, id),
    data_key_id: key,
    state: 'queued',
    tries: 0,
    error: null,
    queued_at: ctx.clock.real(),
    sent_at: null,
    next_try_at: null,
  });
  await ctx.jobs.enqueue(h.trx, 'deliver-letters', {});
  await recordTrail(ctx, h, 'mail-queued', more.personId ?? null, mailing.template);
}
