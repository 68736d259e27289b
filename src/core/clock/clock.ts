import type { ClockRefusal } from './refusals';
import { daysBetween, localDay, workingDaysBetween, type Day, type HolidayOf } from '../shared/days';
import { reason } from '../shared/reason';
import type { Reason } from '../words/reasons';
import { ok, refuse, type Result } from '../shared/result';
import type { Right } from '../requests/rights';
import { checkEvents, inOrder, type ClockEvent } from './events';
import {
  answerExtension,
  checkAppealExtension,
  checkExtension,
  knowsAppeal,
  knowsExtension,
  readLaw,
  type Case,
  type LawReading,
  type LegalDates,
} from './oneLaw';
import { ASK_WITHIN_DAYS, type Pause } from './questions';
import { inForceFrom, regimeById, type Laws } from './regimes';

export interface ClockInput {
  /** The laws that bind the request; each date is the earliest over them. */
  regimes: readonly string[];
  right: Right;
  /** RFC 3339 instant of receipt. */
  receivedAt: string;
  /** The organisation's IANA zone: days begin and end there. */
  zone: string;
  /** Public holidays of each law's place. */
  holidaysOf: (regime: string) => HolidayOf;
  events: readonly ClockEvent[];
  /** RFC 3339 instant: the legal "now". */
  now: string;
  /** The table of laws; undefined: as shipped. */
  laws?: Laws;
  /** Days within which a question stops the clock; undefined: five. */
  askWithinDays?: number;
}

export type ClockState = 'running' | 'paused' | 'answered-in-time' | 'answered-late' | 'overdue';

/** What the laws together say. */
export interface ClockReading extends LegalDates {
  receivedOn: Day;
  state: ClockState;
  calendarDaysLeft: number;
  workingDaysLeft: number;
  pauses: Pause[];
  /** What each law says by itself, in the order given. */
  laws: { regime: string; dueOn: Day }[];
  reasons: Reason[];
}

/**
 * When must we acknowledge, act, answer: the legal clock of one request, under every law that binds it.
 *
 * Source: section by section in the regime's `source`; months by Reg. 1182/71 art. 3.
 *
 * @example
 * // received Sat 24 Oct 2026, identity asked 27 Oct and proven 28 Oct
 * clock(input).value.dueOn // '2026-11-25'
 */
export function clock(input: ClockInput): Result<ClockReading, ClockRefusal> {
  const cases = casesOf(input);
  if (!cases.ok) return cases;
  const wrong = checkEvents(input.receivedAt, input.now, input.events) ?? checkByLaw(cases.value);
  return wrong ? refuse(wrong) : ok(combine(cases.value, cases.value.map(readLaw)));
}

function casesOf(input: ClockInput): Result<Case[], ClockRefusal> {
  const receivedOn = localDay(input.receivedAt, input.zone);
  const events = inOrder(input.events);
  const appealed = events.findLast(({ kind }) => kind === 'appeal-received');
  const cases: Case[] = [];
  for (const id of new Set(input.regimes)) {
    const from = inForceFrom(id, input.laws);
    if (from === null) return refuse({ code: 'unknown-regime', regime: id });
    const regime = regimeById(id, receivedOn, input.laws);
    if (!regime) return refuse({ code: 'regime-not-in-force', regime: id, from, receivedOn });
    cases.push({
      regime,
      appealRegime: appealed ? (regimeById(id, localDay(appealed.at, input.zone), input.laws) ?? regime) : regime,
      right: input.right,
      zone: input.zone,
      holidayOf: input.holidaysOf(id),
      events,
      today: localDay(input.now, input.zone),
      receivedOn,
      askWithinDays: input.askWithinDays ?? ASK_WITHIN_DAYS,
    });
  }
  return cases.length > 0 ? ok(cases) : refuse({ code: 'no-regime' });
}

/** What the laws forbid: of those that know an extension each has to allow it; an appeal needs one that knows it. */
function checkByLaw(cases: readonly Case[]): ClockRefusal | null {
  const { events, right } = cases[0]!;
  const extension = answerExtension(events);
  if (events.some(({ kind, reason: why }) => kind === 'extended' && !why?.trim()))
    return { code: 'extension-without-reason' };
  if (extension) {
    const knowing = cases.filter(knowsExtension);
    if (knowing.length === 0) return { code: 'extension-not-allowed', regime: cases[0]!.regime.id, right };
    for (const one of knowing) {
      const refusal = checkExtension(one, extension);
      if (refusal) return refusal;
    }
  }
  if (!events.some(({ kind }) => kind === 'appeal-received')) return null;
  const appealable = cases.filter(knowsAppeal);
  if (appealable.length === 0) return { code: 'no-appeal', regime: cases[0]!.regime.id };
  for (const one of appealable) {
    const refusal = checkAppealExtension(one);
    if (refusal) return refusal;
  }
  return null;
}

/** Each date the earliest, each condition the strictest. */
function combine(cases: readonly Case[], readings: readonly LawReading[]): ClockReading {
  const { today, receivedOn } = cases[0]!;
  const dueOn = earliest(readings.map((one) => one.dueOn))!;
  // Working days are those of the law that is due first.
  const { holidayOf } = cases[readings.findIndex((one) => one.dueOn === dueOn)]!;
  const canExtend = readings.some(({ extendBy }) => extendBy !== null);
  const extendedDues = readings.map((one) => (one.extendBy === null ? one.firstDueOn : one.extendedDueOn));
  return {
    receivedOn,
    acknowledgeBy: earliest(readings.map((one) => one.acknowledgeBy)),
    actBy: earliest(readings.map((one) => one.actBy)),
    dueOn,
    refuseBy: earliest(readings.map((one) => one.refuseBy)),
    extendBy: earliest(readings.map((one) => one.extendBy)),
    extendedDueOn: canExtend ? earliest(extendedDues) : null,
    appealDueOn: earliest(readings.map((one) => one.appealDueOn)),
    appealExtendBy: earliest(readings.map((one) => one.appealExtendBy)),
    state: stateOf(
      cases[0]!,
      dueOn,
      readings.every(({ isPaused }) => isPaused),
    ),
    calendarDaysLeft: daysBetween(today, dueOn),
    workingDaysLeft: workingDaysBetween(today, dueOn, holidayOf),
    pauses: [
      ...new Map(
        readings.flatMap(({ pauses }) => pauses).map((pause) => [`${pause.kind} ${pause.from}`, pause]),
      ).values(),
    ],
    laws: readings.map((one) => ({ regime: one.regime, dueOn: one.dueOn })),
    reasons: readings.length === 1 ? readings[0]!.reasons : severalReasons(cases, readings, dueOn),
  };
}

function severalReasons(cases: readonly Case[], readings: readonly LawReading[], dueOn: Day): Reason[] {
  const binding = cases.filter((_, i) => readings[i]!.dueOn === dueOn).map(({ regime }) => regime.title);
  return [
    reason({ code: 'several-laws', count: readings.length, binding, dueOn }),
    ...readings.flatMap(({ reasons }, i) => reasons.map((one) => ({ ...one, of: cases[i]!.regime.title }))),
  ];
}

function earliest(days: readonly (Day | null)[]): Day | null {
  return days.reduce<Day | null>((first, day) => (day !== null && (first === null || day < first) ? day : first), null);
}

function stateOf({ events, today, zone }: Case, dueOn: Day, isPaused: boolean): ClockState {
  const answered = events.find((event) => event.kind === 'answered');
  if (answered) return localDay(answered.at, zone) <= dueOn ? 'answered-in-time' : 'answered-late';
  if (today > dueOn) return 'overdue';
  return isPaused ? 'paused' : 'running';
}
