import { addYears, sayDay, type Day } from '../shared/days';
import { reason } from '../shared/reason';
import { ok, refuse, type Result } from '../shared/result';
import { canonicalBytes, hex } from '../sealing/leaf';
import type { Hash } from '../sealing/merkle';
import type { PlanLine, PlanRecord, PlanRefusal, PlanRules } from './types';

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
 * referred to by what stays, otherwise erase. Source: GDPR art. 17(1), 17(3), 18.
 *
 * @param on the day the plan is frozen at
 */
export function plan(records: readonly PlanRecord[], rules: PlanRules, on: Day, hash: Hash): Result<Plan, PlanRefusal> {
  const lines = new Map<string, PlanLine>();
  for (const record of records) lines.set(record.id, firstRule(record, rules, on));
  keepWhatIsReferredTo(records, lines);
  for (const record of records) {
    const { action, doer } = lines.get(record.id)!;
    if (doer !== 'connector') continue;
    if ((action === 'erase' && !record.can.erase) || (action === 'anonymise' && !record.can.anonymise)) return refuse({ code: 'cannot-be-done', record: record.id, action });
  }
  const ordered = order(records, lines);
  if (!ordered.ok) return ordered;
  return ok({ on, lines: ordered.value, fingerprint: fingerprintOf(ordered.value, on, hash) });
}

export function fingerprintOf(lines: readonly PlanLine[], on: Day, hash: Hash): string {
  const bare = [...lines].sort((a, b) => (a.record < b.record ? -1 : 1)).map(({ record, action, doer, rule, keepUntil }) => ({ record, action, doer, rule, keepUntil }));
  return hex(hash(canonicalBytes({ on, lines: bare })));
}

function firstRule(record: PlanRecord, rules: PlanRules, on: Day): PlanLine {
  const here = { record: record.id, system: record.system, collection: record.collection, key: record.key, doer: record.doer, keepUntil: null, law: null, clearFirst: [] };
  const hold = rules.holds.find((h) => (h.system === null || h.system === record.system) && (h.collection === null || h.collection === record.collection));
  if (hold) return { ...here, action: 'keep', rule: 'hold', reasons: [reason('hold', `Held while “${hold.matter}” is open.`, 'GDPR art. 17(3)(e)')] };

  for (const rule of rules.retention) {
    if (rule.system !== record.system || rule.collection !== record.collection) continue;
    if (rule.states && !rule.states.values.includes(record.facts[rule.states.field] ?? '')) continue;
    const from = record.facts[rule.from]?.slice(0, 10);
    if (!from) continue;
    const until = addYears(from, rule.years);
    if (until <= on) continue;
    return { ...here, action: 'keep', rule: 'retention', keepUntil: until, law: rule.law, reasons: [reason('retention', `${rule.law} keeps it ${rule.years} years from ${sayDay(from)}: until ${sayDay(until)}.`, 'GDPR art. 17(3)(b)')] };
  }

  const open = rules.open.find((rule) => rule.system === record.system && rule.collection === record.collection && rule.openValues.includes(record.facts[rule.field] ?? ''));
  if (open) return { ...here, action: 'keep', rule: 'open', reasons: [reason('open', `It is ${record.facts[open.field]}: kept until it is closed.`, 'GDPR art. 6(1)(b)')] };
  if (record.isShared) return { ...here, action: 'anonymise', rule: 'shared', reasons: [reason('shared', 'Other people’s data stands in it too: only this person’s part goes.', 'GDPR art. 15(4)')] };
  if (rules.neededForTotals.includes(`${record.system}/${record.collection}`)) return { ...here, action: 'anonymise', rule: 'totals', reasons: [reason('totals', 'The collection is needed for totals: the row stays without the person.')] };
  return { ...here, action: 'erase', rule: 'erase', reasons: [reason('erase', 'No ground to keep it.', 'GDPR art. 17(1)')] };
}

/** Rule 5: what a remaining record refers to cannot go; it is anonymised. Runs until nothing changes. */
function keepWhatIsReferredTo(records: readonly PlanRecord[], lines: Map<string, PlanLine>): void {
  for (let changed = true; changed; ) {
    changed = false;
    for (const record of records) {
      if (lines.get(record.id)!.action === 'erase') continue;
      for (const reference of record.refersTo) {
        const target = lines.get(reference.id);
        const staysUntouched = lines.get(record.id)!.action === 'keep';
        if (!target || target.action !== 'erase' || (reference.nullable && !staysUntouched)) continue;
        target.action = 'anonymise';
        target.rule = 'referred-to';
        target.reasons = [reason('referred-to', `A record that stays (${record.collection} ${record.key}) hangs on it.`)];
        changed = true;
      }
    }
  }
}

/** Referring records first. A circle is broken at a reference that can be cleared, or refused. */
function order(records: readonly PlanRecord[], lines: Map<string, PlanLine>): Result<PlanLine[], PlanRefusal> {
  const going = new Map(records.filter((record) => lines.get(record.id)!.action === 'erase').map((record) => [record.id, record]));
  const waiting = new Map([...going.values()].map((record) => [record.id, new Set(record.refersTo.filter((ref) => going.has(ref.id) && ref.id !== record.id).map((ref) => ref.id))]));
  const done: PlanLine[] = [];
  const left = new Set([...going.keys()].sort());
  while (left.size > 0) {
    const free = [...left].filter((id) => ![...left].some((other) => other !== id && waiting.get(other)!.has(id)));
    if (free.length === 0) {
      const broken = breakCircle(left, going, waiting, lines);
      if (!broken) return refuse({ code: 'circle-cannot-be-broken', records: [...left] });
      continue;
    }
    for (const id of free) {
      left.delete(id);
      done.push(lines.get(id)!);
    }
  }
  const byName = (a: PlanLine, b: PlanLine) => (a.record < b.record ? -1 : 1);
  const rest = [...lines.values()].filter(({ action }) => action !== 'erase').sort(byName);
  return ok([...rest.filter(({ action }) => action === 'keep'), ...done, ...rest.filter(({ action }) => action === 'anonymise')]);
}

function breakCircle(left: ReadonlySet<string>, going: ReadonlyMap<string, PlanRecord>, waiting: Map<string, Set<string>>, lines: Map<string, PlanLine>): boolean {
  for (const id of left) {
    const reference = going.get(id)!.refersTo.find((ref) => ref.nullable && left.has(ref.id) && waiting.get(id)!.has(ref.id));
    if (!reference) continue;
    waiting.get(id)!.delete(reference.id);
    lines.get(id)!.clearFirst.push(reference.id);
    return true;
  }
  return false;
}
