import type { Day } from '../shared/days';
import { stays, type PlanLine, type PlanRule } from './types';

export interface ResidueLine {
  system: string;
  collection: string;
  count: number;
  rule: PlanRule;
  /** For colleagues and the certificate; names no matter. */
  why: string;
  law: string | null;
  until: Day | null;
  /** How many of them their system has marked as only kept. */
  restricted: number;
  keys: readonly string[];
}

/** What stays of the person, folded by place, rule and the day it goes. */
export function residueOf(lines: readonly PlanLine[]): ResidueLine[] {
  const folded = new Map<string, ResidueLine & { keys: string[] }>();
  for (const line of lines) {
    if (!stays(line)) continue;
    const key = [line.system, line.collection, line.rule, line.law, line.keepUntil].join('|');
    const seen = folded.get(key) ?? {
      system: line.system,
      collection: line.collection,
      count: 0,
      rule: line.rule,
      why: WHY[line.rule] ?? line.rule,
      law: line.law,
      until: line.keepUntil,
      restricted: 0,
      keys: [],
    };
    seen.count++;
    if (line.restrict) seen.restricted++;
    seen.keys.push(line.key);
    folded.set(key, seen);
  }
  return [...folded.values()].sort((a, b) => ((a.until ?? '9') < (b.until ?? '9') ? -1 : 1));
}

/** Whoever reads a list of residue or a certificate may not know of the matter behind a hold. */
const WHY: Partial<Record<PlanRule, string>> = {
  hold: 'Needed for legal claims (GDPR art. 17(3)(e)).',
  retention: 'A law obliges us to keep it (GDPR art. 17(3)(b)).',
  unclear: 'A law may oblige us to keep it, but since when cannot be read: to be looked at (GDPR art. 17(3)(b)).',
  open: 'It belongs to something that is not closed yet.',
  others: 'Records of other people point at it: it stays as theirs (GDPR art. 17(1), 15(4)).',
  'kept-apart': 'Kept apart without a name of its own: a record that has to stay is tied to it.',
};

export interface PlanTotals {
  erase: number;
  anonymise: number;
  keep: number;
  systems: number;
}

export function totalsOf(lines: readonly Pick<PlanLine, 'action' | 'system'>[]): PlanTotals {
  const count = (action: PlanLine['action']) => lines.filter((line) => line.action === action).length;
  return {
    erase: count('erase'),
    anonymise: count('anonymise'),
    keep: count('keep'),
    systems: new Set(lines.map((line) => line.system)).size,
  };
}
