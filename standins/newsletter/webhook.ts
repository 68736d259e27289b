import { createHmac, randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import type { NewsletterSettings } from './newsletter';

const TRIES = 5;

/** Signed as in the Standard Webhooks specification, and sent again until it is taken; each message keeps its id. */
export async function tellLedger(settings: NewsletterSettings, event: object): Promise<void> {
  const id = `msg_${randomUUID()}`;
  const body = JSON.stringify(event);
  for (let n = 0; n < TRIES; n++) {
    const timestamp = String(Math.floor(Date.now() / 1000));
    const signature = createHmac('sha256', Buffer.from(settings.webhookSecret, 'base64'))
      .update(`${id}.${timestamp}.${body}`)
      .digest('base64');
    const response = await fetch(`${settings.bookendUrl}/api/v1/webhooks/sys_newsletter`, {
      method: 'POST',
      body,
      headers: {
        'content-type': 'application/json',
        'webhook-id': id,
        'webhook-timestamp': timestamp,
        'webhook-signature': `v1,${signature}`,
      },
    }).catch(() => null);
    if (response?.ok) return;
    await wait(1000 * 2 ** n);
  }
}
