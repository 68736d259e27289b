'use client';

import Checkbox from '@mui/material/Checkbox';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useNews } from '../shared/useNews';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { EffectView, RecordActView } from '../../core/carryOut/views';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../shared/ActButton';
import { StandingMark } from '../shared/StandingMark';
import type { RequestActs } from '../shared/acts';
import { Recipients } from './Recipients';
import { ListTable } from '../shared/ListTable';

interface Props {
  request: RequestView;
  actions: RequestActs;
}

const SAY: Record<string, string> = {
  withdraw: 'consent is withdrawn',
  object: 'they object',
  'opt-out': 'they opt out',
};

/** Objection, opt-out, limit, withdrawal: what goes into the ledger, purpose by purpose, and out to the systems. */
export function ChoicesPanel({ request, actions }: Props) {
  const { data } = useQuery({
    queryKey: ['effects', request.ref],
    queryFn: async () => {
      const result = await actions.readEffects({ ref: request.ref });
      return result.ok ? result.value : ([] as EffectView[]);
    },
  });
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  if (!data)
    return (
      <div className="body">
        <p className="muted">Looking at the purposes…</p>
      </div>
    );
  const open = data.filter(({ answer }) => answer !== null);
  const chosen = open.filter(({ purpose }) => !left.has(purpose)).map(({ purpose }) => purpose);
  const toggle = (purpose: string) =>
    setLeft(new Set(left.has(purpose) ? [...left].filter((one) => one !== purpose) : [...left, purpose]));
  return (
    <div className="body stack">
      <ListTable>
        <thead>
          <tr>
            <th />
            <th>purpose</th>
            <th>now</th>
            <th>becomes</th>
          </tr>
        </thead>
        <tbody>
          {data.map((effect) => (
            <tr key={effect.purpose}>
              <td>
                <Checkbox
                  size="small"
                  slotProps={{ input: { 'aria-label': effect.title } }}
                  disabled={effect.answer === null || !request.mayWork}
                  checked={effect.answer !== null && !left.has(effect.purpose)}
                  onChange={() => toggle(effect.purpose)}
                />
              </td>
              <td>
                <b>{effect.title}</b>
              </td>
              <td>
                <StandingMark standing={effect.standing} />
              </td>
              <td>
                {effect.answer ? SAY[effect.answer] : <span className="muted">necessary: cannot be refused</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </ListTable>
      <p className="muted">
        It counts from the day of receipt. Every system that keeps a flag is compared at once, and what still permits it
        is corrected.
      </p>
      {request.mayWork && (
        <div>
          <ActButton
            primary
            act={() => actions.carryOutChoices({ ref: request.ref, purposes: chosen })}
            disabled={chosen.length === 0}
            done="In the ledger; the systems follow"
          >{`Record ${chosen.length} ${chosen.length === 1 ? 'choice' : 'choices'} in the ledger`}</ActButton>
        </div>
      )}
    </div>
  );
}

const STATES: Record<string, string> = {
  intended: '… on its way',
  done: '✓ done',
  failed: '✕ failed',
  'by-hand': '▲ ask its owner',
};

/** Correction and restriction, record by record. */
export function RecordsPanel({ request, actions }: Props) {
  const isMoving = (view: RecordActView | undefined) => view?.acts.some(({ state }) => state === 'intended') ?? false;
  const { data, refetch } = useQuery({
    queryKey: ['acts', request.ref],
    queryFn: async () => {
      const result = await actions.readRecordActs({ ref: request.ref });
      return result.ok ? result.value : { records: [], acts: [], recipients: [] };
    },
  });
  useNews(isMoving(data), refetch);
  const [chosen, setChosen] = useState({ record: '', field: '', value: '' });
  if (!data)
    return (
      <div className="body">
        <p className="muted">Opening the records…</p>
      </div>
    );
  const record = data.records.find(({ id }) => id === chosen.record);
  const field = record?.fields.find(({ name }) => name === chosen.field);
  const after = async (work: Promise<{ ok: boolean }>) => {
    const result = await work;
    await refetch();
    return result as Awaited<ReturnType<RequestActs['correctField']>>;
  };
  return (
    <div className="body stack">
      {request.right === 'restriction'
        ? data.acts.length === 0 &&
          request.mayWork && (
            <div className="row">
              <ActButton
                primary
                act={() => after(actions.restrictAll({ ref: request.ref }))}
                done="Restricted; the systems follow"
              >
                {`Restrict ${data.records.length} ${data.records.length === 1 ? 'record' : 'records'} and every permission ` +
                  `check`}
              </ActButton>
              <span className="muted">From now on nothing may be sent to this person, whatever they agreed to.</span>
            </div>
          )
        : request.mayWork && (
            <div className="fields">
              <TextField
                id="act-record"
                select
                label="Record"
                value={chosen.record}
                onChange={(event) => setChosen({ record: event.target.value, field: '', value: '' })}
              >
                {data.records.map(({ id, systemName, collection, title }) => (
                  <MenuItem key={id} value={id}>
                    {systemName} · {collection} · {title}
                  </MenuItem>
                ))}
              </TextField>
              {record && (
                <TextField
                  id="act-field"
                  select
                  label="Field"
                  value={chosen.field}
                  onChange={(event) =>
                    setChosen({
                      ...chosen,
                      field: event.target.value,
                      value: record.fields.find(({ name }) => name === event.target.value)?.value ?? '',
                    })
                  }
                >
                  {record.fields.map(({ name, value }) => (
                    <MenuItem key={name} value={name}>
                      {name}: {value.slice(0, 60)}
                    </MenuItem>
                  ))}
                </TextField>
              )}
              {field && (
                <TextField
                  label="The right value"
                  value={chosen.value}
                  onChange={(event) => setChosen({ ...chosen, value: event.target.value })}
                  slotProps={{ htmlInput: { maxLength: 2000 } }}
                />
              )}
              {field && (
                <div>
                  <ActButton
                    primary
                    act={() =>
                      after(
                        actions.correctField({
                          ref: request.ref,
                          matchId: chosen.record,
                          field: chosen.field,
                          value: chosen.value,
                        }),
                      )
                    }
                    disabled={chosen.value === field.value}
                    done="Written down; the system follows"
                  >
                    Correct this field
                  </ActButton>
                </div>
              )}
            </div>
          )}
      {data.records.length === 0 && <p className="muted">No record outside Bookend is theirs.</p>}
      {data.acts.length > 0 && <ActsList acts={data.acts} />}
      {data.acts.length > 0 && data.recipients.length > 0 && (
        <Recipients
          request={request}
          recipients={data.recipients}
          tell={(told) => after(actions.tellRecipient({ ref: request.ref, ...told }))}
        />
      )}
      {data.acts.length > 0 && request.mayWork && (
        <div>
          <ActButton
            act={() => actions.finishRecordActs({ ref: request.ref })}
            disabled={isMoving(data) || data.recipients.some(({ how }) => how === null)}
            done="Carried out"
          >
            That is all: go on to the answer
          </ActButton>
        </div>
      )}
    </div>
  );
}

/** What was done to which record, and how far the system has followed. */
function ActsList({ acts }: { acts: RecordActView['acts'] }) {
  return (
    <ListTable>
      <thead>
        <tr>
          <th>system</th>
          <th>record</th>
          <th>change</th>
          <th>state</th>
        </tr>
      </thead>
      <tbody>
        {acts.map((act) => (
          <tr key={act.id}>
            <td>{act.systemName}</td>
            <td>{act.record}</td>
            <td>
              {act.kind === 'rectify' ? (
                <>
                  {act.field}: <s>{act.was}</s> {act.value}
                </>
              ) : (
                'restricted'
              )}
            </td>
            <td title={act.detail ?? ''}>
              {STATES[act.state]}
              {act.detail && act.state !== 'done' ? `: ${act.detail}` : ''}
            </td>
          </tr>
        ))}
      </tbody>
    </ListTable>
  );
}
