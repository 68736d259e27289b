'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Controller } from 'react-hook-form';
import { inviteInput, type Invite } from '../../core/access/schema';
import { tellFields } from '../fields/tellFields';
import { useFields } from '../fields/useFields';
import type { SetupActs } from '../shared/acts';
import { useSay } from '../shared/Say';
import { RolesField } from './RolesField';
import { ShownOnce } from './ShownOnce';
import { FailureNote } from '../shared/FailureNote';
import { stillHere } from '../shared/notDone';

const EMPTY: Invite = { name: '', email: '', roles: ['coordinator'] };

/** Asks a colleague in. They choose their password themselves. */
export function InviteForm({ inviteColleague }: Pick<SetupActs, 'inviteColleague'>) {
  const { control, register, handleSubmit, setError, reset, formState } = useFields<Invite>({
    resolver: yupResolver(inviteInput),
    defaultValues: EMPTY,
  });
  const [failure, setFailure] = useState<string | null>(null);
  const [made, setMade] = useState<{ name: string; link: string } | null>(null);
  const say = useSay();
  const router = useRouter();
  const submit = handleSubmit(async (values) => {
    setFailure(null);
    setMade(null);
    const result = await inviteColleague(values).catch(stillHere);
    if (!result.ok) {
      setFailure(result.message);
      return tellFields(setError, result.fields);
    }
    if (result.value.link) setMade({ name: values.name, link: result.value.link });
    else say(`The invitation to ${values.name} is on its way`, true);
    reset(EMPTY);
    router.refresh();
  });
  const field = (name: 'name' | 'email', label: string, help: string) => (
    <TextField
      id={`invite-${name}`}
      {...register(name)}
      label={label}
      error={Boolean(formState.errors[name])}
      helperText={formState.errors[name]?.message ?? help}
    />
  );
  return (
    <form onSubmit={submit} noValidate className="sheet" style={{ marginTop: 14 }} aria-label="Invite a colleague">
      <header>
        <h2>Invite a colleague</h2>
      </header>
      <div className="pad fields">
        <FailureNote text={failure} />
        {made && (
          <ShownOnce
            what={`Mail does not go out yet. Hand this address over to ${made.name} yourself; it works once, for a week:`}
            secret={made.link}
          />
        )}
        <div className="pair">
          {field('name', 'Name', 'As colleagues call them.')}
          {field('email', 'E-mail', 'They sign in with it.')}
        </div>
        <Controller
          name="roles"
          control={control}
          render={({ field: { value, onChange } }) => (
            <RolesField
              roles={value}
              set={onChange}
              error={(formState.errors.roles as { message?: string } | undefined)?.message}
            />
          )}
        />
        <div className="row">
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Invite
          </Button>
        </div>
      </div>
    </form>
  );
}
