import type { Clock } from '../src/ports/clock';

/** A clock that is moved by hand: the history is walked, not written. */
export interface WalkingClock extends Clock {
  goTo(instant: string): void;
}

export function walkingClock(start: string): WalkingClock {
  let now = start;
  return {
    now: () => now,
    real: () => new Date().toISOString(),
    goTo: (instant) => void (now = new Date(instant).toISOString()),
  };
}
