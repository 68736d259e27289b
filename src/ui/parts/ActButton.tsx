'use client';

import Button, { type ButtonProps } from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useTransition, type ReactNode } from 'react';
import { useSay } from './Say';
import type { ActionResult } from './actionResult';

interface Props {
  act: () => Promise<ActionResult<unknown>>;
  children: ReactNode;
  /** Said when it is done. */
  done?: string;
  color?: ButtonProps['color'];
  primary?: boolean;
  disabled?: boolean;
}

/** A button that carries out one act, says what came of it, and shows the page as it is now. */
export function ActButton({ act, children, done, color, primary, disabled }: Props) {
  const [isBusy, start] = useTransition();
  const say = useSay();
  const router = useRouter();
  const run = () =>
    start(async () => {
      const result = await act().catch((): ActionResult => ({ ok: false, message: 'The server did not answer. Nothing is lost; try again.' }));
      if (!result.ok) say(result.message, false);
      else if (done) say(done, true);
      router.refresh();
    });
  return (
    <Button onClick={run} disabled={Boolean(disabled) || isBusy} variant={primary ? 'contained' : 'outlined'} {...(color ? { color } : {})}>
      {children}
    </Button>
  );
}
