import type { Right } from '../requests/rights';
import type { Reason } from '../words/reasons';

// What use cases give and pages show: written once, between the two.

/** A message of the privacy mailbox, proposed as a request. */
export interface ProposalView {
  id: string;
  receivedOn: string;
  right: Right | null;
  language: string;
  reasons: Reason[];
  from: { name: string; address: string; givenName: string; familyName: string } | null;
  subject: string;
  text: string;
}
