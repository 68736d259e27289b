import type { ClockRefusal } from './refusals';
import { addDays, addMonths, addWorkingDays, localDay, weekdayOf, type Day, type HolidayOf } from '../shared/days';
import { reason } from '../shared/reason';
import type { Reason } from '../words/reasons';
import type { Asking } from './reasons';
import type { Right } from '../requests/rights';
import type { ClockEvent } from './events';
import { askBy, isInTime, questionsOf, unionDays, type Pause, type Question } from './questions';
import type { ActRule, Period, Regime } from './regimes';

/** One law's view of one case. */
export interface Case {
  regime: Regime;
  /** The row that counts for an appeal: that of the day on which it came. */
  appealRegime: Regime;
  right: Right;
  zone: string;
  holidayOf: HolidayOf;
  /** In order. */
  events: readonly ClockEvent[];
  today: Day;
  receivedOn: Day;
  /** Days within which a question stops the clock. */
  askWithinDays: number;
}

/** Plain days, each of which ends with that day in the organisation's zone; what does not apply is null. */
export interface LegalDates {
  acknowledgeBy: Day | null;
  actBy: Day | null;
  dueOn: Day;
  refuseBy: Day | null;
  extendBy: Day | null;
  extendedDueOn: Day | null;
  appealDueOn: Day | null;
  appealExtendBy: Day | null;
}

/** What one law says. */
export interface LawReading extends LegalDates {
  regime: string;
  /** What stands without an extension. */
  firstDueOn: Day;
  isPaused: boolean;
  pauses: Pause[];
  reasons: Reason[];
}

export function readLaw(one: Case): LawReading {
  const { regime, receivedOn, holidayOf } = one;
  const reasons: Reason[] = [...whyThisRow(regime, receivedOn)];
  const act = actRuleFor(one);
  const questions = weighQuestions(one, act, reasons);
  const start = startOf(one, questions, reasons);
  const shift = shiftOf(one, questions, start);
  const wholeDuty = act !== null && act.isWholeDuty && act.within !== 'at-once';
  const respond = wholeDuty ? (act.within as Period) : regime.respond;

  const first = place(one, start, respond, shift);
  const plain = add(start, respond, holidayOf);
  reasons.push(reason({ code: 'period', period: respond, start, end: plain }, wholeDuty ? act.source : regime.source));
  const extension = answerExtension(one.events);
  const extendable = isExtendable(regime, act);
  const extended = extendable ? extendedDue(one, start, shift, extension) : null;
  const announced = extension && extended ? extended : null;
  const dueOn = announced ?? first;
  const actBy = act ? actDate(one, act, dueOn) : null;
  reasons.push(
    ...whyMoved(one, plain, shift, announced ?? first, announced !== null),
    ...(extension && !announced ? [reason({ code: 'not-extendable' }, regime.source)] : []),
    ...(act && actBy ? [whyActFirst(act, actBy)] : []),
  );
  const acknowledges = regime.acknowledge?.rights.includes(one.right);
  return {
    regime: regime.id,
    acknowledgeBy: acknowledges ? add(receivedOn, regime.acknowledge!.within, holidayOf) : null,
    actBy,
    dueOn,
    refuseBy: regime.refuseWithinFirstPeriod ? first : null,
    extendBy: extendable ? first : null,
    extendedDueOn: extended,
    firstDueOn: first,
    ...appealDates(one, reasons),
    isPaused: questions.some(({ to }) => to === null),
    pauses: questions.map(({ kind, from, to }) => ({ kind, from, to })),
    reasons,
  };
}

function whyThisRow(regime: Regime, receivedOn: Day): Reason[] {
  const source = regime.id === 'eu-gdpr' ? 'Reg. 1182/71 art. 3(1)' : undefined;
  const received = reason({ code: 'received', day: receivedOn }, source);
  if (regime.isConfirmed) return [received];
  return [received, reason({ code: 'law-not-confirmed' }, regime.source)];
}

/** From the plain end of the period to the day that counts: days of waiting, an extension, a day that is closed. */
function whyMoved({ regime, holidayOf }: Case, plain: Day, shift: number, day: Day, isExtended: boolean): Reason[] {
  const shifted = addDays(plain, shift);
  const reasons: Reason[] = [];
  if (shift > 0) reasons.push(reason({ code: 'shifted', days: shift, day: shifted }));
  if (isExtended) reasons.push(reason({ code: 'extended', day }, regime.source));
  else if (shifted !== day)
    reasons.push(
      reason(
        { code: 'rolled', day: shifted, why: whyClosed(shifted, holidayOf), to: day },
        regime.id === 'eu-gdpr' ? 'Reg. 1182/71 art. 3(4)' : regime.source,
      ),
    );
  return reasons;
}

function whyActFirst(act: ActRule, actBy: Day): Reason {
  return reason({ code: 'act-first', by: act.within === 'at-once' ? null : actBy }, act.source);
}

/** The rule for the act that comes before the answer, if the law has one for this right. */
function actRuleFor({ regime, right }: Case): ActRule | null {
  return regime.acts.find((act) => act.rights.includes(right)) ?? null;
}

function isExtendable(regime: Regime, act: ActRule | null): boolean {
  return regime.extension !== null && (!(act?.isWholeDuty && act.within !== 'at-once') || act.extendable);
}

/** Whether this law could be extended at all for this right. */
export function knowsExtension(one: Case): boolean {
  return isExtendable(one.regime, actRuleFor(one));
}

/** The extension of the answer, as against that of an appeal. */
export function answerExtension(events: readonly ClockEvent[]): ClockEvent | undefined {
  const answered = events.findIndex(({ kind }) => kind === 'answered');
  return events.slice(0, answered < 0 ? undefined : answered).find(({ kind }) => kind === 'extended');
}

function add(from: Day, period: Period, holidayOf: HolidayOf): Day {
  if ('months' in period) return addMonths(from, period.months);
  if ('days' in period) return addDays(from, period.days);
  return addWorkingDays(from, period.workingDays, holidayOf);
}

/** Start plus period plus pauses, rolled afterwards. */
function place(one: Case, start: Day, period: Period, shift: number): Day {
  return roll(addDays(add(start, period, one.holidayOf), shift), one.regime, one.holidayOf);
}

function roll(day: Day, regime: Regime, holidayOf: HolidayOf): Day {
  let at = day;
  const closed = (d: Day) =>
    (weekdayOf(d) === 6 && regime.rolls.includes('sat')) ||
    (weekdayOf(d) === 7 && regime.rolls.includes('sun')) ||
    (holidayOf(d) !== null && regime.rolls.includes('holiday'));
  while (closed(at)) at = addDays(at, 1);
  return at;
}

function whyClosed(day: Day, holidayOf: HolidayOf): string {
  return holidayOf(day) ?? (weekdayOf(day) === 6 ? 'a Saturday' : 'a Sunday');
}

function counts(one: Case, kind: Question['kind']): boolean {
  if (kind === 'clarification') return one.regime.clarification === 'pauses' && one.right === 'access';
  return one.regime[kind] !== 'runs-on';
}

const SOURCES = { identity: 'GDPR art. 12(6)', clarification: 'GDPR recital 63', fee: 'UK GDPR art. 12A' } as const;

/**
 * The questions that stop the clock or move its start: those of the law's kinds, asked in time, and before the answer
 * was due.
 */
function weighQuestions(one: Case, act: ActRule | null, reasons: Reason[]): Question[] {
  const all = (['identity', 'clarification', 'fee'] as const).flatMap((kind) =>
    questionsOf(kind, one.events, one.zone, one.receivedOn),
  );
  const counting: Question[] = [];
  for (const question of all.sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0))) {
    const asking: Asking = { kind: question.kind, from: question.from, to: question.to };
    if (!counts(one, question.kind)) {
      reasons.push(reason({ code: 'runs-on', ...asking }, one.regime.source));
      continue;
    }
    const dueThen = dueAt(one, act, counting, question.from);
    if (question.from > dueThen) {
      reasons.push(reason({ code: 'asked-after-due', ...asking, dueOn: dueThen }, one.regime.source));
      continue;
    }
    if (question.kind !== 'fee' && !isInTime(question, one.askWithinDays)) {
      const lastDay = askBy(question.raisedOn, one.askWithinDays);
      reasons.push(reason({ code: 'asked-late', ...asking, askBy: lastDay }, 'EDPB Guidelines 01/2022, 156–157'));
      continue;
    }
    if (one.regime[question.kind] === 'pauses')
      reasons.push(reason({ code: 'paused', ...asking }, SOURCES[question.kind]));
    counting.push(question);
  }
  return counting;
}

/** When the answer was due, seen from a day, with what had been asked by then. */
function dueAt(one: Case, act: ActRule | null, asked: readonly Question[], day: Day): Day {
  const then: Question[] = asked.map((question) =>
    question.to !== null && question.to > day ? { ...question, to: null } : question,
  );
  const before: Case = { ...one, today: day };
  const start = startOf(before, then, []);
  const shift = shiftOf(before, then, start);
  const extension = one.events.find((event) => event.kind === 'extended' && localDay(event.at, one.zone) <= day);
  const respond = act?.isWholeDuty && act.within !== 'at-once' ? act.within : one.regime.respond;
  const extended = extension && isExtendable(one.regime, act) ? extendedDue(before, start, shift, extension) : null;
  return extended ?? place(before, start, respond, shift);
}

/** Under the UK rule the period counts from the latest of receipt, identity proven and fee paid. */
function startOf({ regime, today, receivedOn }: Case, questions: readonly Question[], reasons: Reason[]): Day {
  let start = receivedOn;
  for (const { kind, to } of questions) {
    if (regime[kind] !== 'moves-start') continue;
    const day = to ?? today;
    if (day > start) start = day;
    const by = kind === 'fee' ? 'fee' : 'identity';
    reasons.push(reason({ code: 'start-moved', by, day: to }, 'UK GDPR art. 12A'));
  }
  return start;
}

/** Days that waiting for the person adds. What lies before the start was not running yet. */
function shiftOf({ regime, today }: Case, questions: readonly Question[], start: Day): number {
  return unionDays(
    questions.filter(({ kind }) => regime[kind] === 'pauses'),
    today,
    start,
  );
}

function extendedDue(one: Case, start: Day, shift: number, extension: ClockEvent | undefined): Day | null {
  const rule = one.regime.extension;
  if (rule === 'open') return extension?.until ?? null;
  return rule ? place(one, start, rule.total, shift) : null;
}

function actDate(one: Case, act: ActRule, dueOn: Day): Day {
  if (act.within === 'at-once') return one.receivedOn;
  return act.isWholeDuty ? dueOn : add(one.receivedOn, act.within, one.holidayOf);
}

/** Whether an extension may be announced under this law as it was. */
export function checkExtension(one: Case, extension: ClockEvent): ClockRefusal | null {
  const act = actRuleFor(one);
  // The last day to announce is the one that stood when it was announced: later pauses do not move it.
  const before: Case = {
    ...one,
    events: one.events.slice(0, one.events.indexOf(extension)),
    today: localDay(extension.at, one.zone),
  };
  const questions = weighQuestions(before, act, []);
  const start = startOf(before, questions, []);
  const respond = act?.isWholeDuty && act.within !== 'at-once' ? act.within : one.regime.respond;
  const extendBy = place(before, start, respond, shiftOf(before, questions, start));
  if (before.today > extendBy) return { code: 'extension-too-late', announcedOn: before.today, extendBy };
  if (one.regime.extension !== 'open') return null;
  if (!extension.until) return { code: 'extension-needs-until', regime: one.regime.id };
  return extension.until <= extendBy
    ? { code: 'extension-until-too-early', until: extension.until, dueOn: extendBy }
    : null;
}

function lastAppeal({ events }: Case): { appeal: ClockEvent; extension: ClockEvent | undefined } | null {
  const at = events.map(({ kind }) => kind).lastIndexOf('appeal-received');
  return at < 0 ? null : { appeal: events[at]!, extension: events.slice(at).find(({ kind }) => kind === 'extended') };
}

function appealDates(one: Case, reasons: Reason[]): { appealDueOn: Day | null; appealExtendBy: Day | null } {
  const rule = one.appealRegime.appeal;
  const last = lastAppeal(one);
  if (!last || rule === null || rule === 'authority') return { appealDueOn: null, appealExtendBy: null };
  const from = localDay(last.appeal.at, one.zone);
  const first = add(from, rule.within, one.holidayOf);
  const due = last.extension && rule.extendable ? add(first, rule.extendable, one.holidayOf) : first;
  reasons.push(
    reason({ code: 'appeal', kind: rule.kind, from, dueOn: due, isExtended: due !== first }, one.appealRegime.source),
  );
  return { appealDueOn: due, appealExtendBy: rule.extendable ? first : null };
}

/** Whether the time for an appeal may be extended under this law. */
export function checkAppealExtension(one: Case): ClockRefusal | null {
  const last = lastAppeal(one);
  if (!last?.extension) return null;
  const rule = one.appealRegime.appeal;
  if (rule === null || rule === 'authority' || !rule.extendable)
    return { code: 'extension-not-allowed', regime: one.regime.id, right: one.right };
  const extendBy = add(localDay(last.appeal.at, one.zone), rule.within, one.holidayOf);
  const announcedOn = localDay(last.extension.at, one.zone);
  return announcedOn > extendBy ? { code: 'extension-too-late', announcedOn, extendBy } : null;
}

export function knowsAppeal({ appealRegime }: Case): boolean {
  return appealRegime.appeal !== null && appealRegime.appeal !== 'authority';
}
