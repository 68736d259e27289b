'use client';

import { useState } from 'react';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../parts/ActButton';
import type { RequestActions } from './actions';

/** A code to an address already on file; what it does to the clock is said beforehand. */
export function IdentityStage({ request, actions }: { request: RequestView; actions: RequestActions }) {
  const { identity, ref } = request;
  const [address, setAddress] = useState(identity.addresses[0]?.address ?? '');
  if (identity.state === 'proven' || !request.mayWork) return <div className="body"><p className="muted">{identity.state === 'proven' ? 'Identity is proven.' : 'Identity is not proven yet.'}</p></div>;
  return (
    <div className="body stack">
      {identity.state === 'asked' && <p className="note slate">A code is on its way. The clock stands still until it comes back (GDPR art. 12(6)).{identity.tries ? ` ${identity.tries} wrong tries so far.` : ''}</p>}
      {identity.state === 'failed' && <p className="note bad">The code was wrong five times. Send another, look at a document, or answer that identity could not be established.</p>}
      {identity.addresses.length === 0 ? (
        <p className="note">No address is on file for this person, so no code can be mailed. Identity can be proven at a counter with a document.</p>
      ) : (
        <fieldset style={{ border: 0, padding: 0, margin: 0 }}>
          <legend className="muted" style={{ marginBottom: 4 }}>Addresses on file</legend>
          {identity.addresses.map((one) => (
            <label key={one.address} style={{ display: 'block', padding: '3px 0' }}>
              <input type="radio" name="address" value={one.address} checked={address === one.address} onChange={() => setAddress(one.address)} /> {one.address} {one.isAsking && <span className="muted">the one that asks</span>}
            </label>
          ))}
        </fieldset>
      )}
      <div className="row">
        <ActButton primary act={() => actions.askForIdentity(ref, address)} disabled={!address} done="The code is in the post">{identity.state === 'none' ? 'Mail a code (pauses the clock)' : 'Mail another code'}</ActButton>
        <ActButton act={() => actions.provenAtCounter(ref)} done="Identity proven">A document was looked at</ActButton>
        {identity.state !== 'none' && <ActButton color="error" act={() => actions.identityRefused(ref)} done="Answered: identity not established">Answer that identity could not be established</ActButton>}
      </div>
    </div>
  );
}
