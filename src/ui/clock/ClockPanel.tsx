'use client';

import { spellOut } from '../../core/words/spellOut';
import Button from '@mui/material/Button';
import { sayReason } from '../../core/words/reasons';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { dayIn, sayDay, sayInstant } from '../../core/shared/days';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../shared/ActButton';
import { BasisForm } from './BasisForm';
import { WhatIf } from './WhatIf';
import type { RequestActs } from '../shared/acts';
import { DayField } from '../fields/DayField';
import { sayLaws } from '../../core/clock/lawNames';

interface Props {
  request: RequestView;
  zone: string;
  today: string;
  actions: RequestActs;
}

/** Why this date, step by step; and what can still be put on the clock, with what it would do. */
export function ClockPanel({ request, zone, today, actions }: Props) {
  const { clock } = request;
  const [isBasisOpen, setBasisOpen] = useState(false);
  const proposedIds = request.proposed.laws.map(({ regime }) => regime);
  const isAsProposed = proposedIds.toSorted().join() === request.regimes.toSorted().join();
  return (
    <section className="note" style={{ marginBottom: 12 }} aria-label="Why this date">
      <ol style={{ margin: 0, paddingLeft: 18 }}>
        {clock.reasons.map((one, i) => (
          <li key={i}>
            {sayReason(one)} {one.source && <span className="muted">({one.source})</span>}
          </li>
        ))}
      </ol>
      <p className="muted" style={{ margin: '6px 0' }}>
        {clock.acknowledgeBy &&
          `The receipt has to be acknowledged by ${sayDay(clock.acknowledgeBy)}` +
            `${request.acknowledgedAt ? `, which was done ${sayDay(dayIn(request.acknowledgedAt, zone))}` : ''}. `}
        {clock.refuseBy && `A refusal has to be sent by ${sayDay(clock.refuseBy)}. `}
        {clock.extendBy &&
          !request.isExtended &&
          `An extension can be announced until ${sayDay(clock.extendBy)} and would lead to ` +
            `${clock.extendedDueOn ? sayDay(clock.extendedDueOn) : 'the day you state'}. `}
        {clock.actBy && `The act itself is due by ${sayDay(clock.actBy)}. `}
        {clock.appealDueOn && `The appeal has to be answered by ${sayDay(clock.appealDueOn)}. `}This is not legal
        advice.
      </p>
      <p className="muted">
        Our own marks: decide by {sayDay(request.targets.decideBy)}, answer by {sayDay(request.targets.answerBy)}
        {request.missedTarget ? <b className="ochre"> ▲ the mark to {request.missedTarget} is missed</b> : ''}.
      </p>
      {request.events.length > 0 && (
        <p className="muted">
          {request.events
            .map(
              (event) =>
                `${spellOut(event.kind)} ${sayInstant(event.at, zone)}${event.reason ? `: ${event.reason}` : ''}`,
            )
            .join(' · ')}
        </p>
      )}
      {request.waiting.map(({ kind, at }) => (
        <p key={`${kind} ${at}`} className="ochre">
          ▲ {spellOut(kind)} {sayInstant(at, zone)}: its letter has not left yet, and it counts from when it has.
        </p>
      ))}
      {request.changes.map((change) => (
        <p key={change.at} className="muted">
          Corrected {sayInstant(change.at, zone)} by {change.by}:{' '}
          {[
            change.regimeWas !== change.regime && `${sayLaws(change.regimeWas)} became ${sayLaws(change.regime)}`,
            change.receivedWas !== change.receivedOn &&
              `received ${sayDay(change.receivedWas)} became ${sayDay(change.receivedOn)}`,
          ]
            .filter(Boolean)
            .join(', ')}
          {change.reason ? `. ${change.reason}` : ''}
        </p>
      ))}
      {request.mayWork && request.acknowledgeBy && (
        <div className="row">
          <ActButton act={() => actions.acknowledgeByHand({ ref: request.ref })} done="Noted: acknowledged">
            It was acknowledged by hand
          </ActButton>
          <span className="muted">
            No address to mail to is known: by phone or letter, until {sayDay(request.acknowledgeBy)}.
          </span>
        </div>
      )}
      {request.mayWork && <Events request={request} actions={actions} />}
      {request.mayWork && request.appeal === 'none' && (
        <div style={{ marginTop: 10 }}>
          <WhatIf request={request} today={today} actions={actions} />
        </div>
      )}
      {request.mayWork && (
        <div style={{ marginTop: 8 }}>
          <Button aria-expanded={isBasisOpen} onClick={() => setBasisOpen(!isBasisOpen)}>
            Correct the laws or the day of receipt
          </Button>
          {!isAsProposed && proposedIds.length > 0 && (
            <span className="ochre">
              {' '}
              ▲ {sayLaws(proposedIds)} {proposedIds.length === 1 ? 'is' : 'are'} proposed for this person’s place
            </span>
          )}
          {isBasisOpen && <BasisForm request={request} today={today} actions={actions} />}
        </div>
      )}
    </section>
  );
}

function Events({ request, actions }: Pick<Props, 'request' | 'actions'>) {
  const { clock } = request;
  const [reason, setReason] = useState('');
  const [until, setUntil] = useState('');
  const times = (kind: string) => request.events.filter((event) => event.kind === kind).length;
  const isAsked = times('clarification-asked') > times('clarification-given');
  const isFeeAsked = times('fee-asked') > times('fee-paid');
  const [toldByHand, setToldByHand] = useState(false);
  const isOpenEnded = request.laws.some(({ extension }) => extension === 'open');
  const pauses = request.laws.every(({ clarification }) => clarification === 'pauses') && request.right === 'access';
  const feeMoves = request.laws.some(({ fee }) => fee === 'moves-start');
  const isWaiting = (kind: string) => request.waiting.some((one) => one.kind === kind);
  const why = request.isExtended
    ? 'Extended already; there is only one extension.'
    : clock.extendBy === null
      ? 'This law knows no extension here.'
      : clock.calendarDaysLeft < 0
        ? `The last day to announce it was ${sayDay(clock.extendBy)}.`
        : null;
  return (
    <div className="row" style={{ marginTop: 8 }}>
      <TextField
        label="Reason (the person is told it)"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        sx={{ maxWidth: 330 }}
      />
      {isOpenEnded && <DayField label="until" value={until} choose={(day) => setUntil(day ?? '')} />}
      <ActButton
        act={() =>
          actions.recordClockEvent({
            ref: request.ref,
            kind: 'extended',
            reason,
            until: until || null,
            toldByHand: toldByHand,
          })
        }
        disabled={why !== null || isWaiting('extended') || reason.trim() === '' || (isOpenEnded && !until)}
        done={
          toldByHand
            ? 'Extended; noted that they were told'
            : 'Announced to the person; it counts when the letter has left'
        }
      >
        Extend{clock.extendedDueOn ? ` to ${sayDay(clock.extendedDueOn)}` : ''}
      </ActButton>
      {isAsked ? (
        <ActButton
          act={() =>
            actions.recordClockEvent({
              ref: request.ref,
              kind: 'clarification-given',
              reason,
              until: null,
              toldByHand: false,
            })
          }
          done="The answer is on the clock"
        >
          They have clarified
        </ActButton>
      ) : (
        <ActButton
          act={() =>
            actions.recordClockEvent({
              ref: request.ref,
              kind: 'clarification-asked',
              reason,
              until: null,
              toldByHand: toldByHand,
            })
          }
          disabled={isWaiting('clarification-asked') || reason.trim() === ''}
          done={pauses ? 'Asked; asked in time, the clock is paused' : 'Asked; the clock runs on'}
        >{`Ask to clarify (${pauses ? 'pauses the clock' : 'the clock runs on'})`}</ActButton>
      )}
      {feeMoves &&
        (isFeeAsked ? (
          <ActButton
            act={() =>
              actions.recordClockEvent({ ref: request.ref, kind: 'fee-paid', reason, until: null, toldByHand: false })
            }
            done="The fee is on the clock"
          >
            The fee is paid
          </ActButton>
        ) : (
          <ActButton
            act={() =>
              actions.recordClockEvent({
                ref: request.ref,
                kind: 'fee-asked',
                reason,
                until: null,
                toldByHand: toldByHand,
              })
            }
            disabled={isWaiting('fee-asked') || reason.trim() === ''}
            done="Asked; the period starts when it is paid"
          >
            Ask for a fee (moves the start)
          </ActButton>
        ))}
      <FormControlLabel
        control={
          <Checkbox size="small" checked={toldByHand} onChange={(event) => setToldByHand(event.target.checked)} />
        }
        label="said or handed over already: send no letter"
      />
      {why && <span className="muted">{why}</span>}
    </div>
  );
}
