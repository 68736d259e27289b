'use client';

import Button, { type ButtonProps } from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useRef, useState, useTransition, type ReactNode } from 'react';
import { AskFirst, type Question } from './AskFirst';
import { useSay } from './Say';
import { SIGNED_OUT } from './notDone';
import type { ActionResult } from './actionResult';
import { keepFocus } from './keepFocus';

interface Props<T> {
  act: () => Promise<ActionResult<T>>;
  children: ReactNode;
  /** Said when it is done. */
  done?: string;
  color?: ButtonProps['color'];
  primary?: boolean;
  disabled?: boolean;
  /** Takes it back, from what the act came to; offered for some seconds where it is said that it is done. */
  undo?: (value: T) => Promise<ActionResult<unknown>>;
  /** For what cannot be taken back: it is asked first. */
  ask?: Question;
}

/** A button that carries out one act, says what came of it, and shows the page as it is now. */
export function ActButton<T>({ act, children, done, color, primary, disabled, ask, undo }: Props<T>) {
  const [isAsking, setAsking] = useState(false);
  const [isBusy, start] = useTransition();
  const say = useSay();
  const router = useRouter();
  const button = useRef<HTMLButtonElement>(null);
  const carryOut = (what: () => Promise<ActionResult<T>>, words?: string, back?: (value: T) => void) =>
    start(async () => {
      const result = await what().catch((): ActionResult<T> => ({
        ok: false,
        message: 'The server did not answer. Nothing is lost; try again.',
      }));
      if (!result.ok) say(result.message, false);
      // Shown anew, the page would lead away from what was typed on it.
      if (!result.ok && result.message === SIGNED_OUT) return;
      if (result.ok && words) say(words, true, back && (() => back(result.value)));
      router.refresh();
      keepFocus(button.current);
    });
  const takeBack = undo && ((value: T) => carryOut(() => undo(value) as Promise<ActionResult<T>>, 'Taken back'));
  const run = () => carryOut(act, done, takeBack);
  return (
    <>
      <Button
        ref={button}
        data-next-act={primary || undefined}
        onClick={ask ? () => setAsking(true) : run}
        disabled={Boolean(disabled) || isBusy}
        variant={primary ? 'contained' : 'outlined'}
        {...(color ? { color } : {})}
      >
        {children}
      </Button>
      {ask && (
        <AskFirst
          question={ask}
          isOpen={isAsking}
          onNo={() => setAsking(false)}
          onYes={() => {
            setAsking(false);
            run();
          }}
        />
      )}
    </>
  );
}
