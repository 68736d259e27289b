import type { RunId } from '../shared/ids';
import type { Act } from '../access/roles';

/** Long work that is asked for, done by the worker, and taken up again after a kill. */
export const RUN_KINDS = [
  'build-pack',
  'check-audience',
  'check-import',
  'compare-system',
  'export-ledger',
  'read-notice',
  'rebuild-folds',
  'remove-sealed',
  'rotate-keys',
  'run-erasure',
  'run-import',
  'scan-site',
  'tell-notice',
  'try-site',
  'verify-ledger',
] as const;
export type RunKind = (typeof RUN_KINDS)[number];

export type RunState = 'running' | 'finished' | 'failed' | 'cancelled';

/** How far a piece of long work is. */
export interface RunView {
  id: RunId;
  kind: RunKind;
  state: RunState;
  /** Pieces that are done, in the kind's own unit (folios, lines, keys); `total` is null where nobody knows it before the end. */
  done: number;
  total: number | null;
  /** What was counted on the way, by name. */
  counts: Readonly<Record<string, number>>;
  /** Why it failed: a code, or what a system said. */
  cause: string | null;
  startedAt: string;
  finishedAt: string | null;
  /** Whether whoever looks may stop it. */
  mayCancel: boolean;
}

/**
 * Kinds that can be stopped without leaving anything half done, and the act that allows it. What removes, rewrites or
 * writes into the ledger goes on to its end: a half of it would have to be explained.
 */
export const CANCELLABLE = {
  'check-audience': 'audiences.check',
  'compare-system': 'drift.correct',
  'export-ledger': 'ledger.export',
  'rebuild-folds': 'ledger.verify',
  'scan-site': 'sites.change',
  'try-site': 'sites.see',
  'verify-ledger': 'ledger.verify',
} as const satisfies Partial<Record<RunKind, Act>>;

/** The share that is done, 0 to 1; null where nobody knows how much there is. */
export function doneShare({ state, done, total }: Pick<RunView, 'state' | 'done' | 'total'>): number | null {
  if (state === 'finished') return 1;
  return total === null ? null : Math.min(1, done / Math.max(1, total));
}
