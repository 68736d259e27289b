'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { changePasswordInput, type ChangePassword } from '../../core/access/schema';
import { tellFields } from '../fields/tellFields';
import { useFields } from '../fields/useFields';
import type { OwnActs } from '../shared/acts';
import { useSay } from '../shared/Say';
import { FailureNote } from '../shared/FailureNote';
import { tryAgain } from '../shared/notDone';

/** Another password for oneself. */
export function OwnPasswordForm({ changePassword }: Pick<OwnActs, 'changePassword'>) {
  const { register, handleSubmit, setError, reset, formState } = useFields<ChangePassword>({
    resolver: yupResolver(changePasswordInput),
    defaultValues: { before: '', password: '' },
  });
  const [failure, setFailure] = useState<string | null>(null);
  const say = useSay();
  const submit = handleSubmit(async (values) => {
    setFailure(null);
    const result = await changePassword(values).catch(tryAgain);
    if (result.ok) {
      reset();
      return say('Changed; you are signed out everywhere else', true);
    }
    setFailure(result.message);
    tellFields(setError, result.fields);
  });
  const field = (name: keyof ChangePassword, label: string, help: string, autoComplete: string) => (
    <TextField
      id={name}
      {...register(name)}
      type="password"
      label={label}
      autoComplete={autoComplete}
      error={Boolean(formState.errors[name])}
      helperText={formState.errors[name]?.message ?? help}
    />
  );
  return (
    <form onSubmit={submit} noValidate className="sheet" aria-label="Change your password">
      <header>
        <h2>Password</h2>
      </header>
      <div className="pad fields" style={{ maxWidth: 460 }}>
        <FailureNote text={failure} />
        {field('before', 'Password until now', ' ', 'current-password')}
        {field(
          'password',
          'Another password',
          'At least 12 characters; a short sentence is easy to keep.',
          'new-password',
        )}
        <div className="row">
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Change it
          </Button>
        </div>
      </div>
    </form>
  );
}
