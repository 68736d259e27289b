'use client';

import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { sayDay, sayInstant } from '../../core/shared/days';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../parts/ActButton';
import type { RequestActions } from './actions';

/** Why this date, step by step; and what can still be put on the clock, with what it would do. */
export function ClockPanel({ request, zone, actions }: { request: RequestView; zone: string; actions: RequestActions }) {
  const { clock } = request;
  const [reason, setReason] = useState('');
  const isExtended = request.events.some(({ kind }) => kind === 'extended');
  const isTooLate = clock.extendBy !== null && clock.calendarDaysLeft < 0;
  const asked = request.events.filter(({ kind }) => kind === 'clarification-asked').length > request.events.filter(({ kind }) => kind === 'clarification-given').length;
  const why = isExtended ? 'Extended already; there is only one extension.' : clock.extendBy === null ? 'This law knows no extension here.' : isTooLate ? `The last day to announce it was ${sayDay(clock.extendBy)}.` : null;
  return (
    <section className="note" style={{ marginBottom: 12 }} aria-label="Why this date">
      <ol style={{ margin: 0, paddingLeft: 18 }}>
        {clock.reasons.map((one, i) => <li key={i}>{one.text} {one.source && <span className="muted">({one.source})</span>}</li>)}
      </ol>
      <p className="muted" style={{ margin: '6px 0' }}>
        {clock.refuseBy && `A refusal has to be sent by ${sayDay(clock.refuseBy)}. `}
        {clock.extendBy && !isExtended && `An extension can be announced until ${sayDay(clock.extendBy)} and would lead to ${clock.extendedDueOn ? sayDay(clock.extendedDueOn) : 'the day you state'}. `}
        {clock.actBy && `The act itself is due by ${sayDay(clock.actBy)}. `}This is not legal advice.
      </p>
      {request.events.length > 0 && <p className="muted">{request.events.map((event) => `${event.kind.replace('-', ' ')} ${sayInstant(event.at, zone)}${event.reason ? `: ${event.reason}` : ''}`).join(' · ')}</p>}
      {request.mayWork && (
        <div className="row" style={{ marginTop: 8 }}>
          <TextField label="Reason (the person is told it)" value={reason} onChange={(event) => setReason(event.target.value)} sx={{ maxWidth: 330 }} />
          <ActButton act={() => actions.clockEvent(request.ref, 'extended', reason)} disabled={why !== null || reason.trim() === ''} done="Extended, and announced to the person">Extend{clock.extendedDueOn ? ` to ${sayDay(clock.extendedDueOn)}` : ''}</ActButton>
          {request.right === 'access' && (asked ? <ActButton act={() => actions.clockEvent(request.ref, 'clarification-given', reason)} done="The clock runs again">They have clarified</ActButton> : <ActButton act={() => actions.clockEvent(request.ref, 'clarification-asked', reason)} disabled={reason.trim() === ''} done="The clock is paused">Ask to clarify (pauses the clock)</ActButton>)}
          {why && <span className="muted">{why}</span>}
        </div>
      )}
    </section>
  );
}
