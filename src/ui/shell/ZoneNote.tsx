'use client';

import { useSyncExternalStore } from 'react';
import { offsetAt } from '../../core/shared/days';

const never = () => () => {};
const city = (zone: string) => (zone.split('/').at(-1) ?? zone).replace(/_/g, ' ');

/** The reader's zone, where its clocks do not show the same now. */
function otherThan(zone: string): string | null {
  const own = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const now = Date.now();
  return offsetAt(now, own) === offsetAt(now, zone) ? null : own;
}

/** Whose times these are, where they are not the reader's: another day on their own clock is no mistake then. */
export function ZoneNote({ zone }: { zone: string }) {
  const own = useSyncExternalStore(
    never,
    () => otherThan(zone),
    () => null,
  );
  if (own === null) return null;
  return (
    <p className="zone">
      Times are those of {city(zone)}, not of {city(own)}.
    </p>
  );
}
