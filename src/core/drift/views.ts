import type { PersonId, SystemId } from '../shared/ids';
import type { RunView } from '../runs/views';
import type { DriftDirection, FollowTimes } from './drift';

// What use cases give and pages show: written once, between the two.

export interface DriftView {
  systems: {
    id: string;
    name: string;
    /** In flags; counted: people that the ledger does not know (`unknown`) and differences (`found`). */
    run: RunView | null;
  }[];
  board: {
    systemId: SystemId;
    system: string;
    purpose: string;
    title: string;
    direction: DriftDirection;
    ages: Record<'today' | 'this week' | 'older', number>;
    inWork: number;
    open: number;
  }[];
  items: {
    id: string;
    who: string;
    personId: PersonId;
    system: string;
    purpose: string;
    direction: DriftDirection;
    standing: string;
    since: string | null;
    foundAt: string;
    state: string;
    detail: string | null;
  }[];
  next: string | null;
  follow: FollowTimes & { weeks: { week: string; median: number | null; worst: number | null; count: number }[] };
  mayCorrect: boolean;
}
