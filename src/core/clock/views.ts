import type { RequestRef } from '../shared/ids';
import type { Day } from '../shared/days';
import type { draftOf } from './lawDraft';
import type { Regime } from './regimes';

// What use cases give and pages show of the table of laws.

export interface LawLine {
  regime: string;
  title: string;
  effectiveFrom: Day;
  respond: Regime['respond'];
  extension: Regime['extension'];
  source: string;
  isConfirmed: boolean;
  /** Who adopted it; null: as shipped. */
  adoptedBy: string | null;
  reason: string | null;
}

export interface LawsView {
  lines: LawLine[];
  /** Laws that the organisation has stated not to come under. */
  notMet: { regime: string; reason: string }[];
  /** What a new version of each law would start from. */
  drafts: ReturnType<typeof draftOf>[];
  mayChange: boolean;
}

/** An open request whose answer would be due on another day. */
export interface MovedRequest {
  ref: RequestRef;
  receivedOn: Day;
  was: Day;
  will: Day;
}

export interface LawPreview {
  /** Open requests that are under this law. */
  under: number;
  moved: MovedRequest[];
  /** Requests of which an event would no longer be allowed; such a row is not adopted. */
  broken: { ref: RequestRef; code: string }[];
}

/** What a page has to know of a law that binds a request. */
export type BoundBy = Pick<
  Regime,
  'id' | 'title' | 'extension' | 'clarification' | 'identity' | 'fee' | 'appeal' | 'remedies' | 'source'
>;
