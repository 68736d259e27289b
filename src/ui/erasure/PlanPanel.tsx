'use client';

import { sayReasons } from '../../core/words/reasons';
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
import { ListTable } from '../shared/ListTable';

const ACTION: Record<string, { mark: string; tone: string; word: string }> = {
  erase: { mark: '✕', tone: 'late', word: 'erase' },
  anonymise: { mark: '◐', tone: 'ochre', word: 'anonymise' },
  keep: { mark: '■', tone: '', word: 'keep' },
};
const PHASE: Record<string, string> = {
  outside: 'Erasing in the systems',
  proof: 'Searching again to prove that nothing is left',
  letter: 'Telling recipients, and sending the answer while there still is an address',
  own: 'Forgetting the person in Bookend and destroying the keys',
  finished: 'Finished',
};

/** The plan line by line, its confirmation, its progress. */
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
        {totals.systems} systems.{plan.k !== null && ` What stays looks like at least ${plan.k - 1} others.`} Worked out
        on {sayDay(plan.frozenOn)}. <span className="mono muted">{plan.fingerprint.slice(0, 16)}…</span>
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
              Erase {totals.erase + totals.anonymise} records in {totals.systems} systems
            </ActButton>
            <ActButton act={() => actions.makePlan({ ref })}>Work it out again</ActButton>
          </div>
        </div>
      )}
      {plan.lines.length > 0 && (
        <div
          className="wrap"
          style={{ maxHeight: 420, overflow: 'auto' }}
          tabIndex={0}
          role="region"
          aria-label="Plan lines"
        >
          <ListTable>
            <thead>
              <tr>
                <th>action</th>
                <th>where</th>
                <th>what</th>
                <th>because</th>
                <th>state</th>
              </tr>
            </thead>
            <tbody>
              {plan.lines.map((line) => (
                <tr key={line.position}>
                  <td className={`nowrap ${ACTION[line.action]?.tone}`}>
                    {ACTION[line.action]?.mark}{' '}
                    {line.rule === 'kept-apart' ? 'keep apart, without their name' : ACTION[line.action]?.word}
                    {line.restrict ? ', restricted' : ''}
                  </td>
                  <td className="nowrap">
                    {line.system} · {line.collection}
                  </td>
                  <td>{line.title.slice(0, 60)}</td>
                  <td className="muted">{sayReasons(line.reasons)}</td>
                  <td className="nowrap">
                    {line.doer === 'bookend' ? 'last' : (line.state ?? (line.action === 'keep' ? '–' : 'planned'))}
                  </td>
                </tr>
              ))}
            </tbody>
          </ListTable>
        </div>
      )}
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
