import { addDays, beginningOfDay, epochOf } from '../shared/days';
import type { Answer, Choice } from '../ledger/types';

const NO_ANSWERS: ReadonlySet<Answer> = new Set(['refuse', 'withdraw', 'object', 'opt-out', 'gpc-seen']);

export function isNo(answer: Answer): boolean {
  return NO_ANSWERS.has(answer);
}

/** At the same instant the restrictive answer wins, so it sorts last. */
export function rankOf(answer: Answer): number {
  if (answer === 'refuse') return 1;
  return isNo(answer) ? 2 : 0;
}

export function isDayOnly(value: string): boolean {
  return value.length === 10;
}

/** Epoch milliseconds of an instant; a day stands for its first moment in the zone. */
export function beginning(value: string, zone: string): number {
  return isDayOnly(value) ? beginningOfDay(value, zone) : epochOf(value);
}

/**
 * Where an answer stands on the line of time. A day without a time spans its day and is read
 * restrictively against anything of that day: a no counts at the day's end, a yes at its beginning.
 */
export function placeOf(choice: Pick<Choice, 'occurredAt' | 'answer'>, zone: string): number {
  if (!isDayOnly(choice.occurredAt) || !isNo(choice.answer)) return beginning(choice.occurredAt, zone);
  return beginningOfDay(addDays(choice.occurredAt, 1), zone) - 1;
}
