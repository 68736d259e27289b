import type { ClockReading } from '../clock/clock';
import type { PersonRecord } from '../people/record';
import type { Band, ScoredField } from '../matching/score';
import type { Reason } from '../shared/reason';
import type { NextAct } from './nextAct';
import type { AssignmentRule, Workload } from './assign';
import type { Answer, Standing } from '../ledger/types';
import type { AlikePair } from '../intake/nearDuplicates';
import type { Redaction } from '../trace/redaction';
import type { MethodOffer } from '../identity/identityMethods';
import type { BindingLaws } from '../clock/lawsFor';
import type { Regime } from '../clock/regimes';
import type { TargetDays } from '../clock/targets';
import type { TraceConditions } from '../trace/conditions';
import type { Right } from './rights';
import type { Stage } from './stages';
import type { Topic } from '../trace/topics';

// What use cases give and pages show: written once, between the two.

export const VERDICTS = ['theirs', 'not-theirs', 'unsure'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** What a page has to know of a law that binds a request. */
export type BoundBy = Pick<
  Regime,
  'id' | 'title' | 'extension' | 'clarification' | 'identity' | 'fee' | 'appeal' | 'remedies' | 'source'
>;

export interface RequestLine {
  ref: string;
  right: string;
  /** The law of the person's place, or else of the establishment. */
  regime: string;
  /** Every law that binds it. */
  regimes: readonly string[];
  who: string;
  stage: Stage;
  receivedOn: string;
  dueOn: string;
  extendBy: string | null;
  extendedDueOn: string | null;
  /** Null where the law asks for none, and once it is done. */
  acknowledgeBy: string | null;
  isExtended: boolean;
  state: ClockReading['state'];
  workingDaysLeft: number;
  pauses: ClockReading['pauses'];
  next: NextAct;
  outcome: string | null;
  answeredOn: string | null;
  /** Who answers for it. */
  owner: { id: string; name: string } | null;
  /** The organisation's own mark that was missed, while the legal date still lies ahead. */
  missedTarget: 'decide' | 'answer' | null;
}

export interface RequestView extends RequestLine {
  id: string;
  language: string;
  channel: string;
  receivedAt: string;
  isMasked: boolean;
  person: PersonRecord | null;
  personId: string | null;
  text: string | null;
  onBehalf: { kind: string; name: string; email?: string | null | undefined } | null;
  clock: ClockReading;
  events: { kind: string; at: string; reason: string | null }[];
  /** What counts once its letter has left. */
  waiting: { kind: string; at: string }[];
  laws: BoundBy[];
  /** Laws that could be chosen for its day of receipt. */
  knownLaws: { id: string; title: string }[];
  stages: readonly Stage[];
  members: string[];
  identity: {
    state: string;
    method: string | null;
    addresses: { address: string; isAsking: boolean }[];
    tries: number | null;
    methods: MethodOffer[];
    factTriesLeft: number;
    factsNeeded: number;
  };
  decision: { outcome: string; ground: string | null; reason: string | null; by: string | null; at: string | null };
  undecided: number;
  trace: string;
  pack: {
    state: string;
    files: number | null;
    bytes: number | null;
    withheld: number | null;
    sha256: string | null;
    confirmedAt: string | null;
    openedAt: string | null;
    error: string | null;
    missing: string[];
  };
  plan: PlanView | null;
  /** Records of the newest trace; none once they were forgotten. */
  found: { theirs: number; total: number };
  /** `id` null: its words are gone, or not for this reader. */
  letters: {
    id: string | null;
    template: string;
    state: string;
    at: string;
    tries: number;
    error: string | null;
    nextTryAt: string | null;
  }[];
  hasCertificate: boolean;
  mayWork: boolean;
  acknowledgedAt: string | null;
  mayReopen: boolean;
  /** The laws that follow from the places and the right, and why. */
  proposed: BindingLaws;
  changes: {
    at: string;
    by: string;
    regimeWas: string;
    regime: string;
    receivedWas: string;
    receivedOn: string;
    reason: string | null;
  }[];
  targets: TargetDays;
  appeal: 'none' | 'open' | 'answered';
  authority: 'not-needed' | 'needed' | 'shown';
  matter: string | null;
  matterUrl: string | null;
  /** The day its own data goes, once it is answered. */
  goesOn: string | null;
  removedAt: string | null;
  notes: { id: string; by: string; at: string; text: string }[];
  /** Who could answer for it. */
  colleagues: { id: string; name: string }[];
  /** The older request that is answered for this one too. */
  joinedTo: string | null;
  /** Open requests for the same right that came before and are, or seem to be, of the same person. */
  joinable: { ref: string; receivedOn: string; band: Band; because: string }[];
}

/** How a request stands, as its person sees it. */
export interface StatusView {
  ref: string;
  right: string;
  language: string;
  step: 'received' | 'waits-for-you' | 'worked-on' | 'answered' | 'joined' | 'appeal';
  receivedOn: string;
  dueOn: string;
  isExtended: boolean;
  /** Where they can sign in to show that it is them. */
  shops: { id: string; name: string }[];
}

/** What exercising a right would put into the ledger for one purpose; `answer` null: nothing changes. */
export interface EffectView {
  purpose: string;
  title: string;
  answer: Answer | null;
  standing: Standing;
  permitted: boolean;
}

/** Records that are theirs, and what was done to single ones for a right. */
export interface RecordActView {
  records: {
    id: string;
    systemName: string;
    collection: string;
    title: string;
    fields: { name: string; value: string }[];
  }[];
  acts: {
    id: string;
    kind: string;
    systemName: string;
    record: string;
    field: string | null;
    was: string | null;
    value: string | null;
    state: string;
    detail: string | null;
  }[];
  /** Whoever received these records from us and has to be told; `how` null: not yet. */
  recipients: RecipientView[];
}

/** Who answers for what, and how much each colleague has open. */
export interface AssignmentView {
  rules: (AssignmentRule & { userName: string })[];
  workload: (Workload & { name: string; overdue: number })[];
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

/** Whoever had received the data, and whether they were told (GDPR art. 19). */
export interface RecipientView {
  recipient: string;
  /** How they were told, or why they cannot be; null: open. */
  how: string | null;
  wasTold: boolean;
  toldOn: string | null;
}

export interface PlanView {
  id: string;
  state: string;
  phase: string;
  frozenOn: string;
  fingerprint: string;
  totals: { erase: number; anonymise: number; keep: number; systems: number };
  k: number | null;
  done: number;
  operations: number;
  error: string | null;
  lines: {
    position: number;
    system: string;
    collection: string;
    title: string;
    action: string;
    rule: string;
    doer: string;
    restrict: boolean;
    keepUntil: string | null;
    reasons: Reason[];
    state: string | null;
  }[];
  /** How many lose the person without being kept apart: what k is about. */
  anonymous: number;
  recipients: RecipientView[];
}

export interface StepView {
  system_id: string;
  round: number;
  state: string;
  scanned: number;
  found: number;
  tries: number;
  error_code: string | null;
  error_text: string | null;
  next_try_at: string | null;
  started_at: string | null;
  finished_at: string | null;
  left_out: number;
  name: string;
}

export interface MatchLine {
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
  isRedacted: boolean;
  verdict: Verdict | null;
  /** What it is about, the weightiest first. */
  topics: Topic[];
  /** Found, but outside of the conditions of the trace: no part of the answer. */
  isOutside: boolean;
  /** Against the trace before; null: there was none. */
  news: 'new' | 'changed' | 'same' | null;
  second: SecondReading | null;
}

/** A second reader was asked for. */
export interface SecondReading {
  askedBy: string;
  isOwnAsk: boolean;
  verdict: Verdict | null;
  by: string | null;
}

export interface TraceView {
  id: string;
  state: string;
  round: number;
  steps: StepView[];
  keys: { id: string; kind: string; value: string; round: number; taught: boolean; isStruck: boolean }[];
  conditions: TraceConditions;
  matches: MatchLine[];
  undecided: number;
  helpers: {
    id: string;
    system: string;
    kind: string;
    dueOn: string;
    state: string;
    uploads: number;
    answer: string | null;
  }[];
  /** What could not be read; it limits the answer and is named in its letter. */
  problems: { system: string; place: string; text: string }[];
  /** What the trace before found and this one, in a system it could search, did not. */
  gone: { system: string; title: string; place: string }[];
  /** Matches that are nearly the same; may be folded. */
  alike: AlikePair[];
}

/** A helper task as its owner sees it. */
export interface TaskView {
  ref: string;
  kind: 'search' | 'erase';
  system: string;
  what: string;
  dueOn: string;
  uploads: number;
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
  /** What may be removed before it is handed over. */
  proposed: Redaction[];
  /** What a reviewer decided to remove; null: nothing decided. */
  redacted: Redaction[] | null;
}

export interface DueMark {
  day: string;
  kind: 'due' | 'acknowledge' | 'extend' | 'helper' | 'residue';
  ref: string;
  text: string;
  isPaused: boolean;
}

export interface DueDay {
  day: string;
  isToday: boolean;
  /** Weekend or holiday: a thin gap, named where it has a name. */
  gap: string | null;
  marks: DueMark[];
}

export interface Due {
  today: string;
  overdue: DueMark[];
  days: DueDay[];
}

export interface Desk {
  today: string;
  lines: RequestLine[];
  open: number;
  waiting: { who: string; what: string; ref: string | null; href: string }[];
  cameIn: { count: number; what: string; href: string; act: string }[];
}
