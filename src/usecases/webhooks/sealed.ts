import { sealedText } from '../keys/sealedValue';

/** By what a program knows that a call is ours; under the installation's own key. */
export const webhookSecret = sealedText('webhooks.secret_sealed', (id: string) => `webhook:${id}`);
