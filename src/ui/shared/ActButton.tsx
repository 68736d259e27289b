'use client';

import Button, { type ButtonProps } from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useRef, useState, useTransition, type ReactNode } from 'react';
import { AskFirst, type Question } from './AskFirst';
import { useSay } from './Say';
import { SIGNED_OUT } from './signedOut';
import type { ActionResult } from './actionResult';
import { keepFocus } from './keepFocus';

interface Props {
  act: () => Promise<ActionResult<unknown>>;
  children: ReactNode;
  /** Said when it is done. */
  done?: string;
  color?: ButtonProps['color'];
  primary?: boolean;
  disabled?: boolean;
  /** For what cannot be taken back: it is asked first. */
  ask?: Question;
}

/** A button that carries out one act, says what came of it, and shows the page as it is now. */
export function ActButton({ act, children, done, color, primary, disabled, ask }: Props) {
  const [isAsking, setAsking] = useState(false);
  const [isBusy, start] = useTransition();
  const say = useSay();
  const router = useRouter();
  const button = useRef<HTMLButtonElement>(null);
  const run = () =>
    start(async () => {
      const result = await act().catch((): ActionResult => ({
        ok: false,
        message: 'The server did not answer. Nothing is lost; try again.',
      }));
      if (!result.ok) say(result.message, false);
      // Shown anew, the page would lead away from what was typed on it.
      if (!result.ok && result.message === SIGNED_OUT) return;
      if (result.ok && done) say(done, true);
      router.refresh();
      keepFocus(button.current);
    });
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
