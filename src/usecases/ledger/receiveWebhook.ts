import type { SystemId } from '../../core/shared/ids';
import { sayReason } from '../../core/words/reasons';
import type { WebhookRefusal } from '../../core/ledger/refusals';
import { timingSafeEqual } from 'node:crypto';
import * as yup from 'yup';
import { choiceInputSchema, type ChoiceInput } from '../../core/ledger/schema';
import { validateWhole } from '../../core/shared/validateWhole';
import { ok, refuse, type Result } from '../../core/shared/result';
import { claim, dropClaim } from '../../db/shared/claims';
import { systemById } from '../../db/systems/systems';
import type { Context } from '../shared/context';
import { connectionOfSystem } from '../systems/openConnector';
import { webhookSignature } from '../shared/webhookSignature';
import { recordTrail } from '../trail/recordTrail';
import { readChecks, recordChoicesIn, type RecordOutcome } from './recordChoices';

/** How far the sender's clock may be off, and for how long an old message is accepted, milliseconds. */
const TOLERANCE_MS = 5 * 60_000;

const contactSchema = yup.object({
  type: yup.string().oneOf(['contact.unsubscribed', 'contact.subscribed']).required(),
  at: yup.string().required(),
  contact: yup.object({ id: yup.string().max(120).required(), email: yup.string().max(320).required() }).required(),
});

/** A choice in the shape of `POST /choices`, for systems that can say more than a changed subscription. */
const choiceMadeSchema = yup.object({
  type: yup.string().oneOf(['choice.made']).required(),
  data: choiceInputSchema.required(),
});

/** How long a message is known again: much longer than an old one would be taken. */
const KEPT_MS = 2 * 86_400_000;

/**
 * A message that a system sends by itself when somebody changes their mind there. Signed as in the Standard Webhooks
 * specification: HMAC-SHA-256 over `id.timestamp.body`, in base64 behind `v1,`. A message that comes again is thanked and
 * changes nothing; one that is old is refused, because it may be somebody else's copy.
 */
export async function receiveWebhook(
  ctx: Context,
  input: { systemId: SystemId; id: string | null; timestamp: string | null; signature: string | null; body: string },
): Promise<Result<RecordOutcome | null, WebhookRefusal>> {
  const system = await ctx.transaction((h) => systemById(h, input.systemId));
  const connection = system ? connectionOfSystem(ctx, system) : null;
  const [secret, purpose] = [connection?.['webhookSecret'], connection?.['flagPurpose'] ?? null];
  if (!secret || !input.id || !input.timestamp || !input.signature) return refuse({ code: 'webhook-unknown' });
  if (!isSigned(secret, input.id, input.timestamp, input.body, input.signature))
    return refuse({ code: 'signature-wrong' });
  const sentAt = Number(input.timestamp) * 1000;
  if (!Number.isFinite(sentAt) || Math.abs(Date.parse(ctx.clock.real()) - sentAt) > TOLERANCE_MS)
    return refuse({ code: 'timestamp-off' });
  const choice = readBody(input.body, { purpose, ask: connection?.['webhookAsk'] ?? null });
  if (!choice.ok) return choice;
  return ctx.transaction(async (h) => {
    const name = { scope: `webhook:${input.systemId}`, key: input.id! };
    const now = ctx.clock.real();
    const expires = new Date(Date.parse(now) + KEPT_MS).toISOString();
    if (await claim(h, name, { claimed_at: now, expires_at: expires })) return ok(null);
    const known = choice.value.ask
      ? [...((await readChecks(ctx, h, input.systemId)).wordings.get(`ask:${choice.value.ask}`) ?? [])]
      : [];
    const askVersion = choice.value.askVersion ?? (known.length > 0 ? Math.max(...known) : null);
    const [outcome] = await recordChoicesIn(ctx, h, {
      systemId: input.systemId,
      choices: [{ ...choice.value, askVersion, externalId: `webhook:${input.id}` }],
    });
    await recordTrail(ctx, h, 'webhook-received', input.systemId, `${choice.value.answer}: ${outcome!.status}`);
    if (outcome!.status !== 'quarantined') return ok(outcome!);
    // It is not taken, and says why: once that is mended, the same message may come again.
    await dropClaim(h, name);
    return refuse({ code: 'webhook-held', reasons: outcome!.reasons.map(sayReason) });
  });
}

function isSigned(secret: string, id: string, timestamp: string, body: string, header: string): boolean {
  const expected = webhookSignature(secret, id, timestamp, body);
  return header.split(' ').some((one) => {
    const [version, value] = one.split(',');
    const given = Buffer.from(value ?? '', 'base64');
    return version === 'v1' && given.length === expected.length && timingSafeEqual(given, expected);
  });
}

function readBody(
  text: string,
  about: { purpose: string | null; ask: string | null },
): Result<ChoiceInput, WebhookRefusal> {
  try {
    const json = JSON.parse(text) as { type?: unknown } | null;
    if (json?.type === 'choice.made') return ok(validateWhole(choiceMadeSchema, json).data);
    const body = validateWhole(contactSchema, json);
    if (about.purpose === null)
      return refuse({
        code: 'webhook-invalid',
        problems: ['The system has no purpose of its flag: say it in its settings, or send choice.made.'],
      });
    return ok(
      choiceInputSchema.validateSync(
        {
          occurredAt: body.at,
          identifiers: [{ kind: 'email', value: body.contact.email }],
          purpose: about.purpose,
          answer: body.type === 'contact.unsubscribed' ? 'withdraw' : 'grant',
          ask: about.ask,
          askVersion: null,
          method: 'link in a mail',
          place: null,
          country: null,
          language: null,
          evidence: { contact: body.contact.id },
          address: body.type === 'contact.subscribed' ? { channel: 'email', value: body.contact.email } : null,
        },
        { abortEarly: false },
      ),
    );
  } catch (error) {
    return refuse({
      code: 'webhook-invalid',
      problems:
        error instanceof yup.ValidationError ? error.errors.map((one) => one.slice(0, 200)) : ['The body is not JSON.'],
    });
  }
}
