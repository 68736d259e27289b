import type { PersonId } from '../shared/ids';
import type { SourceHealth } from '../standing/silence';
import type { RunView } from '../runs/views';
import type { LedgerFault } from './verify';

// What use cases give and pages show: written once, between the two.

export interface ExportView extends RunView {
  format: string;
}

/** The head of one tree. */
export interface HeadView {
  tree: number;
  size: number;
  root: string;
  signedAt: string;
  /** Ed25519 over the canonical JSON of `{ schema: "bookend-head-1", size, root, signedAt }`, with `tree` where it is not 0; base64. */
  signature: string;
  publicKey: string;
}

/** The head over the heads of all trees: the whole ledger at one moment. */
export interface LedgerHeadView {
  /** Folios of all trees. */
  size: number;
  /** RFC 9162 root over the canonical JSON of each tree's `{ tree, size, root }`, in order. */
  root: string;
  signedAt: string;
  /** Ed25519 over the canonical JSON of `{ schema: "bookend-ledger-head-1", size, root, signedAt }`, base64. */
  signature: string;
  publicKey: string;
  trees: HeadView[];
}

export interface ChoiceProof {
  /** Canonical JSON (RFC 8785) of the choice's public part, as it was hashed. */
  publicPart: string;
  sealedHash: string;
  leaf: string;
  folio: { number: number; size: number; leafIndex: number; path: string[]; root: string };
  tree: { number: number; index: number; size: number; path: string[]; root: string };
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

/** One choice of the stream, by its place. */
export interface LedgerLine {
  /** Its number in the ledger. */
  place: string;
  id: string;
  person_id: PersonId;
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
}

export interface LedgerView {
  size: { choices: number; folios: number };
  head: { root: string; signedAt: string } | null;
  /** In folios; counted: the `choices` in them. */
  verification: (RunView & { faults: LedgerFault[] }) | null;
  purposes: { id: string; title: string }[];
  systems: { id: string; name: string }[];
  lines: LedgerLine[];
  /** How far these lines have read, for going on. */
  next: string | null;
}
