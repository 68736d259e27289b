'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

/** Shows the page anew every second while the worker is at it. */
export function RefreshWhile({ isMoving }: { isMoving: boolean }) {
  const router = useRouter();
  useEffect(() => {
    if (!isMoving) return;
    const timer = setInterval(() => router.refresh(), 1000);
    return () => clearInterval(timer);
  }, [isMoving, router]);
  return null;
}
