import { setTimeout as delay } from 'node:timers/promises';
import type { Frame } from 'puppeteer-core';

/** For questions to a page, which may be busy for ever. */
export const ASK_MS = 5000;
/** How long a page may take to come, milliseconds. */
export const PATIENCE_MS = 20_000;

/** What came in time; null: nothing did, or it failed. */
export const within = <T>(work: Promise<T>, ms = ASK_MS): Promise<T | null> =>
  Promise.race([work.catch(() => null), delay(ms, null, { ref: false })]);

/** Asks a frame something; null where it does not answer, or is gone. */
export const ask = <T>(frame: Frame, question: string): Promise<T | null> =>
  within(frame.evaluate(question) as Promise<T>);
