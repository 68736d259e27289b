'use client';

import { useSyncExternalStore } from 'react';

const never = () => () => {};

/** Whether scripts run: not on the server, and not where somebody has switched them off. */
export function useIsAwake(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}
