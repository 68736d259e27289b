import type { RunId, SystemId } from '../core/shared/ids';
import type { LedgerFault } from '../core/ledger/verify';

/** Folios of one tree. */
export interface FolioRange {
  tree: number;
  from: number;
  to: number;
}

export interface CheckedFolios {
  tree: number;
  faults: LedgerFault[];
  choices: number;
  /** The root of each folio of the range, in order; null where the folio is missing. */
  roots: (Uint8Array | null)[];
}

/** People by their numbers, whose standing a rebuild makes anew. */
export interface PeopleRange {
  runId: RunId;
  from: number;
  to: number;
}

/** Some lines of a list of addresses, and how they are read. */
export interface AudiencePart {
  /** The list's first line, which says where the address stands. */
  first: string;
  channel: string;
  purpose: string;
  systemId: SystemId;
  country: string | null;
  lines: { line: number; raw: string }[];
}

export interface CheckedPart {
  /** The answers, as lines of CSV. */
  text: string;
  lines: number;
  permitted: number;
  /** How many had each standing; `unreadable` for what is no address. */
  counts: Record<string, number>;
}

/** Work over the whole ledger that is cut in pieces which do not depend on each other, so that every core can take one. */
export interface Threads {
  /** How many pieces are worked on at once. */
  lanes: number;
  checkFolios(range: FolioRange): Promise<CheckedFolios>;
  rebuildRange(range: PeopleRange): Promise<void>;
  checkAudiencePart(part: AudiencePart): Promise<CheckedPart>;
}
