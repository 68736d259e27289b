import type { AccessRefusal } from '../access/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type AddWebhookRefusal =
  AccessRefusal | { code: 'webhook-out-of-reach'; host: string } | { code: 'webhook-known' };

export type TryWebhookRefusal = AccessRefusal | { code: 'webhook-busy' };
