import type { RunView } from '../runs/views';
import type { Day } from '../shared/days';

// What use cases give and pages show: written once, between the two.

export interface AudienceView {
  id: string;
  name: string;
  purpose: string;
  channel: string;
  at: string;
  /** In lines; counted: those of each standing, those that are `unreadable`, and those that are `permitted`. */
  runs: RunView[];
}

/** How often a system asked before it used an address. */
export interface AskedLine {
  system: string;
  purpose: string;
  permitted: number;
  refused: number;
  lastDay: Day;
}
