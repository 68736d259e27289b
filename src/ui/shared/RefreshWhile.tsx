'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { tellSignedOut } from './signedOut';

/** Shows the page anew every second while the worker is at it. */
export function RefreshWhile({ isMoving }: { isMoving: boolean }) {
  const router = useRouter();
  useEffect(() => {
    if (!isMoving) return;
    // Shown anew without a session, the page would lead away from what was typed on it.
    const look = async () => {
      const response = await fetch('/api/staff/session', { cache: 'no-store' }).catch(() => null);
      if (response?.status === 401) tellSignedOut();
      else router.refresh();
    };
    const timer = setInterval(() => void look(), 1000);
    return () => clearInterval(timer);
  }, [isMoving, router]);
  return null;
}
