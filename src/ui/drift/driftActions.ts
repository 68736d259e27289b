import type { StopRun } from '../runs/RunProgress';
import type { ActionResult } from '../shared/actionResult';

/** What is put right: single differences, or all of one purpose and system that were counted. */
export type Chosen = { ids: string[] } | { systemId: string; purpose: string; count: number };

export interface DriftActions {
  compare: (systemId?: string) => Promise<ActionResult<{ runs: string[] }>>;
  correct: (chosen: Chosen) => Promise<ActionResult<{ count: number }>>;
  stop: StopRun;
  believe: (chosen: Chosen) => Promise<ActionResult<{ count: number }>>;
}
