import { daysBetween, localDay, type Day } from '../shared/days';
import { inOrder, type ClockEvent, type ClockEventKind } from './events';

export interface Pause {
  kind: 'identity' | 'clarification' | 'fee';
  from: Day;
  /** Null while the question is open. */
  to: Day | null;
}

const PAIRS: Record<Pause['kind'], [ClockEventKind, ClockEventKind]> = {
  identity: ['identity-asked', 'identity-proven'],
  clarification: ['clarification-asked', 'clarification-given'],
  fee: ['fee-asked', 'fee-paid'],
};

/** The spans between question and answer of one kind, as local days. */
export function spansOf(kind: Pause['kind'], events: readonly ClockEvent[], zone: string): Pause[] {
  const [asked, answered] = PAIRS[kind];
  const spans: Pause[] = [];
  for (const event of inOrder(events)) {
    if (event.kind === asked) spans.push({ kind, from: localDay(event.at, zone), to: null });
    const last = spans.at(-1);
    if (event.kind === answered && last) last.to = localDay(event.at, zone);
  }
  return spans;
}

/**
 * Days in the union of the spans, so that two questions open together count once.
 * An open span is taken as answered `today`.
 *
 * @example unionDays([{ from: '2026-10-27', to: '2026-10-28' }], '2026-11-24') // 1
 */
export function unionDays(spans: readonly Pause[], today: Day): number {
  const ordered = spans.map(({ from, to }) => ({ from, to: to ?? today })).sort((a, b) => (a.from < b.from ? -1 : 1));
  let total = 0;
  let reached: Day | null = null;
  for (const { from, to } of ordered) {
    const start: Day = reached !== null && reached > from ? reached : from;
    if (to > start) total += daysBetween(start, to);
    if (reached === null || to > reached) reached = to;
  }
  return total;
}
