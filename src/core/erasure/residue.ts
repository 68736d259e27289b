import type { Day } from '../shared/days';
import type { PlanLine } from './types';

export interface ResidueLine {
  system: string;
  collection: string;
  count: number;
  why: string;
  law: string | null;
  until: Day | null;
}

/** What was kept, folded by place, reason and the day it goes. */
export function residueOf(lines: readonly PlanLine[]): ResidueLine[] {
  const folded = new Map<string, ResidueLine>();
  for (const line of lines) {
    if (line.action !== 'keep') continue;
    const key = [line.system, line.collection, line.rule, line.keepUntil].join('|');
    const seen = folded.get(key);
    if (seen) seen.count++;
    else folded.set(key, { system: line.system, collection: line.collection, count: 1, why: line.reasons[0]?.text ?? line.rule, law: line.law, until: line.keepUntil });
  }
  return [...folded.values()].sort((a, b) => ((a.until ?? '9') < (b.until ?? '9') ? -1 : 1));
}

export interface PlanTotals {
  erase: number;
  anonymise: number;
  keep: number;
  systems: number;
}

export function totalsOf(lines: readonly Pick<PlanLine, 'action' | 'system'>[]): PlanTotals {
  const count = (action: PlanLine['action']) => lines.filter((line) => line.action === action).length;
  return { erase: count('erase'), anonymise: count('anonymise'), keep: count('keep'), systems: new Set(lines.map((line) => line.system)).size };
}
