import { addDays, daysBetween, localDay, type Day } from '../shared/days';
import { inOrder, type ClockEvent, type ClockEventKind } from './events';

export type QuestionKind = 'identity' | 'clarification' | 'fee';

/** Something that was asked of the person, as local days. */
export interface Pause {
  kind: QuestionKind;
  from: Day;
  /** Null while the question is open. */
  to: Day | null;
}

export interface Question extends Pause {
  /** The day that gave rise to the question: of receipt, or on which the doubt arose. */
  raisedOn: Day;
}

const PAIRS: Record<QuestionKind, [ClockEventKind, ClockEventKind]> = {
  identity: ['identity-asked', 'identity-proven'],
  clarification: ['clarification-asked', 'clarification-given'],
  fee: ['fee-asked', 'fee-paid'],
};

/** What was asked of one kind, with its answer, in the order of asking. */
export function questionsOf(
  kind: QuestionKind,
  events: readonly ClockEvent[],
  zone: string,
  receivedOn: Day,
): Question[] {
  const [asked, answered] = PAIRS[kind];
  const questions: Question[] = [];
  for (const event of inOrder(events)) {
    if (event.kind === asked)
      questions.push({
        kind,
        from: localDay(event.at, zone),
        to: null,
        raisedOn: event.raisedAt ? localDay(event.raisedAt, zone) : receivedOn,
      });
    const last = questions.at(-1);
    if (event.kind === answered && last) last.to = localDay(event.at, zone);
  }
  return questions;
}

/**
 * Days within which a question has to be asked to stop the clock, unless the organisation says otherwise. Source: EDPB
 * Guidelines 01/2022, 156–157.
 */
export const ASK_WITHIN_DAYS = 5;

/** Whether it was asked without undue delay: within so many days of receipt, or of the fact that raised the doubt. */
export function isInTime(question: Question, withinDays: number): boolean {
  return daysBetween(question.raisedOn, question.from) <= withinDays;
}

/**
 * Days in the union of the spans, so that two questions open together count once.
 * An open span is taken as answered `today`; what lies before `start` is not counted.
 *
 * @example unionDays([{ kind: 'identity', from: '2026-10-27', to: '2026-10-28' }], '2026-11-24') // 1
 */
export function unionDays(spans: readonly Pause[], today: Day, start?: Day): number {
  const ordered = spans
    .map(({ from, to }) => ({ from: start && from < start ? start : from, to: to ?? today }))
    .sort((a, b) => (a.from < b.from ? -1 : 1));
  let total = 0;
  let reached: Day | null = null;
  for (const { from, to } of ordered) {
    const begin: Day = reached !== null && reached > from ? reached : from;
    if (to > begin) total += daysBetween(begin, to);
    if (reached === null || to > reached) reached = to;
  }
  return total;
}

/** The last day on which a question still stops the clock. */
export function askBy(raisedOn: Day, withinDays: number): Day {
  return addDays(raisedOn, withinDays);
}
