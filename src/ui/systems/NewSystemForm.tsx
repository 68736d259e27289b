'use client';

import { useFields } from '../fields/useFields';
import { tellFields } from '../fields/tellFields';
import Radio from '@mui/material/Radio';
import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { useWatch } from 'react-hook-form';
import type { InferType } from 'yup';
import { canBeRead, kindOf, settingProblems, SYSTEM_KINDS } from '../../core/systems/kinds';
import { systemSchema } from '../../core/systems/schema';
import type { Reached } from '../../core/systems/views';
import type { SystemActs } from '../shared/acts';
import { ReachedNote, SettingsFields } from './SettingsFields';
import './systems.css';
import { FailureNote } from '../shared/FailureNote';
import { stillHere } from '../shared/notDone';

type Values = InferType<typeof systemSchema>;

interface Props extends Pick<SystemActs, 'tryConnection' | 'addSystem' | 'readFields'> {
  /** Who adds it: they answer for it unless somebody else is named. */
  adder: string;
}

/** A new system: its kind, who answers for it, and how it is reached. Nothing is searched there yet. */
export function NewSystemForm({ adder, tryConnection, addSystem, readFields }: Props) {
  const { control, register, handleSubmit, setError, setValue, getValues, formState } = useFields<Values>({
    resolver: yupResolver(systemSchema),
    defaultValues: { kind: '', name: '', country: '', owner: adder, ownerEmail: '', settings: {} },
  });
  const [kindId, settings] = useWatch({ control, name: ['kind', 'settings'] });
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [failure, setFailure] = useState<string | null>(null);
  const [reached, setReached] = useState<Reached | null>(null);
  const [isBusy, start] = useTransition();
  const router = useRouter();
  const kind = kindOf(kindId);
  const isSound = (): boolean => {
    const found = kind ? settingProblems(kind, getValues('settings'), []) : {};
    setProblems(found);
    return Object.keys(found).length === 0;
  };
  const attempt = () =>
    start(async () => {
      if (!kind || !isSound()) return;
      setReached(null);
      const result = await tryConnection({ kind: kind.id, settings: getValues('settings') }).catch(stillHere);
      setFailure(result.ok ? null : result.message);
      if (result.ok) setReached(result.value);
    });
  const submit = handleSubmit(async (values) => {
    setFailure(null);
    if (!isSound()) return;
    const result = await addSystem(values).catch(stillHere);
    if (result.ok) {
      // What cannot be read now is read, or mended, on its own page.
      if (canBeRead(values.kind)) await readFields({ id: result.value.id }).catch(stillHere);
      return router.push(`/systems/${result.value.id}`);
    }
    setFailure(result.message);
    tellFields(setError, result.fields);
  });
  const field = (name: 'name' | 'country' | 'owner' | 'ownerEmail', label: string, help: string) => (
    <TextField
      id={name}
      {...register(name)}
      label={label}
      error={Boolean(formState.errors[name])}
      helperText={formState.errors[name]?.message ?? help}
    />
  );
  return (
    <form onSubmit={submit} noValidate aria-label="Add a system" className="stack">
      <FailureNote text={failure} />
      <section className="sheet" aria-labelledby="kind">
        <header>
          <h2 id="kind">1 · What is it?</h2>
        </header>
        <div className="pad kinds" role="radiogroup" aria-label="Kind of system">
          {SYSTEM_KINDS.map(({ id, label, about }) => (
            <label key={id} className={kindId === id ? 'on' : ''}>
              <Radio
                size="small"
                value={id}
                checked={kindId === id}
                {...register('kind', {
                  onChange: () => {
                    setReached(null);
                    setProblems({});
                  },
                })}
              />
              <b>{label}</b>
              <span className="muted">{about}</span>
            </label>
          ))}
        </div>
        {formState.errors.kind && (
          <p className="pad late" role="alert">
            {formState.errors.kind.message}
          </p>
        )}
      </section>
      <section className="sheet" aria-labelledby="whose">
        <header>
          <h2 id="whose">2 · Whose is it?</h2>
        </header>
        <div className="pad fields">
          {field('name', 'Name', 'As your colleagues know it.')}
          <div className="pair">
            {field('owner', 'Owner', 'Who answers for it.')}
            {field('ownerEmail', 'Owner’s address', 'They are asked what Bookend cannot do itself.')}
          </div>
          <div className="pair">
            {field('country', 'Country of its people', 'Two letters: how telephone numbers without a prefix are read.')}
          </div>
        </div>
      </section>
      {kind && kind.settings.length > 0 && (
        <section className="sheet" aria-labelledby="reach">
          <header>
            <h2 id="reach">3 · How is it reached?</h2>
            <span className="muted">sealed before it is kept</span>
          </header>
          <div className="pad stack">
            <SettingsFields
              kind={kind}
              values={settings}
              sealed={[]}
              problems={problems}
              change={(name, value) => setValue('settings', { ...getValues('settings'), [name]: value })}
            />
            <div className="row">
              <Button variant="outlined" onClick={attempt} disabled={isBusy}>
                {isBusy ? 'Reaching it …' : 'Try to reach it'}
              </Button>
              <span className="muted">Nothing is kept by trying.</span>
            </div>
            <ReachedNote reached={reached} />
          </div>
        </section>
      )}
      <div className="row">
        <Button type="submit" variant="contained" disabled={!kind || formState.isSubmitting}>
          Add the system
        </Button>
        <span className="muted">
          {kind && canBeRead(kind.id) && 'What is there is read at once. '}No trace goes there until you switch it on.
        </span>
      </div>
    </form>
  );
}
