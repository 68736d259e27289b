import type { RequestRef } from '../shared/ids';
import type { RequestLine } from '../requests/views';

// What use cases give and pages show: written once, between the two.

export interface DueMark {
  day: string;
  kind: 'due' | 'acknowledge' | 'extend' | 'helper' | 'residue';
  ref: RequestRef;
  text: string;
  isPaused: boolean;
}

export interface DueDay {
  day: string;
  isToday: boolean;
  /** Weekend or holiday: a thin gap, named where it has a name. */
  gap: string | null;
  marks: DueMark[];
}

export interface Due {
  today: string;
  overdue: DueMark[];
  days: DueDay[];
}

/** One thing of a panel: in which state it is, and where to act on it. */
export interface DeskLine {
  state: 'good' | 'look' | 'bad' | 'plain';
  what: string;
  more: string | null;
  href: string;
  act: string;
}

/** What one role looks at first. */
export interface DeskPanel {
  id: string;
  title: string;
  note: string | null;
  lines: DeskLine[];
  /** Said when there is nothing. */
  empty: string;
}

export interface Desk {
  today: string;
  lines: RequestLine[];
  open: number;
  waiting: { who: string; what: string; ref: RequestRef | null; href: string }[];
  cameIn: { count: number; what: string; href: string; act: string }[];
  /** What the other roles of whoever looks begin with. */
  panels: DeskPanel[];
}
