import type { RunView } from '../../src/core/runs/views';

/** A piece of long work as pages are given it; what does not matter is left out. */
export function run(more: Partial<RunView> = {}): RunView {
  return {
    id: 'run_1',
    kind: 'verify-ledger',
    state: 'finished',
    done: 12,
    total: 12,
    counts: {},
    cause: null,
    startedAt: '2026-11-24T08:00:00Z',
    finishedAt: '2026-11-24T08:01:00Z',
    mayCancel: false,
    ...more,
  };
}
