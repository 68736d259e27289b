'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { firstSchema, type First } from '../../core/installation/schema';
import { CountryField } from '../fields/PlaceFields';
import { tellFields } from '../fields/tellFields';
import { useFields } from '../fields/useFields';
import type { FirstActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import { stillHere } from '../shared/notDone';

/** Who begins, and whose installation it is: once, by whoever opens the first address. */
export function FirstForm({
  token,
  country,
  begin,
}: { token: string; country: string | null } & Pick<FirstActs, 'begin'>) {
  const { control, register, handleSubmit, setError, setValue, formState } = useFields<First>({
    resolver: yupResolver(firstSchema),
    defaultValues: {
      token,
      yourName: '',
      yourEmail: '',
      password: '',
      name: '',
      address: '',
      contact: '',
      country: country ?? '',
      zone: '',
    },
  });
  const [failure, setFailure] = useState<string | null>(null);
  const router = useRouter();
  // Only the browser knows where whoever sits before it is.
  useEffect(() => setValue('zone', Intl.DateTimeFormat().resolvedOptions().timeZone), [setValue]);
  const submit = handleSubmit(async (values) => {
    setFailure(null);
    const result = await begin(values).catch(stillHere);
    if (result.ok) return router.push('/setup');
    setFailure(result.message);
    tellFields(setError, result.fields);
  });
  const { errors } = formState;
  const field = (name: Exclude<keyof First, 'token' | 'country'>, label: string, help: string, more: object = {}) => (
    <TextField
      id={name}
      {...register(name)}
      label={label}
      error={Boolean(errors[name])}
      helperText={errors[name]?.message ?? help}
      {...more}
    />
  );
  return (
    <form onSubmit={submit} noValidate className="fields" aria-label="Begin">
      <FailureNote text={failure} />
      <h2 style={{ marginBottom: 8 }}>You</h2>
      <div className="pair">
        {field('yourName', 'Your name', 'As colleagues call you.', { autoFocus: true, autoComplete: 'name' })}
        {field('yourEmail', 'Your e-mail', 'You sign in with it.', { type: 'email', autoComplete: 'username' })}
      </div>
      {field('password', 'Password', 'At least 12 characters; a short sentence is easy to keep.', {
        type: 'password',
        autoComplete: 'new-password',
      })}
      <h2 style={{ marginBottom: 8 }}>Your organisation</h2>
      {field('name', 'Name', 'Letters and public pages are signed with it.', { autoComplete: 'organization' })}
      {field('address', 'Address', 'As it stands below a letter.')}
      {field('contact', 'Contact address', 'People write there about their data; mail from Bookend comes from there.', {
        type: 'email',
      })}
      <div className="pair">
        <CountryField
          control={control}
          name="country"
          label="Established in"
          first={country}
          error={errors.country?.message}
        />
        {field('zone', 'Time zone', 'Where your days begin, such as Europe/Copenhagen.', {
          slotProps: { inputLabel: { shrink: true } },
        })}
      </div>
      <div className="row">
        <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
          Begin
        </Button>
        <span className="muted">Everything here can be changed later.</span>
      </div>
    </form>
  );
}
