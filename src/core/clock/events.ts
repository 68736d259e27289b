import type { ClockRefusal } from './refusals';
import { Temporal } from 'temporal-polyfill';

export const CLOCK_EVENT_KINDS = [
  'identity-asked',
  'identity-proven',
  'clarification-asked',
  'clarification-given',
  'fee-asked',
  'fee-paid',
  'extended',
  'acted',
  'answered',
  'appeal-received',
  'appeal-answered',
] as const;

export type ClockEventKind = (typeof CLOCK_EVENT_KINDS)[number];

export interface ClockEvent {
  kind: ClockEventKind;
  /** RFC 3339 instant with offset or Z. */
  at: string;
  reason?: string | null;
  /** A plain day: only where the regime leaves the length of an extension open. */
  until?: string | null;
  /** Of a question about identity: when the fact that raised the doubt became known; without it, at receipt. */
  raisedAt?: string | null;
}

const NEEDS: Partial<Record<ClockEventKind, ClockEventKind>> = {
  'identity-proven': 'identity-asked',
  'clarification-given': 'clarification-asked',
  'fee-paid': 'fee-asked',
  'appeal-answered': 'appeal-received',
};

const OPENS = new Set<ClockEventKind>(['identity-asked', 'clarification-asked', 'fee-asked', 'appeal-received']);
const ONCE = new Set<ClockEventKind>(['extended', 'answered', 'acted']);
const BEFORE_ANSWER = new Set<ClockEventKind>(['identity-asked', 'clarification-asked', 'fee-asked', 'extended']);

/** Events by time; events at the same instant stay in the order given. */
export function inOrder(events: readonly ClockEvent[]): ClockEvent[] {
  return [...events].sort((a, b) => Temporal.Instant.compare(a.at, b.at));
}

/**
 * Refuses events before receipt, in the future, given twice, or out of order in their pair.
 * Whether an extension is in time needs the due date and is checked by `clock`.
 */
export function checkEvents(receivedAt: string, now: string, events: readonly ClockEvent[]): ClockRefusal | null {
  if (Temporal.Instant.compare(receivedAt, now) > 0) return { code: 'received-in-the-future', receivedAt, now };
  const open = new Set<ClockEventKind>();
  const seen = new Set<ClockEventKind>();
  for (const { kind, at } of inOrder(events)) {
    if (Temporal.Instant.compare(at, receivedAt) < 0) return { code: 'event-before-receipt', kind, at };
    if (Temporal.Instant.compare(at, now) > 0) return { code: 'event-in-the-future', kind, at };
    const needs = NEEDS[kind];
    if (needs && !open.delete(needs)) return { code: 'event-without-its-pair', kind, at, needs };
    if (open.has(kind) || (ONCE.has(kind) && seen.has(kind))) return { code: 'event-twice', kind, at };
    if (kind === 'appeal-received' && !seen.has('answered')) return { code: 'appeal-before-answer', at };
    const ofAppeal = kind === 'extended' && open.has('appeal-received');
    if (BEFORE_ANSWER.has(kind) && seen.has('answered') && !ofAppeal) return { code: 'event-after-answer', kind, at };
    // What belongs to the answer and what belongs to an appeal are counted apart.
    if (kind === 'appeal-received') seen.delete('extended');
    if (OPENS.has(kind)) open.add(kind);
    seen.add(kind);
  }
  return null;
}
