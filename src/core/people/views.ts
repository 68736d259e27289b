import type { PersonId, RequestRef } from '../shared/ids';
import type { StandingAnswer } from '../ledger/types';

// What use cases give and pages show: written once, between the two.

export interface PersonView {
  id: PersonId;
  name: string | null;
  country: string | null;
  isMasked: boolean;
  erasedAt: string | null;
  identifiers: { kind: string; value: string; source: string; since: string }[];
  /** Other identities that are known to be the same human being. */
  links: { id: string; name: string | null; reason: string | null; since: string }[];
  standings: (StandingAnswer & {
    isConflict: boolean;
    purpose: string;
    title: string;
    plain: string;
    kind: string;
    parent: string | null;
  })[];
  choices: {
    id: string;
    /** Its number in the ledger. */
    number: string;
    purpose: string;
    answer: string;
    occurredAt: string;
    recordedAt: string;
    system: string;
    ask: string | null;
    askVersion: number | null;
    folio: number;
    place: string | null;
  }[];
  requests: { ref: RequestRef; right: string; stage: string; dueOn: string }[];
  asOf: string;
}
