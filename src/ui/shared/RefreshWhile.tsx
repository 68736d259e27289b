'use client';

import { useRouter } from 'next/navigation';
import { useNews } from './useNews';

/** Shows the page anew when something moved, while the worker is at it. */
export function RefreshWhile({ isMoving }: { isMoving: boolean }) {
  const router = useRouter();
  useNews(isMoving, () => router.refresh());
  return null;
}
