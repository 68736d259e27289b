import type { SystemId } from '../shared/ids';
import type { RunView } from '../runs/views';
import type { Reason } from '../words/reasons';
import type { RecipientView } from '../carryOut/views';

// What use cases give and pages show: written once, between the two.

/** The lines of a plan in one collection of one system, counted. */
export interface PlanGroup {
  system: SystemId;
  systemName: string;
  collection: string;
  erase: number;
  anonymise: number;
  keep: number;
  /** Of its operations, once the plan is confirmed; those that Bookend does itself, at the end, are none. */
  operations: { intended: number; accepted: number; done: number; failed: number };
}

export interface PlanLine {
  position: number;
  title: string;
  action: string;
  rule: string;
  doer: string;
  restrict: boolean;
  keepUntil: string | null;
  reasons: Reason[];
  state: string | null;
}

/** Lines of one group, in order. */
export interface PlanPage {
  lines: PlanLine[];
  /** The position after which the next ones begin; null: there are no more. */
  after: number | null;
}

export interface PlanView {
  id: string;
  state: string;
  phase: string;
  frozenOn: string;
  fingerprint: string;
  totals: { erase: number; anonymise: number; keep: number; systems: number };
  k: number | null;
  /** In operations; null before it is confirmed. */
  run: RunView | null;
  error: string | null;
  /** In the order in which they are carried out. */
  groups: PlanGroup[];
  /** How many lose the person without being kept apart: what k is about. */
  anonymous: number;
  recipients: RecipientView[];
}
