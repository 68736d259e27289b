import type { Stage } from './stages';

export const FIGURE_DIMENSIONS = ['right', 'regime', 'channel', 'month', 'owner'] as const;
export type FigureDimension = (typeof FIGURE_DIMENSIONS)[number];

/** One line of the figures. Days are calendar days from receipt to the first answer; null where nothing is answered yet. */
export interface FigureRow {
  key: string;
  received: number;
  answered: number;
  inTime: number;
  overdue: number;
  median: number | null;
  p90: number | null;
}

export interface StageTime {
  stage: Stage;
  passed: number;
  median: number;
  p90: number;
}

export interface WaitingOn {
  who: string;
  stage: Stage;
  n: number;
  longest: number;
}

export interface FiguresView {
  from: string;
  to: string;
  by: FigureDimension;
  rows: FigureRow[];
  months: FigureRow[];
  stages: StageTime[];
  waiting: WaitingOn[];
}

/**
 * Share answered in time, of those whose time is up one way or the other: answered, or overdue without an answer.
 * What is still running says nothing yet.
 *
 * @returns 0 to 1; null where nothing is decided yet
 * @example shareInTime({ answered: 8, inTime: 7, overdue: 1 }) // 0.777…
 */
export function shareInTime({
  answered,
  inTime,
  overdue,
}: Pick<FigureRow, 'answered' | 'inTime' | 'overdue'>): number | null {
  return answered + overdue === 0 ? null : inTime / (answered + overdue);
}
