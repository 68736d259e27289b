import type { RunView } from '../runs/views';
import type { Day } from '../shared/days';
import type { Rate } from './rates';

// What use cases give and pages show: written once, between the two.

export const DIMENSIONS = ['purpose', 'ask', 'place', 'country', 'language', 'source', 'week'] as const;

/** By what answers can be counted. */
export type Dimension = (typeof DIMENSIONS)[number];

export interface OverviewView {
  on: Day;
  shares: { id: string; title: string; people: number; permitted: number; standings: [string, number][] }[];
  rates: Rate[];
  weeks: Rate[];
  /** Where words changed, for marking in the weeks. */
  wordings: { day: Day; what: string; isMaterial: boolean }[];
  from: Day;
  to: Day;
  by: Dimension;
  purposes: { id: string; title: string }[];
}

/** A rebuild of every standing, or a comparison only: how far it is, or what it found. */
/** Counted: `people` that were looked at, and how many of them were `differing`. */
export interface RebuildView extends RunView {
  onlyLook: boolean;
}
