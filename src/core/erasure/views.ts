import type { RunView } from '../runs/views';
import type { Reason } from '../words/reasons';
import type { RecipientView } from '../carryOut/views';

// What use cases give and pages show: written once, between the two.

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
