import type { SystemId } from '../shared/ids';
import type { Holds } from './fieldHolds';
import type { RegisterEntry } from '../packs/cover';
import type { ReferenceEnds, ReferenceMeaning } from './references';
import type { FieldRole } from './fieldRoles';
import type { Language } from '../letters/mailings';
import type { PhraseKind } from './phrasebook';

// What use cases give and pages show: written once, between the two.

/** How people who are no longer active are told from others. */
export interface InactiveRule {
  collection: string;
  field: string;
  values: readonly string[];
}

export interface FieldLine {
  collection: string;
  field: string;
  type: string;
  proposed: Holds | null;
  because: string;
  contains: Partial<Record<string, number>>;
  holds: Holds | null;
  /** As confirmed; before, as proposed. */
  role: FieldRole;
  isConfirmed: boolean;
}

export interface ReferenceLine extends ReferenceEnds {
  origin: 'declared' | 'proposed' | 'by-hand';
  because: string;
  /** As confirmed; before, as proposed. */
  meaning: ReferenceMeaning;
  isConfirmed: boolean;
}

export interface SystemView {
  id: SystemId;
  name: string;
  kind: string;
  owner: string | null;
  ownerEmail: string | null;
  country: string | null;
  isTraced: boolean;
  searchesInactive: boolean;
  inactive: InactiveRule | null;
  reachedAt: string | null;
  error: string | null;
  readAt: string | null;
  /** Settings that are no secrets, as they are; of secrets only that they are kept. */
  settings: Record<string, string>;
  sealed: string[];
  fields: FieldLine[];
  references: ReferenceLine[];
  register: RegisterEntry[];
  mayChange: boolean;
}

/** What came of reaching a system. */
export type Reached =
  { ok: true; collections: number; fields: number } | { ok: false; what: string; advice: string; said: string };

/** What the register says, in one language. */
export interface WordsView {
  language: Language;
  /** Phrases that nobody has said yet, by language; names of fields are not counted. */
  missing: Partial<Record<Language, number>>;
  lines: WordsLine[];
  mayChange: boolean;
}

export interface WordsLine {
  phrase: string;
  kind: PhraseKind | 'field';
  system: string;
  /** As the organisation says it. */
  own: string | null;
  /** As it ships. */
  shipped: string | null;
}

/** A message or a file that came in and could not be taken in. */
export interface ArrivalView {
  id: string;
  /** What it is called where it lies; null: that is not known. */
  name: string | null;
  /** The system whose folder it lies in. */
  source: string | null;
  arrivedAt: string;
  /** A kind of failure. */
  why: string;
  /** Trying again does not help: somebody has to look. */
  mustLook: boolean;
  tries: number;
}

/** What a search for a test person came upon, counted by collection. */
export interface TriedSearch {
  found: { collection: string; count: number }[];
  /** It was ended before it had gone through everything. */
  isCut: boolean;
}
