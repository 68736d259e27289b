import type { ClockEventKind } from './events';
import type { AccessRefusal } from '../access/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type ClockRefusal =
  | { code: 'unknown-regime'; regime: string }
  | { code: 'no-regime' }
  | { code: 'regime-not-in-force'; regime: string; from: string; receivedOn: string }
  | { code: 'received-in-the-future'; receivedAt: string; now: string }
  | { code: 'event-before-receipt'; kind: ClockEventKind; at: string }
  | { code: 'event-in-the-future'; kind: ClockEventKind; at: string }
  | { code: 'event-without-its-pair'; kind: ClockEventKind; at: string; needs: ClockEventKind }
  | { code: 'event-twice'; kind: ClockEventKind; at: string }
  | { code: 'extension-without-reason' }
  | { code: 'extension-not-allowed'; regime: string; right: string }
  | { code: 'extension-too-late'; announcedOn: string; extendBy: string }
  | { code: 'extension-needs-until'; regime: string }
  | { code: 'extension-until-too-early'; until: string; dueOn: string }
  | { code: 'no-appeal'; regime: string }
  | { code: 'appeal-before-answer'; at: string }
  | { code: 'event-after-answer'; kind: ClockEventKind; at: string };

export type LawRefusal = AccessRefusal | { code: 'law-unknown' } | { code: 'law-breaks-requests'; refs: string[] };

export type ChangeBasisRefusal = ClockRefusal | { code: 'nothing-changed' };

export type ClockEventRefusal = ClockRefusal | { code: 'no-address' } | { code: 'letter-on-its-way'; kind: string };
