import type { PlanRefusal } from './refusals';
import { sayDay, type Day } from '../shared/days';
import { reason } from '../shared/reason';
import { ok, refuse, type Result } from '../shared/result';
import { canonicalBytes, hex } from '../ledger/leaf';
import type { Hash } from '../ledger/merkle';
import { order } from './order';
import { readRule, sayPeriod } from '../keeping/retention';
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
        reasons: [reason('erase', 'No ground to keep it.', 'GDPR art. 17(1)')],
      }),
  };
}

function byHold(record: PlanRecord, rules: PlanRules): Verdict | null {
  const hold = heldBy(rules, record);
  if (!hold) return null;
  const because = reason('hold', `Held while “${hold.matter}” is open.`, 'GDPR art. 17(3)(e)');
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
  const because = `It is ${record.facts[open.field]}: kept until it is closed.`;
  return { action: 'keep', rule: 'open', reasons: [reason('open', because, 'GDPR art. 6(1)(b)')] };
}

/** What is other people's as well. */
function byOthers(record: PlanRecord): Verdict | null {
  const because = (code: string, text: string) => [reason(code, text, 'GDPR art. 15(4)')];
  if (record.isOthersToo)
    return {
      action: 'keep',
      rule: 'others',
      reasons: because('others', 'Records of other people point at it: it stays as theirs.'),
    };
  if (!record.isShared) return null;
  return {
    action: 'anonymise',
    rule: 'shared',
    reasons: because('shared', 'Other people’s data stands in it too: only this person’s part goes.'),
  };
}

function byTotals(record: PlanRecord, rules: PlanRules): Verdict | null {
  if (!rules.neededForTotals.includes(`${record.system}/${record.collection}`)) return null;
  const because = reason('totals', 'The collection is needed for totals: the row stays without the person.');
  return { action: 'anonymise', rule: 'totals', reasons: [because] };
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
        reasons: [
          reason(
            'unclear',
            `${rule.law} may keep it, but its “${reading.field}” is missing or cannot be read: kept until somebody has looked.`,
            'GDPR art. 17(3)(b)',
          ),
        ],
      };
    }
    // The last day of the period belongs to it.
    if (reading.says === 'until' && reading.day >= on && (!longest || reading.day > longest.until))
      longest = { until: reading.day, from: reading.from, rule };
  }
  if (!longest) return null;
  const { until, from, rule } = longest;
  return {
    action: 'keep',
    rule: 'retention',
    keepUntil: until,
    law: rule.law,
    reasons: [
      reason(
        'retention',
        `${rule.law} keeps it ${sayPeriod(rule)} from ${sayDay(from)}: until ${sayDay(until)}.`,
        'GDPR art. 17(3)(b)',
      ),
    ],
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
      target.reasons = [reason('referred-to', `A record that stays (${record.collection} ${record.key}) hangs on it.`)];
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
        reason(
          'kept-apart',
          `A record that stays and names them (${keeper.collection} ${keeper.key}) is tied to it: it loses the ` +
            `person, and is kept apart until that goes${until ? `, ${sayDay(until)}` : ''}.`,
          'GDPR recital 26',
        ),
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
