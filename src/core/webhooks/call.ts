import type { Stage } from '../requests/stages';

/** Of what a program can be told. */
export const TOPICS = ['choices', 'requests'] as const;
export type Topic = (typeof TOPICS)[number];

export const TOPIC_WORDS: Readonly<Record<Topic, string>> = {
  choices: 'choices, when they are recorded',
  requests: 'requests, when they come and when they move on',
};

export const CALL_TYPES = ['choices.recorded', 'requests.moved', 'test'] as const;
export type CallType = (typeof CALL_TYPES)[number];

/** How many choices or steps of requests one call tells at most. */
export const MOST_TOLD = 100;

/** A choice as it is told. Times are instants, or a day where only that is known. */
export interface ToldChoice {
  id: string;
  /** The person's pseudonym: the same in every call about them. */
  person: string;
  purpose: string;
  answer: string;
  occurredAt: string;
  recordedAt: string;
  system: string;
  channel: string | null;
  /** By what the person is known; null where nobody wanted it told, or they were erased since. */
  identifiers: { kind: string; value: string; system?: string }[] | null;
}

/** A request as it is told: nothing of the person. */
export interface ToldRequest {
  ref: string;
  right: string;
  stage: Stage;
  at: string;
  dueOn: string;
}

export type CallBody =
  | { type: 'choices.recorded'; data: { choices: ToldChoice[] } }
  | { type: 'requests.moved'; data: { requests: ToldRequest[] } }
  | { type: 'test'; data: { from: string } };

/** How long a call waits after each failed try, in steps of the first wait: 10 s, 1 min, 5 min, 30 min, 2 h, then 6 h each time. */
const STEPS = [1, 6, 30, 180, 720, 2160] as const;
/** With the usual first wait of 10 seconds the last is about three days after the first. */
export const MOST_CALLS = 16;

/**
 * When a call that was not taken is tried again.
 *
 * @param tries how many have failed, from 1 on
 * @param firstMs the first wait, milliseconds
 * @returns milliseconds; null: no more, somebody has to look
 * @example waitBeforeCall(2, 10_000) // 60_000
 */
export function waitBeforeCall(tries: number, firstMs: number): number | null {
  return tries >= MOST_CALLS ? null : STEPS[Math.min(tries, STEPS.length) - 1]! * firstMs;
}

/** Whether an answer says that a call was taken: any of the kind 2xx. One that leads elsewhere is not followed. */
export const isTaken = (status: number): boolean => status >= 200 && status < 300;
