import { createHmac, timingSafeEqual } from 'node:crypto';
import * as yup from 'yup';
import { choiceInputSchema, type ChoiceInput } from '../../core/consent/schema';
import { ok, refuse, type Result } from '../../core/shared/result';
import { rememberWebhook } from '../../db/consent/webhooks';
import { systemById } from '../../db/systems/systems';
import type { Context } from '../context';
import { connectionOfSystem } from '../systems/openConnector';
import { recordTrail } from '../trail/recordTrail';
import { recordChoicesIn, type RecordOutcome } from './recordChoices';

export type WebhookRefusal = { code: 'webhook-unknown' } | { code: 'signature-wrong' } | { code: 'timestamp-off' } | { code: 'webhook-invalid'; problems: string[] };

/** How far the sender's clock may be off, and for how long an old message is accepted, milliseconds. */
const TOLERANCE_MS = 5 * 60_000;

const bodySchema = yup.object({
  type: yup.string().oneOf(['contact.unsubscribed', 'contact.subscribed']).required(),
  at: yup.string().required(),
  contact: yup.object({ id: yup.string().max(120).required(), email: yup.string().max(320).required() }).required(),
});

/**
 * A message that a system sends by itself when somebody changes their mind there. Signed as in the Standard Webhooks
 * specification: HMAC-SHA-256 over `id.timestamp.body`, in base64 behind `v1,`. A message that comes again is thanked and
 * changes nothing; one that is old is refused, because it may be somebody else's copy.
 */
export async function receiveWebhook(ctx: Context, input: { systemId: string; id: string | null; timestamp: string | null; signature: string | null; body: string }): Promise<Result<RecordOutcome | null, WebhookRefusal>> {
  const system = await ctx.transaction((h) => systemById(h, input.systemId));
  const connection = system ? connectionOfSystem(ctx, system) : null;
  const [secret, purpose] = [connection?.['webhookSecret'], connection?.['flagPurpose']];
  if (!secret || !purpose || !input.id || !input.timestamp || !input.signature) return refuse({ code: 'webhook-unknown' });
  if (!isSigned(secret, input.id, input.timestamp, input.body, input.signature)) return refuse({ code: 'signature-wrong' });
  const sentAt = Number(input.timestamp) * 1000;
  if (!Number.isFinite(sentAt) || Math.abs(Date.parse(ctx.clock.real()) - sentAt) > TOLERANCE_MS) return refuse({ code: 'timestamp-off' });
  const choice = readBody(input.body, purpose);
  if (!choice.ok) return choice;
  return ctx.transaction(async (h) => {
    if (!(await rememberWebhook(h, input.systemId, input.id!, ctx.clock.real()))) return ok(null);
    const [outcome] = await recordChoicesIn(ctx, h, { systemId: input.systemId, choices: [{ ...choice.value, externalId: `webhook:${input.id}` }] });
    await recordTrail(ctx, h, 'webhook-received', input.systemId, `${choice.value.answer}: ${outcome!.status}`);
    return ok(outcome!);
  });
}

function isSigned(secret: string, id: string, timestamp: string, body: string, header: string): boolean {
  const expected = createHmac('sha256', Buffer.from(secret.replace(/^whsec_/, ''), 'base64')).update(`${id}.${timestamp}.${body}`).digest();
  return header.split(' ').some((one) => {
    const [version, value] = one.split(',');
    const given = Buffer.from(value ?? '', 'base64');
    return version === 'v1' && given.length === expected.length && timingSafeEqual(given, expected);
  });
}

function readBody(text: string, purpose: string): Result<ChoiceInput, WebhookRefusal> {
  try {
    const body = bodySchema.validateSync(JSON.parse(text), { abortEarly: false });
    return ok(choiceInputSchema.validateSync({
      occurredAt: body.at, identifiers: [{ kind: 'email', value: body.contact.email }], purpose, answer: body.type === 'contact.unsubscribed' ? 'withdraw' : 'grant', ask: 'newsletter-service', askVersion: 1, method: 'link in a mail', place: 'newsletter', country: null, language: null, evidence: { contact: body.contact.id },
      address: body.type === 'contact.subscribed' ? { channel: 'email', value: body.contact.email } : null,
    }, { abortEarly: false }));
  } catch (error) {
    return refuse({ code: 'webhook-invalid', problems: error instanceof yup.ValidationError ? error.errors.map((one) => one.slice(0, 200)) : ['The body is not JSON.'] });
  }
}
