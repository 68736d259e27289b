'use client';

import Link from '../shared/Link';
import type { RequestView } from '../../core/requests/views';
import { sayDay } from '../../core/shared/days';
import { ActButton } from '../shared/ActButton';
import { BandMark } from '../shared/BandMark';
import type { RequestActs } from '../shared/acts';

/** Older open requests for the same right of the same person, or of somebody who seems to be: seen before anything is done twice. */
export function JoinOffers({ request, actions }: { request: RequestView; actions: RequestActs }) {
  if (!request.mayWork) return null;
  return request.joinable.map((other) => (
    <div key={other.ref} className="note slate row between" style={{ marginBottom: 12 }}>
      <span>
        <BandMark band={other.band} /> the same person ({other.because}) asked for the same on{' '}
        {sayDay(other.receivedOn)}: <Link href={`/requests/${other.ref}`}>{other.ref}</Link>. One answer can answer
        both; the older clock counts.
      </span>
      <ActButton
        act={() => actions.joinRequests({ ref: request.ref, into: other.ref })}
        done={`Joined to ${other.ref}`}
      >
        Join them
      </ActButton>
    </div>
  ));
}
