import { addDays, addMonths, addWorkingDays, daysBetween, localDay, sayDay, weekdayOf, workingDaysBetween, type Day, type HolidayOf } from '../shared/days';
import { reason, type Reason } from '../shared/reason';
import { ok, refuse, type Result } from '../shared/result';
import type { Right } from '../requests/rights';
import { checkEvents, inOrder, type ClockEvent, type ClockRefusal } from './events';
import { spansOf, unionDays, type Pause } from './pauses';
import { regimeById, type ActRule, type Period, type Regime } from './regimes';

export interface ClockInput {
  regime: string;
  right: Right;
  /** RFC 3339 instant of receipt. */
  receivedAt: string;
  /** The organisation's IANA zone: days begin and end there. */
  zone: string;
  /** Public holidays of the law's place. */
  holidayOf: HolidayOf;
  events: readonly ClockEvent[];
  /** RFC 3339 instant: the legal "now". */
  now: string;
}

export type ClockState = 'running' | 'paused' | 'answered-in-time' | 'answered-late' | 'overdue';

/** Every date is a plain day that ends with that day in the organisation's zone; what does not apply is null. */
export interface ClockReading {
  receivedOn: Day;
  acknowledgeBy: Day | null;
  actBy: Day | null;
  dueOn: Day;
  refuseBy: Day | null;
  extendBy: Day | null;
  extendedDueOn: Day | null;
  appealDueOn: Day | null;
  state: ClockState;
  calendarDaysLeft: number;
  workingDaysLeft: number;
  pauses: Pause[];
  reasons: Reason[];
}

interface Setting {
  regime: Regime;
  input: ClockInput;
  events: ClockEvent[];
  today: Day;
  receivedOn: Day;
}

/**
 * When must we acknowledge, act, answer: the legal clock of one request.
 *
 * Source: section by section in the regime's `source`; months by Reg. 1182/71 art. 3.
 *
 * @example
 * // received Sat 24 Oct 2026, identity asked 27 Oct and proven 28 Oct
 * clock(input).value.dueOn // '2026-11-25'
 */
export function clock(input: ClockInput): Result<ClockReading, ClockRefusal> {
  const regime = regimeById(input.regime);
  if (!regime) return refuse({ code: 'unknown-regime', regime: input.regime });
  const wrong = checkEvents(input.receivedAt, input.now, input.events);
  if (wrong) return refuse(wrong);

  const events = inOrder(input.events);
  const setting: Setting = { regime, input, events, today: localDay(input.now, input.zone), receivedOn: localDay(input.receivedAt, input.zone) };
  const act = actRuleFor(regime, input.right);
  const extension = events.find((event) => event.kind === 'extended');
  if (extension) {
    const refusal = checkExtension(setting, act, extension);
    if (refusal) return refuse(refusal);
  }
  if (events.some((event) => event.kind === 'appeal-received') && (regime.appeal === null || regime.appeal === 'authority')) {
    return refuse({ code: 'no-appeal', regime: regime.id });
  }
  return ok(read(setting, act, extension));
}

function read(setting: Setting, act: ActRule | null, extension: ClockEvent | undefined): ClockReading {
  const { regime, input, today, receivedOn } = setting;
  const reasons: Reason[] = [reason('received', `Received ${sayDay(receivedOn)}.`, regime.id === 'eu-gdpr' ? 'Reg. 1182/71 art. 3(1)' : undefined)];
  const start = startOf(setting, reasons);
  const shift = pausedDays(setting, reasons);
  const wholeDuty = act !== null && act.isWholeDuty && act.within !== 'at-once';
  const respond = wholeDuty ? (act.within as Period) : regime.respond;

  const first = place(setting, start, respond, shift);
  reasons.push(reason('period', `${sayPeriod(respond)} from ${sayDay(start)} ends ${sayDay(add(start, respond, input.holidayOf))}.`, wholeDuty ? act.source : regime.source));
  const extendable = regime.extension !== null && (!wholeDuty || act.extendable);
  const extended = extendable ? extendedDue(setting, start, shift, extension) : null;
  if (shift > 0) reasons.push(reason('shifted', `Waiting for the person adds ${shift} ${shift === 1 ? 'day' : 'days'}: ${sayDay(addDays(add(start, respond, input.holidayOf), shift))}.`));

  const announced = extension && extended ? extended : null;
  if (announced) reasons.push(reason('extended', `Extended with a reason: ${sayDay(announced)}.`, regime.source));
  const dueOn = announced ?? first;
  const unrolled = announced ? null : addDays(add(start, respond, input.holidayOf), shift);
  if (unrolled && unrolled !== first) reasons.push(reason('rolled', `${sayDay(unrolled)} is ${whyClosed(unrolled, input.holidayOf)}; the next day that counts is ${sayDay(first)}.`, 'Reg. 1182/71 art. 3(4)'));

  const actBy = act ? actDate(setting, act, dueOn) : null;
  if (act && actBy) reasons.push(reason('act-first', `The act itself is due ${act.within === 'at-once' ? 'at once' : `by ${sayDay(actBy)}`}; the answer follows.`, act.source));
  const acknowledges = regime.acknowledge && regime.acknowledge.rights.includes(input.right);
  const pauses = pausesOf(setting);
  return {
    receivedOn,
    acknowledgeBy: acknowledges ? add(receivedOn, regime.acknowledge!.within, input.holidayOf) : null,
    actBy,
    dueOn,
    refuseBy: regime.refuseWithinFirstPeriod ? first : null,
    extendBy: extendable ? first : null,
    extendedDueOn: extended,
    appealDueOn: appealDue(setting),
    state: stateOf(setting, dueOn, pauses),
    calendarDaysLeft: daysBetween(today, dueOn),
    workingDaysLeft: workingDaysBetween(today, dueOn, input.holidayOf),
    pauses,
    reasons,
  };
}

function actRuleFor(regime: Regime, right: Right): ActRule | null {
  return regime.acts.find((act) => act.rights.includes(right)) ?? null;
}

function add(from: Day, period: Period, holidayOf: HolidayOf): Day {
  if ('months' in period) return addMonths(from, period.months);
  if ('days' in period) return addDays(from, period.days);
  return addWorkingDays(from, period.workingDays, holidayOf);
}

/** Start plus period plus pauses, rolled afterwards. */
function place(setting: Setting, start: Day, period: Period, shift: number): Day {
  return roll(addDays(add(start, period, setting.input.holidayOf), shift), setting.regime, setting.input.holidayOf);
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

/** Under the UK rule the period counts from the latest of receipt, identity proven and fee paid. */
function startOf(setting: Setting, reasons: Reason[]): Day {
  const { regime, events, input, today, receivedOn } = setting;
  let start = receivedOn;
  for (const kind of ['identity', 'fee'] as const) {
    if (regime[kind] !== 'moves-start') continue;
    for (const span of spansOf(kind, events, input.zone)) {
      const day = span.to ?? today;
      if (day > start) start = day;
      reasons.push(reason('start-moved', `The period starts when ${kind === 'fee' ? 'the fee is paid' : 'identity is proven'}: ${span.to ? sayDay(span.to) : 'not yet, shown as if today'}.`, 'UK GDPR art. 12A'));
    }
  }
  return start;
}

function pausesOf({ regime, input, events }: Setting): Pause[] {
  const spans: Pause[] = [];
  if (regime.identity !== 'runs-on') spans.push(...spansOf('identity', events, input.zone));
  if (regime.clarification === 'pauses' && input.right === 'access') spans.push(...spansOf('clarification', events, input.zone));
  if (regime.fee !== 'runs-on') spans.push(...spansOf('fee', events, input.zone));
  return spans;
}

function pausedDays(setting: Setting, reasons: Reason[]): number {
  const { regime, input, events, today, receivedOn } = setting;
  const shifting: Pause[] = [];
  for (const kind of ['identity', 'clarification'] as const) {
    const spans = spansOf(kind, events, input.zone);
    const pauses = regime[kind] === 'pauses' && (kind === 'identity' || input.right === 'access');
    for (const span of spans) {
      const said = `${kind === 'identity' ? 'Proof of identity' : 'Clarification'} asked ${sayDay(span.from)}, ${span.to ? `given ${sayDay(span.to)}` : 'still open, counted as if answered today'}`;
      if (pauses) reasons.push(reason('paused', `${said}.`, kind === 'identity' ? 'GDPR art. 12(6)' : 'GDPR recital 63'));
      else if (regime[kind] === 'runs-on' || kind === 'clarification') reasons.push(reason('runs-on', `${said}; the clock runs on.`, regime.source));
      if (daysBetween(receivedOn, span.from) > 5) reasons.push(reason('asked-late', `The question was asked more than five days after receipt; it has to be asked without undue delay.`));
    }
    if (pauses) shifting.push(...spans);
  }
  return unionDays(shifting, today);
}

function extendedDue(setting: Setting, start: Day, shift: number, extension: ClockEvent | undefined): Day | null {
  const rule = setting.regime.extension;
  if (rule === 'open') return extension?.until ?? null;
  return rule ? place(setting, start, rule.total, shift) : null;
}

function actDate(setting: Setting, act: ActRule, dueOn: Day): Day {
  if (act.within === 'at-once') return setting.receivedOn;
  return act.isWholeDuty ? dueOn : add(setting.receivedOn, act.within, setting.input.holidayOf);
}

function checkExtension(setting: Setting, act: ActRule | null, extension: ClockEvent): ClockRefusal | null {
  const { regime, input } = setting;
  if (!extension.reason?.trim()) return { code: 'extension-without-reason' };
  if (regime.extension === null || (act?.isWholeDuty && !act.extendable)) return { code: 'extension-not-allowed', regime: regime.id, right: input.right };
  // The last day to announce is the one that stood when it was announced: later pauses do not move it.
  const until = setting.events.indexOf(extension);
  const before: Setting = { ...setting, events: setting.events.slice(0, until), today: localDay(extension.at, input.zone) };
  const scratch: Reason[] = [];
  const respond = act?.isWholeDuty && act.within !== 'at-once' ? act.within : regime.respond;
  const extendBy = place(before, startOf(before, scratch), respond, pausedDays(before, scratch));
  if (before.today > extendBy) return { code: 'extension-too-late', announcedOn: before.today, extendBy };
  if (regime.extension !== 'open') return null;
  if (!extension.until) return { code: 'extension-needs-until', regime: regime.id };
  return extension.until <= extendBy ? { code: 'extension-until-too-early', until: extension.until, dueOn: extendBy } : null;
}

function appealDue({ regime, input, events }: Setting): Day | null {
  const appeal = events.filter((event) => event.kind === 'appeal-received').at(-1);
  if (!appeal || regime.appeal === null || regime.appeal === 'authority') return null;
  return add(localDay(appeal.at, input.zone), regime.appeal.within, input.holidayOf);
}

function stateOf({ input, events, today }: Setting, dueOn: Day, pauses: Pause[]): ClockState {
  const answered = events.find((event) => event.kind === 'answered');
  if (answered) return localDay(answered.at, input.zone) <= dueOn ? 'answered-in-time' : 'answered-late';
  if (pauses.some((pause) => pause.to === null)) return 'paused';
  return today > dueOn ? 'overdue' : 'running';
}

function sayPeriod(period: Period): string {
  if ('months' in period) return period.months === 1 ? 'One month' : `${period.months} months`;
  if ('days' in period) return `${period.days} days`;
  return `${period.workingDays} working days`;
}
