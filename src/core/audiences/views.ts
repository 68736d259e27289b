import type { Standing } from '../ledger/types';
import type { Day } from '../shared/days';

// What use cases give and pages show: written once, between the two.

export interface AudienceView {
  id: string;
  name: string;
  purpose: string;
  channel: string;
  at: string;
  runs: {
    id: string;
    state: string;
    lines: number;
    permitted: number;
    counts: Partial<Record<Standing | 'unreadable', number>>;
    at: string;
  }[];
}

/** How often a system asked before it used an address. */
export interface AskedLine {
  system: string;
  purpose: string;
  permitted: number;
  refused: number;
  lastDay: Day;
}
