import type { PersonId, RequestId, RequestRef } from '../shared/ids';
import type { Stage } from './stages';
import type { ClockReading } from '../clock/clock';
import type { NextAct } from './nextAct';
import type { PersonRecord } from '../people/record';
import type { BoundBy } from '../clock/views';
import type { Document, Seen } from '../identity/documents';
import type { MethodOffer } from '../identity/identityMethods';
import type { PlanView } from '../erasure/views';
import type { BindingLaws } from '../clock/lawsFor';
import type { TargetDays } from '../clock/targets';
import type { Band } from '../matching/score';
import type { AssignmentRule, Workload } from './assign';

// What use cases give and pages show: written once, between the two.

export interface RequestLine {
  ref: RequestRef;
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
  id: RequestId;
  language: string;
  channel: string;
  receivedAt: string;
  isMasked: boolean;
  person: PersonRecord | null;
  personId: PersonId | null;
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
    /** The document that a colleague saw. */
    document: { kind: Document; seen: Seen; by: string | null; mayTakeBack: boolean } | null;
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
  joinable: { ref: RequestRef; receivedOn: string; band: Band; because: string }[];
}

/** How a request stands, as its person sees it. */
export interface StatusView {
  ref: RequestRef;
  right: string;
  language: string;
  step: 'received' | 'waits-for-you' | 'worked-on' | 'answered' | 'joined' | 'appeal';
  receivedOn: string;
  dueOn: string;
  isExtended: boolean;
  /** Where they can sign in to show that it is them. */
  shops: { id: string; name: string }[];
}

/** Who answers for what, and how much each colleague has open. */
export interface AssignmentView {
  rules: (AssignmentRule & { userName: string })[];
  workload: (Workload & { name: string; overdue: number })[];
}
