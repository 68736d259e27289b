'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useForm, type FieldPath } from 'react-hook-form';
import type { InferType } from 'yup';
import { publicRequestSchema } from '../../core/requests/schema';
import type { ActionResult } from '../parts/actionResult';

type Values = InferType<typeof publicRequestSchema>;

const ASKS: readonly [string, string][] = [
  ['access', 'A copy of my data'],
  ['erasure', 'Erase my data'],
  ['rectification', 'Correct my data'],
  ['portability', 'My data in a form for machines'],
  ['objection', 'Stop using my data for advertising'],
  ['withdrawal', 'Withdraw my consent'],
  ['restriction', 'Restrict the use of my data'],
];

/** The public form. Nothing typed is lost when something is wrong. */
export function AskForm({ ask }: { ask: (values: Values) => Promise<ActionResult<{ ref: string }>> }) {
  const { register, handleSubmit, setError, formState } = useForm<Values>({ resolver: yupResolver(publicRequestSchema), defaultValues: { givenName: '', familyName: '', email: '', phone: '', customerNumber: '', text: '', website: '' } });
  const [sent, setSent] = useState<string | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const submit = handleSubmit(async (values) => {
    setFailure(null);
    const result = await ask(values).catch((): ActionResult<{ ref: string }> => ({ ok: false, message: 'We could not be reached. What you typed is still here; try again.' }));
    if (result.ok) return setSent(result.value.ref || 'BK');
    setFailure(result.message);
    for (const [name, message] of Object.entries(result.fields ?? {})) setError(name as FieldPath<Values>, { message });
  });
  if (sent) {
    return <div className="note good" role="status"><p><b>We have your request{sent.length > 2 ? <>: <span className="mono">{sent}</span></> : ''}.</b></p><p>A confirmation is on its way by mail. If we have to make sure that it is you, a code goes to an address that we already know.</p></div>;
  }
  const field = (name: FieldPath<Values>, label: string, more: object = {}) => <TextField {...register(name)} label={label} error={Boolean(formState.errors[name])} helperText={formState.errors[name]?.message ?? ' '} {...more} />;
  return (
    <form onSubmit={submit} noValidate className="fields" aria-label="Your request">
      {failure && <p className="note bad" role="alert">{failure}</p>}
      <fieldset style={{ border: 0, padding: 0, margin: 0 }} aria-describedby="right-wrong">
        <legend style={{ fontWeight: 600, marginBottom: 4 }}>What do you ask for?</legend>
        {ASKS.map(([value, text]) => <label key={value} style={{ display: 'block', padding: '3px 0' }}><input type="radio" value={value} {...register('right')} /> {text}</label>)}
        <p id="right-wrong" className="late" role={formState.errors.right ? 'alert' : undefined} style={{ margin: 0 }}>{formState.errors.right?.message}</p>
      </fieldset>
      <div className="pair">{field('givenName', 'Given name', { autoComplete: 'given-name' })}{field('familyName', 'Family name', { autoComplete: 'family-name' })}</div>
      {field('email', 'E-mail we may answer to', { type: 'email', autoComplete: 'email' })}
      <div className="pair">{field('phone', 'Phone, if you like', { autoComplete: 'tel' })}{field('customerNumber', 'Customer number, if you have one')}</div>
      {field('text', 'Anything that helps', { multiline: true, minRows: 3 })}
      <label className="trap" aria-hidden="true">Website <input tabIndex={-1} autoComplete="off" {...register('website')} /></label>
      <div><Button type="submit" variant="contained" size="medium" disabled={formState.isSubmitting}>Send my request</Button></div>
    </form>
  );
}
