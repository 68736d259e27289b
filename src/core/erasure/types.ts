import type { Day } from '../shared/days';
import type { Reason } from '../shared/reason';

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
  can: { erase: boolean; anonymise: boolean };
  doer: PlanDoer;
}

/** How long a collection keeps data, from which event, under which law. */
export interface RetentionRule {
  id: string;
  system: string;
  collection: string;
  /** The field whose day starts the term. */
  from: string;
  years: number;
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
}

export interface PlanLine {
  record: string;
  system: string;
  collection: string;
  key: string;
  action: PlanAction;
  doer: PlanDoer;
  rule: 'hold' | 'retention' | 'open' | 'shared' | 'referred-to' | 'totals' | 'erase';
  /** Last day it is kept; null where nothing ends it by date. */
  keepUntil: Day | null;
  law: string | null;
  /** References to clear before it goes, to break a circle. */
  clearFirst: string[];
  reasons: Reason[];
}

export type PlanRefusal = { code: 'circle-cannot-be-broken'; records: string[] } | { code: 'cannot-be-done'; record: string; action: PlanAction };
