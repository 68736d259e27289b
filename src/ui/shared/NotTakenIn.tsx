'use client';

import Alert from '@mui/material/Alert';
import AlertTitle from '@mui/material/AlertTitle';
import { sayInstant } from '../../core/shared/days';
import type { ArrivalView } from '../../core/systems/views';
import { ActButton } from './ActButton';
import type { HealthActs } from './acts';

const WHY: Readonly<Record<string, string>> = {
  'no-message': 'it is no message',
  broken: 'it is damaged',
  'too-large': 'it is too large',
  'file-empty': 'it is empty',
  'file-damaged': 'it is damaged',
  'file-too-large': 'it is too large',
  EIO: 'the storage is away',
  ENOSPC: 'the storage is full',
  EACCES: 'it may not be read',
  ENOENT: 'it went away while it was read',
};

interface Props {
  arrivals: readonly ArrivalView[];
  /** What came. */
  what: 'message' | 'file';
  zone: string;
  settleArrivalByHand: HealthActs['settleArrivalByHand'];
}

/** What came in and is not taken in: shown until it is, or until somebody has looked after it where it lies. */
export function NotTakenIn({ arrivals, what, zone, settleArrivalByHand }: Props) {
  if (arrivals.length === 0) return null;
  return (
    <Alert severity="warning" sx={{ mb: 2 }}>
      <AlertTitle>
        {arrivals.length === 1
          ? `One ${what} could not be taken in`
          : `${arrivals.length} ${what}s could not be taken in`}
      </AlertTitle>
      <ul className="stack" style={{ listStyle: 'none', padding: 0, margin: 0 }}>
        {arrivals.map((arrival) => (
          <li key={arrival.id} className="row">
            <span>
              <code>{arrival.name ?? `an unnamed ${what}`}</code>, since {sayInstant(arrival.arrivedAt, zone)}:{' '}
              {WHY[arrival.why] ?? arrival.why}.{' '}
              {arrival.mustLook
                ? 'Open it where it lies; a request in it counts from the day it came.'
                : `It is tried again by itself (${arrival.tries} so far).`}
            </span>
            {arrival.mustLook && (
              <ActButton
                act={() => settleArrivalByHand({ kind: what === 'file' ? 'file' : 'mail', id: arrival.id })}
                done="Looked after; it is not shown again"
              >
                I have looked after it
              </ActButton>
            )}
          </li>
        ))}
      </ul>
    </Alert>
  );
}
