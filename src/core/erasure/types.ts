import type { Day } from '../shared/days';
import type { Reason } from '../words/reasons';

export type PlanAction = 'erase' | 'anonymise' | 'keep';
export type PlanDoer = 'connector' | 'helper' | 'bookend';

/** One record of the person, as the plan needs it. Ids are `system/collection/key`. */
export interface PlanRecord {
  id: string;
  system: string;
  collection: string;
  key: string;
  /** Dates and states by field name, as the retention rules read them: `YYYY-MM-DD…` or a word. */
  facts: Readonly<Record<string, string | null>>;
  /** Records it refers to, by id; `nullable` where the reference can be cleared. */
  refersTo: readonly { id: string; nullable: boolean }[];
  /** More than one person's data stands in it. */
  isShared: boolean;
  /** Records of other people point at it as well. */
  isOthersToo?: boolean;
  /**
   * `restrict`: its system can mark a record as only kept. `together`: it can remove records that refer to each other
   * in one act.
   */
  can: { erase: boolean; anonymise: boolean; restrict?: boolean; together?: boolean };
  doer: PlanDoer;
}

/**
 * Where the period of a rule begins: on the day of the event, or at the end of the calendar or financial year it falls
 * into.
 */
export const ANCHORS = ['event', 'calendar-year', 'financial-year'] as const;
export type Anchor = (typeof ANCHORS)[number];

/** How long a collection keeps data, from which event, under which law. The parts of the period add up. */
export interface RetentionRule {
  id: string;
  system: string;
  collection: string;
  /** The field that holds the day of the event. */
  from: string;
  /** Absent: `event`. */
  anchor?: Anchor;
  years: number;
  months?: number;
  days?: number;
  law: string;
  /** The rule holds only for records in one of these states, where given. */
  states?: { field: string; values: readonly string[] };
}

export interface Hold {
  id: string;
  matter: string;
  /** Everything of the person, or one collection. */
  system: string | null;
  collection: string | null;
}

/** A record that is not finished: an unpaid or undelivered order. */
export interface OpenRule {
  system: string;
  collection: string;
  field: string;
  openValues: readonly string[];
}

export interface PlanRules {
  retention: readonly RetentionRule[];
  holds: readonly Hold[];
  open: readonly OpenRule[];
  /** `system/collection` whose rows are needed for totals. */
  neededForTotals: readonly string[];
  /** Last day of the organisation's financial year, `MM-DD`; absent: 12-31. */
  financialYearEnd?: string;
  /** The organisation's zone: an instant belongs to a day of that zone. Absent: UTC. */
  zone?: string;
}

export interface PlanLine {
  record: string;
  system: string;
  collection: string;
  key: string;
  action: PlanAction;
  doer: PlanDoer;
  rule: PlanRule;
  /** Last day it is kept; null where nothing ends it by date. */
  keepUntil: Day | null;
  law: string | null;
  /** Of what loses the person: records that it refers to and lets go of, because they are removed. */
  clearFirst: string[];
  /** Of what goes: records that refer to it in a circle and let go of it before. */
  releasedBy: string[];
  /** Records that refer to each other in a circle and go in one act; itself included. Empty for all others. */
  together: string[];
  /** It is kept, and its system is to mark it as only kept (GDPR art. 18). */
  restrict: boolean;
  /** For colleagues; the person's words follow from the rule alone and never name a matter. */
  reasons: Reason[];
}

/**
 * `others`: records of other people point at it, so that it stays as theirs. `unclear`: a rule may keep it, but its
 * date or state cannot be read. `kept-apart`: it loses the person, but a kept record that names them is tied to it, so
 * it is not anonymous (GDPR recital 26).
 */
export type PlanRule =
  'hold' | 'retention' | 'unclear' | 'open' | 'shared' | 'others' | 'referred-to' | 'kept-apart' | 'totals' | 'erase';

/** What stays of the person, by its rule. */
export function stays(line: Pick<PlanLine, 'action' | 'rule'>): boolean {
  return line.action === 'keep' || line.rule === 'kept-apart';
}
