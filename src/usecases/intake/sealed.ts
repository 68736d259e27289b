import type { ProposalId } from '../../core/shared/ids';
import { firstShape, sealedAs } from '../keys/sealedValue';

/** The personal part of a message of the privacy mailbox, under a key of its own. */
export interface ProposalContent {
  from: { name: string; address: string } | null;
  subject: string;
  text: string;
}

export const proposalContent = sealedAs(
  firstShape<ProposalContent>(),
  'mail_proposals.content_sealed',
  (proposalId: ProposalId) => `proposal:${proposalId}`,
);
