'use client';

import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { needsAcceptance } from '../../core/erasure/cohort';
import { sayDay } from '../../core/shared/days';
import type { PlanView } from '../../core/erasure/views';
import type { RequestView } from '../../core/requests/views';
import { RunProgress } from '../runs/RunProgress';
import { ActButton } from '../shared/ActButton';
import type { RequestActs } from '../shared/acts';
import { Recipients } from '../carryOut/Recipients';
import { PlanGroups } from './PlanGroups';

const PHASE: Record<string, string> = {
  outside: 'Erasing in the systems',
  proof: 'Searching again to prove that nothing is left',
  letter: 'Telling recipients, and sending the answer while there still is an address',
  own: 'Forgetting the person in Bookend and destroying the keys',
  finished: 'Finished',
};

const saySystems = (n: number) => `${n} ${n === 1 ? 'system' : 'systems'}`;

/** The plan by system and collection, its confirmation, its progress. */
export function PlanPanel({ request, actions }: { request: RequestView; actions: RequestActs }) {
  const { plan, ref } = request;
  const [typed, setTyped] = useState('');
  const [acceptance, setAcceptance] = useState('');
  if (!plan) {
    return (
      <div className="body stack">
        <p className="muted">
          The plan says for every record whether it goes, loses the person, or has to stay. Making it changes nothing.
        </p>
        {request.mayWork && (
          <div>
            <ActButton primary act={() => actions.makePlan({ ref })}>
              Make the erasure plan
            </ActButton>
          </div>
        )}
      </div>
    );
  }
  const { totals } = plan;
  return (
    <div className="body stack">
      <p>
        <b>{totals.erase}</b> to erase, <b>{totals.anonymise}</b> to anonymise, <b>{totals.keep}</b> to keep, in{' '}
        {saySystems(totals.systems)}.{plan.k !== null && ` What stays looks like at least ${plan.k - 1} others.`} Worked
        out on {sayDay(plan.frozenOn)}. <span className="mono muted">{plan.fingerprint.slice(0, 16)}…</span>
      </p>
      {plan.state === 'executing' && <Progress plan={plan} />}
      {plan.state === 'stopped' && (
        <div className="note bad" role="alert">
          <p>{plan.error}</p>
          {request.mayWork && <ActButton act={() => actions.makePlan({ ref })}>Work it out again</ActButton>}
        </div>
      )}
      {plan.state === 'executing' && plan.recipients.length > 0 && (
        <Recipients
          request={request}
          recipients={plan.recipients}
          tell={(told) => actions.tellRecipient({ ref, ...told })}
        />
      )}
      {plan.state === 'draft' && request.mayWork && (
        <div className="note bad">
          <p>
            This cannot be undone. Type <b className="mono">{ref}</b> to go on.
          </p>
          <div className="row" style={{ marginTop: 8 }}>
            {needsAcceptance(plan.k, plan.anonymous) && (
              <TextField
                label={
                  plan.k === null
                    ? 'How many look alike is not known: why is that acceptable?'
                    : `Only ${plan.k} look alike: why is that acceptable?`
                }
                value={acceptance}
                onChange={(event) => setAcceptance(event.target.value)}
              />
            )}
            <TextField
              label="Reference"
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
              sx={{ maxWidth: 220 }}
              autoComplete="off"
            />
            <ActButton
              primary
              color="error"
              act={() => actions.confirmPlan({ ref, typed, acceptance })}
              disabled={typed.trim() === ''}
              done="The erasure runs"
            >
              Erase {totals.erase + totals.anonymise} {totals.erase + totals.anonymise === 1 ? 'record' : 'records'} in{' '}
              {saySystems(totals.systems)}
            </ActButton>
            <ActButton act={() => actions.makePlan({ ref })}>Work it out again</ActButton>
          </div>
        </div>
      )}
      {plan.groups.length > 0 && <PlanGroups plan={plan} requestRef={ref} />}
    </div>
  );
}

function Progress({ plan }: { plan: PlanView }) {
  return (
    <div className={`note ${plan.error ? 'bad' : 'slate'}`}>
      {plan.run && <RunProgress run={plan.run} what={PHASE[plan.phase] ?? plan.phase} unit="operations" />}
      {plan.error && <p role="alert">{plan.error} It is tried again.</p>}
    </div>
  );
}
