import { AsyncResource } from 'node:async_hooks';
import type { ServerResponse } from 'node:http';

export interface Turns {
  /** Begins the work when it is its turn, in the context in which it came; the turn ends with the response. */
  take(response: ServerResponse, work: () => void): void;
}

/**
 * Pages one after the other instead of all at once: made together, each is ready only when all are. What takes longer than it should,
 * such as a page that waits for something outside, no longer keeps the others waiting.
 *
 * @param most in hand at once
 * @param patienceMs after which a turn is given on, ready or not
 */
export function turnsOf(most: number, patienceMs: number): Turns {
  const waiting: { response: ServerResponse; work: () => void }[] = [];
  let inHand = 0;
  const begin = (response: ServerResponse, work: () => void): void => {
    inHand++;
    let isOver = false;
    const end = () => {
      if (isOver) return;
      isOver = true;
      clearTimeout(timer);
      inHand--;
      next();
    };
    const timer = setTimeout(end, patienceMs);
    response.once('close', end);
    work();
  };
  const next = (): void => {
    for (let one = waiting.shift(); one; one = waiting.shift()) {
      // Whoever went away meanwhile needs no page.
      if (one.response.destroyed || one.response.writableEnded) continue;
      return begin(one.response, one.work);
    }
  };
  return {
    take(response, work) {
      if (inHand < most) begin(response, work);
      // What is remembered for one request, such as who asks, must never be met by another that only took its place.
      else waiting.push({ response, work: AsyncResource.bind(work) });
    },
  };
}
