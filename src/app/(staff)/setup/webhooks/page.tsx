import { reachOf } from '../../../../core/access/roles';
import { readWebhooks } from '../../../../usecases/webhooks/webhooks';
import { WebhooksSheet } from '../../../../ui/webhooks/WebhooksSheet';
import { shown, staff } from '../../../lib/session';
import { addWebhook, pauseWebhook, removeWebhook, resumeWebhook, rotateWebhookSecret, tryWebhook } from '../actions';

export const metadata = { title: 'Webhooks' };

export default async function WebhooksPage() {
  const { ctx, actor } = await staff('installation.see');
  return (
    <WebhooksSheet
      webhooks={shown(await readWebhooks(ctx))}
      zone={ctx.organisation.zone}
      mayChange={reachOf(actor.roles, 'installation.change') !== null}
      actions={{ addWebhook, pauseWebhook, removeWebhook, resumeWebhook, rotateWebhookSecret, tryWebhook }}
    />
  );
}
