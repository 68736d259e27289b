import type { CallType, Topic } from './call';

export interface WebhookView {
  id: string;
  name: string;
  url: string;
  topics: Topic[];
  namesPeople: boolean;
  /** `given-up`: its program did not take a call for days; everything since waits. */
  state: 'on' | 'off' | 'given-up';
  madeAt: string;
  madeBy: string | null;
  /** The last call that was taken. */
  lastTakenAt: string | null;
  /** The call that is not taken yet, where it was tried and failed. */
  failing: { since: string; tries: number; nextTryAt: string | null; why: string } | null;
  /** Choices that are not in a call yet; null where it is not told of them. */
  behind: number | null;
}

/** A call that was made: of what, how often, and what came of it. */
export interface WebhookCallView {
  id: string;
  type: CallType;
  /** How many choices or steps it tells. */
  told: number;
  state: 'open' | 'taken';
  tries: number;
  createdAt: string;
  takenAt: string | null;
  nextTryAt: string | null;
  /** What the program answered, or why it was not reached. */
  answer: string;
}
