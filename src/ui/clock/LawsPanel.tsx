'use client';

import { useFields } from '../fields/useFields';
import { tellFields } from '../fields/tellFields';
import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Controller } from 'react-hook-form';
import { lawDraftSchema, type LawDraft } from '../../core/clock/lawDraft';
import type { Regime } from '../../core/clock/regimes';
import { sayDay } from '../../core/shared/days';
import type { LawLine, LawPreview, LawsView } from '../../core/clock/views';
import { ActButton } from '../shared/ActButton';
import type { SetupActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { useSay } from '../shared/Say';
import { ListTable } from '../shared/ListTable';
import { sayLaw } from '../../core/clock/lawNames';
import { FormDay } from '../fields/FormDay';

export type LawActions = Pick<SetupActs, 'previewLaw' | 'adoptLaw' | 'stateLaw'>;

/** The table of laws: every row with its source, changed by adopting a new one, after a look at what it would move. */
export function LawsPanel({ view, actions }: { view: LawsView; actions: LawActions }) {
  const [editing, setEditing] = useState<string | null>(null);
  const draft = view.drafts.find(({ regime }) => regime === editing);
  return (
    <section className="sheet wrap" style={{ marginTop: 14 }} aria-labelledby="laws">
      <header>
        <h2 id="laws">Laws</h2>
        <span className="muted">the row of the day of receipt counts; not legal advice</span>
      </header>
      <ListTable>
        <thead>
          <tr>
            <th>law</th>
            <th>in force from</th>
            <th>answer within</th>
            <th>extended to</th>
            <th>source</th>
            <th>adopted</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {view.lines.map((line, i) => (
            <LawRow
              key={`${line.regime} ${line.effectiveFrom} ${line.adoptedBy}`}
              line={line}
              notMet={view.notMet.find(({ regime }) => regime === line.regime)?.reason ?? null}
              change={
                view.mayChange && view.lines[i + 1]?.regime !== line.regime ? () => setEditing(line.regime) : null
              }
            />
          ))}
        </tbody>
      </ListTable>
      {draft && (
        <Dialog open onClose={() => setEditing(null)} maxWidth="sm" fullWidth aria-labelledby="law-title">
          <DialogTitle id="law-title">
            A new row: {view.lines.findLast(({ regime }) => regime === draft.regime)?.title}
          </DialogTitle>
          <DialogContent>
            <p className="muted" style={{ marginBottom: 14 }}>
              Requests received from its first day on are counted by it; those before keep the row of their day.
            </p>
            <LawForm
              draft={draft}
              isMet={!view.notMet.some(({ regime }) => regime === draft.regime)}
              actions={actions}
              close={() => setEditing(null)}
            />
          </DialogContent>
        </Dialog>
      )}
    </section>
  );
}

function LawRow({ line, notMet, change }: { line: LawLine; notMet: string | null; change: (() => void) | null }) {
  return (
    <tr>
      <td>
        <b>{line.title}</b> <span className="muted nowrap">{sayLaw(line.regime)}</span>
        {notMet && <p className="ochre">▲ stated not to bind us: {notMet}</p>}
      </td>
      <td className="nowrap">{sayDay(line.effectiveFrom)}</td>
      <td className="nowrap">{sayPeriod(line.respond)}</td>
      <td className="nowrap">
        {line.extension === null ? '–' : line.extension === 'open' ? 'a stated day' : sayPeriod(line.extension.total)}
      </td>
      <td className="muted">{line.source}</td>
      <td>
        {line.adoptedBy ? (
          `${line.adoptedBy}: ${line.reason}`
        ) : line.isConfirmed ? (
          'as shipped'
        ) : (
          <span className="ochre">▲ as shipped, not confirmed</span>
        )}
      </td>
      <td>
        {change && (
          <Button onClick={change} aria-label={`Change ${line.title}`}>
            Change
          </Button>
        )}
      </td>
    </tr>
  );
}

function sayPeriod(period: Regime['respond']): string {
  if ('months' in period) return period.months === 1 ? 'one month' : `${period.months} months`;
  return 'days' in period ? `${period.days} days` : `${period.workingDays} working days`;
}

function LawForm({
  draft,
  isMet,
  actions,
  close,
}: {
  draft: LawDraft;
  isMet: boolean;
  actions: LawActions;
  close: () => void;
}) {
  const { control, register, handleSubmit, setError, getValues, formState } = useFields<LawDraft>({
    resolver: yupResolver(lawDraftSchema) as never,
    defaultValues: { ...draft, reason: '' },
  });
  const [preview, setPreview] = useState<LawPreview | null>(null);
  const say = useSay();
  const router = useRouter();
  const tell = (result: ActionResult<LawPreview>) => {
    if (result.ok) return setPreview(result.value);
    tellFields(setError, result.fields);
    say(result.message, false);
  };
  const look = handleSubmit(async (values) => tell(await actions.previewLaw(values)));
  const adopt = handleSubmit(async (values) => {
    const result = await actions.adoptLaw(values);
    if (!result.ok) return tell(result);
    say(`Adopted. ${sayMoved(result.value)}`, true);
    close();
    router.refresh();
  });
  const error = (name: keyof LawDraft) => formState.errors[name]?.message;
  const field = (name: keyof LawDraft, label: string, more: object = {}) => (
    <TextField
      id={`law-${name}`}
      {...register(name, { setValueAs: (value: unknown) => (value === '' ? null : value) })}
      label={label}
      error={Boolean(error(name))}
      helperText={error(name) ?? ' '}
      {...more}
    />
  );
  return (
    <form onSubmit={look} noValidate className="fields" aria-label={`A new row of ${sayLaw(draft.regime)}`}>
      <div className="pair">
        <FormDay name="effectiveFrom" control={control} label="In force from" error={error('effectiveFrom')} help=" " />
        {field('source', 'Section')}
      </div>
      <div className="pair">
        {field('respondIn', 'Answer within', { type: 'number' })}
        <Controller
          name="unit"
          control={control}
          render={({ field: own }) => (
            <TextField id="law-unit" {...own} select label="counted in" helperText=" ">
              <MenuItem value="months">months</MenuItem>
              <MenuItem value="days">days</MenuItem>
              <MenuItem value="workingDays">working days</MenuItem>
            </TextField>
          )}
        />
      </div>
      <div className="pair">
        {field('extendedTo', 'Extended to, in all', { type: 'number' })}
        {field('withdrawalDays', 'Stop after a withdrawal, days', { type: 'number' })}
      </div>
      <div className="pair">
        {field('appealDays', 'Answer an appeal, days', { type: 'number' })}
        {field('appealMoreDays', 'and extended by, days', { type: 'number' })}
      </div>
      <FormDay
        name="gpcFrom"
        emptied={null}
        control={control}
        label="A browser’s opt-out signal binds from"
        error={error('gpcFrom')}
        help=" "
      />
      {field('reason', 'Why it is changed')}
      {preview && (
        <div className="note" role="status">
          <p>{sayMoved(preview)}</p>
          {preview.moved.length > 0 && (
            <ul>
              {preview.moved.map((one) => (
                <li key={one.ref}>
                  <span className="mono">{one.ref}</span>, received {sayDay(one.receivedOn)}: due {sayDay(one.was)}{' '}
                  becomes {sayDay(one.will)}
                </li>
              ))}
            </ul>
          )}
          {preview.broken.length > 0 && (
            <p className="bad">
              What stands on the clock of {preview.broken.map(({ ref }) => ref).join(', ')} would not be allowed by it.
              Such a row cannot be adopted.
            </p>
          )}
        </div>
      )}
      <div className="row">
        <Button type="submit" variant="outlined" disabled={formState.isSubmitting}>
          See what it would move
        </Button>
        <Button
          type="button"
          variant="contained"
          disabled={!preview || preview.broken.length > 0 || formState.isSubmitting}
          onClick={() => void adopt()}
        >
          Adopt this row
        </Button>
        <ActButton
          act={() => actions.stateLaw({ regime: draft.regime, isMet: !isMet, reason: getValues('reason') })}
          done={isMet ? 'Noted: it does not bind us' : 'Noted: it binds us'}
        >
          {isMet ? 'State that it does not bind us' : 'State that it binds us'}
        </ActButton>
        <Button type="button" onClick={close}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

function sayMoved({ under, moved }: LawPreview): string {
  if (under === 0) return 'No open request is under this law.';
  return (
    `${under} open ${under === 1 ? 'request is' : 'requests are'} under this law; ` +
    `${moved.length === 0 ? 'none of them moves' : `${moved.length} ${moved.length === 1 ? 'moves' : 'move'}`}.`
  );
}
