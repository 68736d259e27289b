import type { FileWords } from '../imports/fileWords';
import type { RequestRef } from '../shared/ids';
import type { Day } from '../shared/days';
import type { TakeOverMapping } from './takeOver';
import type { Right } from '../requests/rights';
import type { Reason } from '../words/reasons';

// What use cases give and pages show: written once, between the two.

/** A list of requests that were under way elsewhere, looked at for the first time. */
export interface TakeOverFile {
  columns: string[];
  lines: number;
  mapping: TakeOverMapping;
  /** The different words of each column that holds few of them. */
  words: FileWords;
}

/** What would become of one line, or what became of it. */
export interface TakeOverLine {
  line: number;
  who: string;
  outcome: 'would-open' | 'opened' | 'there' | 'problem';
  ref: RequestRef | null;
  right: Right | null;
  law: string | null;
  receivedOn: Day | null;
  dueOn: Day | null;
  isLate: boolean;
  problems: string[];
}

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
