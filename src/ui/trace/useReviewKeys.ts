'use client';

import { useEffect, type RefObject } from 'react';
import type { MatchLine, Verdict } from '../../core/trace/views';
import { isCommand } from '../shared/keys';
import { KEYS } from './Verdicts';

interface Commands {
  /** To another record, forwards or back. */
  step(by: number): void;
  judge(verdict: Verdict): void;
  takeBack(): void;
  askSecond(): void;
  redact(): void;
}

/** The hand stays on the keyboard. @param current nothing happens without one */
export function useReviewKeys(
  review: RefObject<HTMLElement | null>,
  current: MatchLine | undefined,
  commands: Commands,
): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!current || !isCommand(event, review.current)) return;
      const key = event.key.toLowerCase();
      const step = key === 'j' || key === 'arrowdown' ? 1 : key === 'k' || key === 'arrowup' ? -1 : 0;
      if (step !== 0 || KEYS[key]) event.preventDefault();
      if (step !== 0) commands.step(step);
      else if (KEYS[key]) commands.judge(KEYS[key]);
      else if (key === 'z') commands.takeBack();
      else if (key === 's') commands.askSecond();
      else if (key === 'r') commands.redact();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [review, current, commands]);
}
