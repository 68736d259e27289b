'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { passwordByLinkInput, type PasswordByLink } from '../../core/access/schema';
import { tellFields } from '../fields/tellFields';
import { useFields } from '../fields/useFields';
import type { WelcomeActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import { tryAgain } from '../shared/notDone';

/** Whoever was asked in, or has forgotten theirs, chooses a password. */
export function PasswordForm({ token, choosePassword }: { token: string } & Pick<WelcomeActs, 'choosePassword'>) {
  const { register, handleSubmit, setError, formState } = useFields<PasswordByLink>({
    resolver: yupResolver(passwordByLinkInput),
    defaultValues: { token, password: '' },
  });
  const [failure, setFailure] = useState<string | null>(null);
  const router = useRouter();
  const submit = handleSubmit(async (values) => {
    setFailure(null);
    const result = await choosePassword(values).catch(tryAgain);
    if (result.ok) return router.push('/desk');
    setFailure(result.message);
    tellFields(setError, result.fields);
  });
  const error = formState.errors.password?.message;
  return (
    <form onSubmit={submit} noValidate className="fields" aria-label="Choose a password">
      <FailureNote text={failure} />
      <TextField
        id="password"
        {...register('password')}
        type="password"
        label="Password"
        autoComplete="new-password"
        autoFocus
        error={Boolean(error)}
        helperText={error ?? 'At least 12 characters; a short sentence is easy to keep.'}
      />
      <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
        Choose it and sign in
      </Button>
    </form>
  );
}
