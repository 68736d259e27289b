'use client';

import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import { useCallback, useEffect, useState } from 'react';
import type { SessionActs } from '../shared/acts';
import { SIGNED_OUT_EVENT } from '../shared/notDone';
import { SignInForm } from '../access/SignInForm';

/** How often an open page asks whether its session still lives, milliseconds. */
const LOOK_MS = 20_000;

/** When a session ends, signing in lies over the page: what was typed there stays. */
export function SignedOut({ who, signIn }: { who: string; signIn: SessionActs['signIn'] }) {
  const [isOut, setOut] = useState(false);
  const look = useCallback(async () => {
    const response = await fetch('/api/staff/session', { cache: 'no-store' }).catch(() => null);
    // A server that does not answer has not signed anybody out.
    if (response?.status === 401) setOut(true);
    return response;
  }, []);
  useEffect(() => {
    const now = () => void look();
    const timer = setInterval(() => document.visibilityState === 'visible' && now(), LOOK_MS);
    window.addEventListener('focus', now);
    window.addEventListener(SIGNED_OUT_EVENT, now);
    return () => {
      clearInterval(timer);
      window.removeEventListener('focus', now);
      window.removeEventListener(SIGNED_OUT_EVENT, now);
    };
  }, [look]);
  const onDone = async () => {
    const response = await look();
    const next = response?.ok ? ((await response.json()) as { name: string }) : null;
    // Somebody else sees a page of their own, never what was open for another.
    if (next && next.name !== who) window.location.replace(new URL('/desk', window.location.href));
    else setOut(!next);
  };
  if (!isOut) return null;
  return (
    <Dialog open aria-label="You are signed out">
      <DialogContent>
        <p className="note ochre" role="status">
          Your session has ended. Sign in again as {who}: what you typed on this page is still there.
        </p>
        <SignInForm signIn={signIn} onDone={() => void onDone()} />
      </DialogContent>
    </Dialog>
  );
}
