import { setTimeout as wait } from 'node:timers/promises';

/** The result of some work, not before a time has passed, milliseconds: how long it took then tells nothing. */
export async function atLeast<T>(ms: number, work: Promise<T>): Promise<T> {
  const [result] = await Promise.allSettled([work, wait(ms)]);
  if (result.status === 'rejected') throw result.reason;
  return result.value;
}
