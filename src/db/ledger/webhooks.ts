import type { Handle } from '../shared/handle';

/** True the first time a webhook is seen. */
export async function rememberWebhook(h: Handle, systemId: string, webhookId: string, now: string): Promise<boolean> {
  const rows = (await h
    .trx('webhooks_seen')
    .insert({ system_id: systemId, webhook_id: webhookId, seen_at: now })
    .onConflict(['system_id', 'webhook_id'])
    .ignore()
    .returning('webhook_id')) as unknown[];
  return rows.length > 0;
}

export async function forgetWebhooks(h: Handle, before: string): Promise<void> {
  await h.trx('webhooks_seen').where('seen_at', '<', before).delete();
}

export async function forgetWebhook(h: Handle, systemId: string, webhookId: string): Promise<void> {
  await h.trx('webhooks_seen').where({ system_id: systemId, webhook_id: webhookId }).delete();
}
