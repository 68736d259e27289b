import type { AccessRefusal } from '../access/refusals';
import type { ClockRefusal } from '../clock/refusals';

// Why something is refused: a code with its values. The words are in `core/words/refusals`.

export type TakeOverRefusal =
  | AccessRefusal
  | { code: 'take-over-unreadable' }
  | { code: 'take-over-too-many'; lines: number; most: number }
  | { code: 'take-over-lacks'; problems: string[] };

export type OpenRequestRefusal = AccessRefusal | ClockRefusal | { code: 'no-law-found' };

export type AcknowledgeByHandRefusal = { code: 'acknowledged-already' };

export type JoinRequestsRefusal = { code: 'cannot-join' };

export type ConfirmProposalRefusal = { code: 'proposal-gone' };

export type SetAsideProposalRefusal = { code: 'proposal-gone' };
