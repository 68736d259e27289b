import type { ClockReading } from '../../core/clock/clock';
import type { Band, ScoredField } from '../../core/identity/score';
import type { PersonRecord } from '../../core/identity/record';
import type { NextAct } from '../../core/requests/nextAct';
import type { Stage } from '../../core/requests/stages';
import type { Reason } from '../../core/shared/reason';
import type { ActionResult } from '../parts/actionResult';

export type Verdict = 'theirs' | 'not-theirs' | 'unsure';

export interface PlanShown {
  state: string;
  phase: string;
  frozenOn: string;
  fingerprint: string;
  totals: { erase: number; anonymise: number; keep: number; systems: number };
  k: number | null;
  done: number;
  operations: number;
  error: string | null;
  lines: { position: number; system: string; collection: string; title: string; action: string; doer: string; keepUntil: string | null; reasons: Reason[]; state: string | null }[];
}

export interface RequestShown {
  ref: string;
  right: string;
  regime: string;
  who: string;
  stage: Stage;
  channel: string;
  receivedAt: string;
  isMasked: boolean;
  person: PersonRecord | null;
  personId: string | null;
  text: string | null;
  onBehalf: { kind: string; name: string } | null;
  clock: ClockReading;
  state: string;
  workingDaysLeft: number;
  dueOn: string;
  events: { kind: string; at: string; reason: string | null }[];
  stages: readonly Stage[];
  members: string[];
  identity: { state: string; method: string | null; addresses: { address: string; isAsking: boolean }[]; tries: number | null };
  decision: { outcome: string; ground: string | null; reason: string | null; by: string | null; at: string | null };
  undecided: number;
  trace: string;
  pack: { state: string; files: number | null; bytes: number | null; withheld: number | null; sha256: string | null; confirmedAt: string | null; openedAt: string | null };
  plan: PlanShown | null;
  letters: { template: string; state: string; at: string; tries: number }[];
  hasCertificate: boolean;
  mayWork: boolean;
  outcome: string | null;
  next: NextAct;
}

export interface TraceShown {
  id: string;
  state: string;
  round: number;
  steps: { system_id: string; round: number; state: string; scanned: number; found: number; tries: number; error_code: string | null; error_text: string | null; next_try_at: string | null; name: string }[];
  keys: { kind: string; value: string; round: number; taught: boolean }[];
  matches: MatchShown[];
  undecided: number;
}

export interface MatchShown {
  id: string;
  system: string;
  systemName: string;
  collection: string;
  title: string;
  parent: string | null;
  place: string;
  band: Band;
  weight: number;
  because: string;
  isShared: boolean;
  verdict: Verdict | null;
}

export interface MatchOpened {
  id: string;
  title: string;
  fields: ScoredField[];
  record: Record<string, string | null>;
  text: string | null;
  files: { name: string; mediaType: string }[];
  others: string[];
  marks: string[];
}

export interface RequestActions {
  askForIdentity(ref: string, address: string): Promise<ActionResult>;
  provenAtCounter(ref: string): Promise<ActionResult>;
  identityRefused(ref: string): Promise<ActionResult>;
  clockEvent(ref: string, kind: 'clarification-asked' | 'clarification-given' | 'extended', reason: string): Promise<ActionResult<{ dueOn: string }>>;
  beginTrace(ref: string): Promise<ActionResult<{ traceId: string }>>;
  searchAgain(ref: string, systemId: string): Promise<ActionResult>;
  judge(ref: string, matchId: string, verdict: Verdict | null): Promise<ActionResult<{ changed: number }>>;
  judgeBand(ref: string, band: Band): Promise<ActionResult<{ changed: number }>>;
  decideOn(ref: string, values: unknown): Promise<ActionResult>;
  answerWith(ref: string, text: string): Promise<ActionResult>;
  beginPack(ref: string): Promise<ActionResult<{ packId: string }>>;
  handOverPack(ref: string): Promise<ActionResult<{ secret: string }>>;
  workOutPlan(ref: string): Promise<ActionResult<{ planId: string }>>;
  confirmErasure(ref: string, typed: string, acceptance: string): Promise<ActionResult>;
}
