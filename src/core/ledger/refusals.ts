import type { AccessRefusal } from '../access/refusals';
import type { Day } from '../shared/days';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type ConfirmRefusal = { code: 'link-unknown' } | { code: 'link-expired' } | { code: 'link-used' };

export type ConsistencyRefusal = AccessRefusal | { code: 'no-such-head'; size: number };

export type WebhookRefusal =
  | { code: 'webhook-unknown' }
  | { code: 'signature-wrong' }
  | { code: 'timestamp-off' }
  | { code: 'webhook-invalid'; problems: string[] }
  | { code: 'webhook-held'; reasons: string[] };

export type KindRefusal = { code: 'identifier-of-another-kind'; kind: string; looks: string };

export type HandRefusal = AccessRefusal | KindRefusal | { code: 'not-in-script'; purpose: string };

export type RemoveSealedRefusal =
  AccessRefusal | { code: 'retention-runs'; beforeDay: Day; earliest: Day } | { code: 'count-wrong'; expected: number };

export type SearchRefusal = AccessRefusal | { code: 'cursor-unreadable' };

export type StartDepositRefusal = { code: 'no-witness' };

export type DownloadExportRefusal = { code: 'export-not-ready' };
