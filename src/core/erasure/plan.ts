import type { PlanRefusal } from './refusals';
import { type Day } from '../shared/days';
import { reason } from '../shared/reason';
import { ok, refuse, type Result } from '../shared/result';
import { canonicalBytes, hex } from '../ledger/leaf';
import type { Hash } from '../ledger/merkle';
import { order } from './order';
import { readRule } from '../keeping/retention';
import type { PlanLine, PlanRecord, PlanRules } from './types';

export interface Plan {
  on: Day;
  lines: PlanLine[];
  /** Same records, rules and day give the same fingerprint. Hex. */
  fingerprint: string;
}

/**
 * What happens to every record of a person, and in which order.
 *
 * First rule that applies: hold, running retention, open contract, more than one person's record,
 * referred to by what stays, otherwise erase. Source: GDPR art. 17(1), 17(3), 18, recital 26.
 *
 * @param on the day the plan is frozen at
 */
export function plan(records: readonly PlanRecord[], rules: PlanRules, on: Day, hash: Hash): Result<Plan, PlanRefusal> {
  const lines = new Map<string, PlanLine>();
  for (const record of records) lines.set(record.id, firstRule(record, rules, on));
  keepWhatIsReferredTo(records, lines);
  markKeptApart(records, lines);
  letGo(records, lines);
  for (const record of records) {
    const line = lines.get(record.id)!;
    line.restrict = line.action === 'keep' && line.doer === 'connector' && record.can.restrict === true;
    if (line.doer !== 'connector') continue;
    if ((line.action === 'erase' && !record.can.erase) || (line.action === 'anonymise' && !record.can.anonymise))
      return refuse({ code: 'cannot-be-done', record: record.id, action: line.action });
  }
  const ordered = order(records, lines);
  if (!ordered.ok) return ordered;
  return ok({ on, lines: ordered.value, fingerprint: fingerprintOf(ordered.value, on, hash) });
}

export function fingerprintOf(lines: readonly PlanLine[], on: Day, hash: Hash): string {
  const bare = [...lines]
    .sort((a, b) => (a.record < b.record ? -1 : 1))
    .map(({ record, action, doer, rule, keepUntil, clearFirst, releasedBy, together, restrict }) => ({
      record,
      action,
      doer,
      rule,
      keepUntil,
      clearFirst,
      releasedBy,
      together,
      restrict,
    }));
  return hex(hash(canonicalBytes({ on, lines: bare })));
}

/** Whether an open hold covers a record. Bookend's own are records like any other's. */
export function heldBy(rules: Pick<PlanRules, 'holds'>, record: Pick<PlanRecord, 'system' | 'collection'>) {
  return rules.holds.find(
    (hold) =>
      (hold.system === null || hold.system === record.system) &&
      (hold.collection === null || hold.collection === record.collection),
  );
}

type Verdict = Pick<PlanLine, 'action' | 'rule' | 'reasons'> & Partial<PlanLine>;

function firstRule(record: PlanRecord, rules: PlanRules, on: Day): PlanLine {
  return {
    record: record.id,
    system: record.system,
    collection: record.collection,
    key: record.key,
    doer: record.doer,
    keepUntil: null,
    law: null,
    clearFirst: [],
    releasedBy: [],
    together: [],
    restrict: false,
    ...(byHold(record, rules) ??
      byRetention(record, rules, on) ??
      byOpenMatter(record, rules) ??
      byOthers(record) ??
      byTotals(record, rules) ?? {
        action: 'erase',
        rule: 'erase',
        reasons: [reason({ code: 'erase' }, 'GDPR art. 17(1)')],
      }),
  };
}

function byHold(record: PlanRecord, rules: PlanRules): Verdict | null {
  const hold = heldBy(rules, record);
  if (!hold) return null;
  const because = reason({ code: 'hold', matter: hold.matter }, 'GDPR art. 17(3)(e)');
  return { action: 'keep', rule: 'hold', reasons: [because] };
}

function byOpenMatter(record: PlanRecord, rules: PlanRules): Verdict | null {
  const open = rules.open.find(
    (rule) =>
      rule.system === record.system &&
      rule.collection === record.collection &&
      rule.openValues.includes(record.facts[rule.field] ?? ''),
  );
  if (!open) return null;
  const because = reason({ code: 'open', state: record.facts[open.field] ?? '' }, 'GDPR art. 6(1)(b)');
  return { action: 'keep', rule: 'open', reasons: [because] };
}

/** What is other people's as well. */
function byOthers(record: PlanRecord): Verdict | null {
  if (record.isOthersToo)
    return { action: 'keep', rule: 'others', reasons: [reason({ code: 'others' }, 'GDPR art. 15(4)')] };
  if (!record.isShared) return null;
  return { action: 'anonymise', rule: 'shared', reasons: [reason({ code: 'shared' }, 'GDPR art. 15(4)')] };
}

function byTotals(record: PlanRecord, rules: PlanRules): Verdict | null {
  if (!rules.neededForTotals.includes(`${record.system}/${record.collection}`)) return null;
  return { action: 'anonymise', rule: 'totals', reasons: [reason({ code: 'totals' })] };
}

/** Every rule for the record is read: the longest wins, and one that cannot be read might be the longest. */
function byRetention(
  record: PlanRecord,
  rules: PlanRules,
  on: Day,
): Pick<PlanLine, 'action' | 'rule' | 'keepUntil' | 'law' | 'reasons'> | null {
  const settings = { financialYearEnd: rules.financialYearEnd ?? '12-31', zone: rules.zone ?? 'UTC' };
  let longest: { until: Day; from: Day; rule: (typeof rules.retention)[number] } | null = null;
  for (const rule of rules.retention) {
    const reading = readRule(rule, record, settings);
    if (reading.says === 'unclear') {
      return {
        action: 'keep',
        rule: 'unclear',
        keepUntil: null,
        law: rule.law,
        reasons: [reason({ code: 'unclear', law: rule.law, field: reading.field }, 'GDPR art. 17(3)(b)')],
      };
    }
    // The last day of the period belongs to it.
    if (reading.says === 'until' && reading.day >= on && (!longest || reading.day > longest.until))
      longest = { until: reading.day, from: reading.from, rule };
  }
  if (!longest) return null;
  const { until, from, rule } = longest;
  const { years, months = 0, days = 0 } = rule;
  return {
    action: 'keep',
    rule: 'retention',
    keepUntil: until,
    law: rule.law,
    reasons: [reason({ code: 'retention', law: rule.law, years, months, days, from, until }, 'GDPR art. 17(3)(b)')],
  };
}

/** Rule 5: what a remaining record refers to cannot go; it loses the person. Runs until nothing changes. */
function keepWhatIsReferredTo(records: readonly PlanRecord[], lines: ReadonlyMap<string, PlanLine>): void {
  const byId = new Map(records.map((record) => [record.id, record]));
  const queue = records.filter((record) => lines.get(record.id)!.action !== 'erase');
  for (const record of queue) {
    const isKept = lines.get(record.id)!.action === 'keep';
    for (const reference of record.refersTo) {
      const target = lines.get(reference.id);
      // A kept record is not touched, so not even a reference that could be cleared is.
      if (!target || target.action !== 'erase' || (reference.nullable && !isKept)) continue;
      target.action = 'anonymise';
      target.rule = 'referred-to';
      target.reasons = [reason({ code: 'referred-to', record: `${record.collection} ${record.key}` })];
      queue.push(byId.get(reference.id)!);
    }
  }
}

/**
 * What lost the person but is tied, in whichever direction, to a record that still names them is not anonymous (recital
 * 26).
 */
function markKeptApart(records: readonly PlanRecord[], lines: ReadonlyMap<string, PlanLine>): void {
  const tied = new Map<string, string[]>();
  const tie = (a: string, b: string) => void (tied.get(a)?.push(b) ?? tied.set(a, [b]));
  for (const record of records) {
    for (const { id } of record.refersTo) {
      const [own, other] = [lines.get(record.id)!.action, lines.get(id)?.action];
      if (other === undefined || own === 'erase' || other === 'erase' || id === record.id) continue;
      tie(record.id, id);
      tie(id, record.id);
    }
  }
  const queue = records.filter((record) => lines.get(record.id)!.action === 'keep').map(({ id }) => id);
  for (const id of queue) {
    const keeper = lines.get(id)!;
    for (const other of tied.get(id) ?? []) {
      const line = lines.get(other)!;
      if (line.action !== 'anonymise') continue;
      const until =
        keeper.keepUntil === null
          ? null
          : line.rule !== 'kept-apart'
            ? keeper.keepUntil
            : line.keepUntil === null || line.keepUntil >= keeper.keepUntil
              ? line.keepUntil
              : keeper.keepUntil;
      if (line.rule === 'kept-apart' && until === line.keepUntil) continue;
      line.rule = 'kept-apart';
      line.keepUntil = until;
      line.law = keeper.law;
      line.reasons = [
        reason({ code: 'kept-apart', record: `${keeper.collection} ${keeper.key}`, until }, 'GDPR recital 26'),
      ];
      queue.push(other);
    }
  }
}

/** What loses the person and may let go of a record that goes does so before. */
function letGo(records: readonly PlanRecord[], lines: ReadonlyMap<string, PlanLine>): void {
  for (const record of records) {
    const line = lines.get(record.id)!;
    if (line.action !== 'anonymise') continue;
    line.clearFirst = [
      ...new Set(record.refersTo.filter(({ id }) => lines.get(id)?.action === 'erase').map(({ id }) => id)),
    ].sort();
  }
}
