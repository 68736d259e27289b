import { canonicalBytes } from '../sealing/leaf';
import { concat, type Hash } from '../sealing/merkle';

export const TRAIL_ACTS = [
  'signed-in', 'sign-in-failed', 'signed-out', 'person-searched', 'person-opened', 'ledger-opened', 'mask-lifted',
  'choices-recorded', 'sales-recorded', 'arrivals-viewed', 'arrival-settled', 'import-checked', 'import-run', 'ledger-verified', 'quarantine-opened',
  'request-opened', 'request-received', 'request-viewed', 'request-joined', 'request-reopened', 'helper-asked', 'helper-opened', 'helper-uploaded', 'helper-done', 'helper-escalated', 'helper-cancelled', 'request-carried-out', 'correction-asked', 'restriction-asked', 'request-acknowledged', 'request-basis-changed', 'owner-set', 'note-added', 'authority-shown', 'appeal-received', 'appeal-answered', 'status-read', 'mail-proposed', 'proposals-viewed', 'proposal-opened', 'proposal-set-aside', 'assignment-changed', 'calendar-feed-made', 'identity-asked', 'identity-proven', 'identity-failed', 'identity-refused',
  'clock-event', 'trace-started', 'trace-stopped', 'trace-resumed', 'trace-key-struck', 'trace-finished', 'trace-step-failed', 'trace-step-retried', 'record-opened', 'verdict-given', 'record-redacted', 'band-accepted',
  'decided', 'pack-asked', 'pack-built', 'pack-sent', 'link-opened', 'link-released', 'link-refused', 'pack-downloaded', 'download-confirmed', 'plan-made', 'plan-confirmed', 'operation-done', 'erasure-finished', 'erasure-stopped', 'letter-sent-again', 'connection-try-failed',
  'letter-queued', 'letter-template-changed', 'letter-sent', 'letter-given-up', 'law-adopted', 'law-standpoint-stated', 'mail-queued', 'choice-confirmed', 'choices-page-asked', 'choices-page-opened', 'choice-recorded-by-hand', 'receipt-made', 'purpose-published', 'mapping-saved', 'quarantine-corrected', 'identities-linked', 'identities-unlinked', 'ledger-searched', 'ledger-exported', 'export-downloaded', 'proof-made', 'head-deposited', 'folds-rebuilt', 'sealed-parts-removed', 'keys-rotated', 'key-export-asked', 'key-export-approved', 'key-export-fetched', 'audience-checked', 'audience-downloaded', 'message-checked', 'drift-compared', 'drift-corrected', 'drift-believed', 'webhook-received', 'journal-replayed', 'certificate-opened', 'request-answered', 'request-removed', 'recipient-told', 'matter-linked', 'user-changed', 'system-changed', 'register-words-changed', 'access-denied',
] as const;
/** Every act and every look at personal data has one of these names. */
export type TrailAct = (typeof TRAIL_ACTS)[number];

export interface TrailEntry {
  id: string;
  month: string;
  at: string;
  actor: string;
  act: TrailAct;
  subject: string | null;
  /** Hash of the sealed free text, hex; null where there is none. */
  detailsHash: string | null;
}

/** The next link: H(previous ‖ canonical entry). The chain starts anew each month, so that old months can go. */
export function link(hash: Hash, previous: Uint8Array, entry: TrailEntry): Uint8Array {
  return hash(concat(previous, canonicalBytes(entry)));
}
