'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm, type FieldPath } from 'react-hook-form';
import type { InferType } from 'yup';
import { RIGHTS } from '../../core/requests/rights';
import { openRequestSchema } from '../../core/requests/schema';
import type { ActionResult } from '../parts/actionResult';

type Values = InferType<typeof openRequestSchema>;

/** What came by phone, letter or over the counter, with its true day of receipt. */
export function NewRequestForm({ today, open }: { today: string; open: (values: Values) => Promise<ActionResult<{ ref: string }>> }) {
  const { register, handleSubmit, setError, formState } = useForm<Values>({ resolver: yupResolver(openRequestSchema), defaultValues: { right: '' as Values['right'], regime: 'eu-gdpr', channel: '' as Values['channel'], receivedOn: today, givenName: '', familyName: '', birthDate: '', email: '', phone: '', customerNumber: '', text: '' } });
  const [failure, setFailure] = useState<string | null>(null);
  const router = useRouter();
  const submit = handleSubmit(async (values) => {
    setFailure(null);
    const result = await open(values).catch((): ActionResult<{ ref: string }> => ({ ok: false, message: 'The server did not answer. What you typed is still here.' }));
    if (result.ok) return router.push(`/requests/${result.value.ref}`);
    setFailure(result.message);
    for (const [name, message] of Object.entries(result.fields ?? {})) setError(name as FieldPath<Values>, { message });
  });
  const field = (name: FieldPath<Values>, label: string, more: object = {}) => <TextField id={name} {...register(name)} label={label} error={Boolean(formState.errors[name as keyof Values])} helperText={formState.errors[name as keyof Values]?.message ?? ' '} {...more} />;
  return (
    <form onSubmit={submit} noValidate className="fields" aria-label="Open a request">
      {failure && <p className="note bad" role="alert">{failure}</p>}
      <div className="pair">
        {field('right', 'Right', { select: true, defaultValue: '', children: RIGHTS.map((right) => <MenuItem key={right} value={right}>{right}</MenuItem>) })}
        {field('regime', 'Regime', { select: true, defaultValue: 'eu-gdpr', children: <MenuItem value="eu-gdpr">eu-gdpr</MenuItem> })}
      </div>
      <div className="pair">
        {field('channel', 'How it came', { select: true, defaultValue: '', children: ['mail', 'phone', 'letter', 'counter'].map((channel) => <MenuItem key={channel} value={channel}>{channel}</MenuItem>) })}
        {field('receivedOn', 'Day of receipt', { type: 'date', slotProps: { inputLabel: { shrink: true }, htmlInput: { max: today } } })}
      </div>
      <div className="pair">{field('givenName', 'Given name')}{field('familyName', 'Family name')}</div>
      <div className="pair">{field('email', 'E-mail')}{field('phone', 'Phone')}</div>
      <div className="pair">{field('customerNumber', 'Customer number')}{field('birthDate', 'Date of birth, as 1987-03-14')}</div>
      {field('text', 'In their words', { multiline: true, minRows: 3 })}
      <div className="row"><Button type="submit" variant="contained" disabled={formState.isSubmitting}>Open the request</Button><span className="muted">The clock runs from the day of receipt, whatever the hour.</span></div>
    </form>
  );
}
