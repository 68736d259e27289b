import { Temporal } from 'temporal-polyfill';
import type { Answer, Choice } from './types';

const NO_ANSWERS: ReadonlySet<Answer> = new Set(['refuse', 'withdraw', 'object', 'opt-out', 'gpc-seen']);

export function isNo(answer: Answer): boolean {
  return NO_ANSWERS.has(answer);
}

/** At the same instant the restrictive answer wins, so it sorts last. */
function rank(answer: Answer): number {
  if (answer === 'refuse') return 1;
  return isNo(answer) ? 2 : 0;
}

function isDayOnly(value: string): boolean {
  return value.length === 10;
}

/** Epoch milliseconds of an instant; a day stands for its first moment in the zone. */
export function beginning(value: string, zone: string): number {
  if (!isDayOnly(value)) return Temporal.Instant.from(value).epochMilliseconds;
  return Temporal.PlainDate.from(value).toZonedDateTime(zone).epochMilliseconds;
}

/**
 * Where an answer stands on the line of time. A day without a time spans its day and is read
 * restrictively against anything of that day: a no counts at the day's end, a yes at its beginning.
 */
export function placeOf(choice: Pick<Choice, 'occurredAt' | 'answer'>, zone: string): number {
  if (!isDayOnly(choice.occurredAt) || !isNo(choice.answer)) return beginning(choice.occurredAt, zone);
  return Temporal.PlainDate.from(choice.occurredAt).add({ days: 1 }).toZonedDateTime(zone).epochMilliseconds - 1;
}

export interface Placed {
  choice: Choice;
  /** Epoch milliseconds at which the answer counts. */
  at: number;
}

/** By occurrence, then the restrictive answer last, then by record, then by sequence (rule 1). */
export function byTime(a: Placed, b: Placed): number {
  return (
    a.at - b.at ||
    rank(a.choice.answer) - rank(b.choice.answer) ||
    Temporal.Instant.compare(a.choice.recordedAt, b.choice.recordedAt) ||
    a.choice.seq - b.choice.seq
  );
}
