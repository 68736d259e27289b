import { ANSWERS, type Answer } from './types';

const DAY = 16;
export const ADDRESS = 32;
const TOLD = 64;

export interface Shape {
  answer: Answer;
  /** Only the day is known. */
  isDay: boolean;
  /** It names the one address it is about. */
  hasAddress: boolean;
  isTold: boolean;
}

/** A choice's answer and marks in one number. @example shapeNo({ answer: 'grant', isDay: true, hasAddress: false, isTold: false }) // 16 */
export function shapeNo({ answer, isDay, hasAddress, isTold }: Shape): number {
  return ANSWERS.indexOf(answer) + (isDay ? DAY : 0) + (hasAddress ? ADDRESS : 0) + (isTold ? TOLD : 0);
}

export function shapeOf(no: number): Shape {
  const answer = ANSWERS[no % DAY];
  if (!answer) throw new RangeError(`no answer has the number ${no % DAY}`);
  return { answer, isDay: (no & DAY) !== 0, hasAddress: (no & ADDRESS) !== 0, isTold: (no & TOLD) !== 0 };
}

/** Every number under which an answer can stand: for queries. */
export function shapesOf(answer: Answer): number[] {
  return Array.from({ length: 8 }, (_, marks) => ANSWERS.indexOf(answer) + marks * DAY);
}
