'use client';

import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { sayDay } from '../../core/shared/days';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../shared/ActButton';
import type { RequestActs } from '../shared/acts';
import { DayField } from '../fields/DayField';
import { Fold } from '../shared/Fold';
import { sayLaws } from '../../core/clock/lawNames';

/** The person contests our answer; the appeal has a clock of its own. */
export function AppealStage({ request, actions }: { request: RequestView; actions: RequestActs }) {
  const [outcome, setOutcome] = useState<'upheld' | 'reversed'>('upheld');
  const [text, setText] = useState('');
  if (request.appeal !== 'open' || !request.mayWork)
    return (
      <div className="body">
        <p className="muted">The appeal is answered.</p>
      </div>
    );
  const words = request.events.filter(({ kind }) => kind === 'appeal-received').at(-1)?.reason;
  return (
    <div className="body fields">
      {words && <p className="words">“{words}”</p>}
      {request.clock.appealDueOn && (
        <p>
          Answer it by <b>{sayDay(request.clock.appealDueOn)}</b>.{' '}
          {request.laws.map(({ remedies }) => remedies).join(' ')}
        </p>
      )}
      <TextField
        id="appeal-outcome"
        select
        label="Outcome"
        value={outcome}
        onChange={(event) => setOutcome(event.target.value as typeof outcome)}
        sx={{ maxWidth: 330 }}
      >
        <MenuItem value="upheld">we stand by our answer</MenuItem>
        <MenuItem value="reversed">we change our answer</MenuItem>
      </TextField>
      <TextField
        label="Our answer, in writing"
        multiline
        minRows={3}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div>
        <ActButton
          primary
          act={() => actions.answerAppeal({ ref: request.ref, outcome, text })}
          disabled={text.trim().length < 10}
          done="The appeal is answered"
        >
          Answer the appeal
        </ActButton>
      </div>
    </div>
  );
}

/** After the answer: an appeal that came, or something that was overlooked. */
export function AfterAnswer({
  request,
  today,
  actions,
}: {
  request: RequestView;
  today: string;
  actions: RequestActs;
}) {
  const [text, setText] = useState('');
  const [on, setOn] = useState<string | null>(today);
  const appeal = request.laws.map((law) => law.appeal).find((one) => one !== null && one !== 'authority') ?? null;
  const isAppealable = appeal !== null;
  if (!request.mayReopen) return null;
  return (
    <Fold
      summary={
        isAppealable
          ? `An ${appeal.kind === 'appeal' ? 'appeal' : 'objection to our answer'} came in, or something was overlooked`
          : 'Something was overlooked'
      }
    >
      <div className="fields" style={{ marginTop: 8 }}>
        {!isAppealable && (
          <p className="muted">
            {sayLaws(request.regimes)} {request.regimes.length === 1 ? 'knows' : 'know'} no appeal to us:{' '}
            {request.laws.map(({ remedies }) => remedies).join(' ')}
          </p>
        )}
        <TextField
          label="In their words, or what was overlooked"
          multiline
          minRows={2}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <div className="row">
          {isAppealable && <DayField label="Received" value={on} max={today} choose={setOn} />}
          {isAppealable && (
            <ActButton
              act={() => actions.receiveAppeal({ ref: request.ref, receivedOn: on!, text })}
              disabled={on === null || text.trim().length < 5}
              done="The appeal’s clock runs"
            >{`Record the ${appeal.kind}`}</ActButton>
          )}
          <ActButton
            act={() => actions.reopenRequest({ ref: request.ref, reason: text })}
            disabled={text.trim().length < 5}
            done="Opened again"
          >
            Open the request again
          </ActButton>
        </div>
      </div>
    </Fold>
  );
}
