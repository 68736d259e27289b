import { createHmac } from 'node:crypto';

/**
 * HMAC-SHA-256 over `id.timestamp.body`, as the Standard Webhooks specification has it.
 *
 * @param secret `whsec_` and the key in base64
 * @param timestamp seconds
 */
export function webhookSignature(secret: string, id: string, timestamp: string, body: string): Buffer {
  return createHmac('sha256', Buffer.from(secret.replace(/^whsec_/, ''), 'base64'))
    .update(`${id}.${timestamp}.${body}`)
    .digest();
}
