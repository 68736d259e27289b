import type { Mapping } from '../imports/mapping';
import type { Reason } from '../shared/reason';
import type { Day } from '../shared/days';
import type { Language } from '../letters/mailings';
import type { LedgerFault } from './verify';
import type { DriftDirection, FollowTimes } from '../drift/drift';
import type { Rate } from '../standing/rates';
import type { RecordStatus } from './schema';
import type { SourceHealth } from '../standing/silence';
import type { Answer, PurposeKind, PurposeVersion, Standing, StandingAnswer } from './types';

// What use cases give and pages show: written once, between the two.

export interface PersonView {
  id: string;
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
    seq: number;
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
  requests: { ref: string; right: string; stage: string; dueOn: string }[];
  asOf: string;
}

export interface ImportSummary {
  id: string;
  state: string;
  total: number;
  recorded: number;
  duplicate: number;
  conflict: number;
  suppressed: number;
  quarantined: number;
  encoding: string;
  done_lines: number;
  checked_lines: number;
  bytes: number;
  way: string;
  error: string | null;
  fileName: string;
  system: string;
  at: string;
}

/** A line that would not, or did not, simply go in. */
export interface HeldLine {
  line: number;
  status: RecordStatus;
  reasons: Reason[];
  /** Null where the text was not kept: a duplicate, or an erased person's. */
  raw: string | null;
}

export interface ImportView {
  summary: ImportSummary;
  held: HeldLine[];
  /** The line after which the next page of held lines begins. */
  next: number | null;
  /** What the dry run says would happen. */
  preview: { counts: Record<RecordStatus, number>; held: readonly HeldLine[]; isPartial: boolean } | null;
  /** A file nobody has mapped yet: its columns, a proposal, a few lines. */
  toMap: { columns: string[]; mapping: Mapping; sample: string[] } | null;
}

export const DIMENSIONS = ['purpose', 'ask', 'place', 'country', 'language', 'source', 'week'] as const;
/** By what answers can be counted. */
export type Dimension = (typeof DIMENSIONS)[number];

export interface OverviewView {
  on: Day;
  shares: { id: string; title: string; people: number; permitted: number; standings: [string, number][] }[];
  rates: Rate[];
  weeks: Rate[];
  /** Where words changed, for marking in the weeks. */
  wordings: { day: Day; what: string; isMaterial: boolean }[];
  from: Day;
  to: Day;
  by: Dimension;
  purposes: { id: string; title: string }[];
}

export interface DriftView {
  systems: {
    id: string;
    name: string;
    run: { state: string; compared: number; unknown: number; found: number; error: string | null; at: string } | null;
  }[];
  board: {
    systemId: string;
    system: string;
    purpose: string;
    title: string;
    direction: DriftDirection;
    ages: Record<'today' | 'this week' | 'older', number>;
    inWork: number;
    open: number;
  }[];
  items: {
    id: string;
    who: string;
    personId: string;
    system: string;
    purpose: string;
    direction: DriftDirection;
    standing: string;
    since: string | null;
    foundAt: string;
    state: string;
    detail: string | null;
  }[];
  next: string | null;
  follow: FollowTimes & { weeks: { week: string; median: number | null; worst: number | null; count: number }[] };
  mayCorrect: boolean;
}

export interface AudienceView {
  id: string;
  name: string;
  purpose: string;
  channel: string;
  at: string;
  runs: {
    id: string;
    state: string;
    lines: number;
    permitted: number;
    counts: Partial<Record<Standing | 'unreadable', number>>;
    at: string;
  }[];
}

/** How often a system asked before it used an address. */
export interface AskedLine {
  system: string;
  purpose: string;
  permitted: number;
  refused: number;
  lastDay: Day;
}

export interface ExportView {
  id: string;
  format: string;
  state: string;
  rows: number;
  at: string;
}

/** A rebuild of every standing, or a comparison only: how far it is, or what it found. */
export interface RebuildView {
  isRunning: boolean;
  onlyLook: boolean;
  people: number;
  differing: number;
  /** 0 to 1. */
  doneShare: number;
  at: string;
}

export interface KeysView {
  newest: number;
  versions: { version: number; keys: number; destroyed: number }[];
  rotation: { state: string; total: number; done: number; toVersion: number } | null;
  exports: { id: string; reason: string; askedBy: string; isOwn: boolean; approvedBy: string | null }[];
  mayChange: boolean;
}

/** A version of a purpose with everything that people and colleagues read of it. */
export interface PurposeShown extends PurposeVersion {
  plain: string;
  /** Who asks for the confirmation of a double opt-in: the source itself, or Bookend by mail. */
  confirmBy: 'source' | 'bookend';
  channels: readonly string[];
  categories: readonly string[];
  recipients: readonly string[];
  transfers: string | null;
  retention: string | null;
  /** For a legitimate interest: why it outweighs the person's (GDPR art. 6(1)(f)). */
  balancing: string | null;
}

/** How many people's standing a change would alter, from what to what. */
export interface WhatIf {
  people: number;
  altered: number;
  gained: number;
  lost: number;
  changes: { from: Standing; to: Standing; count: number }[];
}

export interface PagePurpose {
  id: string;
  title: string;
  plain: string;
  kind: PurposeKind;
  parent: string | null;
  categories: readonly string[];
  recipients: readonly string[];
  transfers: string | null;
  retention: string | null;
  answer: Pick<StandingAnswer, 'standing' | 'permitted' | 'since'>;
}

export interface PageView {
  language: Language;
  name: string | null;
  purposes: PagePurpose[];
  history: { id: string; title: string; answer: Answer; occurredAt: string; where: string }[];
  /** The browser says that it does not want sale or sharing; what came of it. */
  signal: { honoured: boolean } | null;
}

export interface HeadView {
  size: number;
  root: string;
  signedAt: string;
  /** Ed25519 over the canonical JSON of `{ schema: "bookend-head-1", size, root, signedAt }`, base64. */
  signature: string;
  publicKey: string;
}

export interface ChoiceProof {
  /** Canonical JSON (RFC 8785) of the choice's public part, as it was hashed. */
  publicPart: string;
  sealedHash: string;
  leaf: string;
  folio: { number: number; size: number; leafIndex: number; path: string[]; root: string };
  tree: { index: number; size: number; path: string[]; root: string };
  head: HeadView;
}

export interface SourceLine extends SourceHealth {
  id: string;
  name: string;
  lastAt: string | null;
  lastWeek: number;
}

export interface Script {
  ask: string;
  version: number;
  place: string | null;
  purposes: { id: string; title: string }[];
  /** The words to read out, by language. */
  words: Readonly<Record<string, string>>;
}

export interface AtTheCounter {
  id: string;
  name: string | null;
  identifiers: string[];
  standings: { purpose: string; standing: string; permitted: boolean }[];
}

export interface LedgerView {
  size: { choices: number; folios: number };
  head: { root: string; signedAt: string } | null;
  verification: {
    state: string;
    folios_total: number;
    folios_done: number;
    choices_done: number;
    faults: LedgerFault[];
    started_at: string;
    finished_at: string | null;
  } | null;
  purposes: { id: string; title: string }[];
  systems: { id: string; name: string }[];
  lines: {
    seq: number;
    id: string;
    person_id: string;
    purpose: string;
    answer: string;
    recorded_at: string;
    ask: string | null;
    ask_version: number | null;
    country: string | null;
    folio: number;
    leaf_index: number;
    occurredAt: string;
    system: string;
  }[];
  next: number | null;
}
