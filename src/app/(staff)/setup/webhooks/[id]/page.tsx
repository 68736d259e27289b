import { readWebhookCalls } from '../../../../../usecases/webhooks/webhooks';
import { CallsSheet } from '../../../../../ui/webhooks/CallsSheet';
import { shown, staff } from '../../../../lib/session';

export const metadata = { title: 'Calls of a webhook' };

export default async function WebhookCallsPage({ params }: { params: Promise<{ id: string }> }) {
  const { ctx } = await staff('installation.see');
  return <CallsSheet {...shown(await readWebhookCalls(ctx, await params))} zone={ctx.organisation.zone} />;
}
