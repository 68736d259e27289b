'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useForm, useWatch, type FieldPath } from 'react-hook-form';
import type { InferType } from 'yup';
import type { Language } from '../../core/letters/mailings';
import { RIGHTS } from '../../core/requests/rights';
import { FOR_WHOM, publicRequestSchema } from '../../core/requests/schema';
import type { ActionResult } from '../parts/actionResult';
import { ASK_WORDS } from './askWords';

type Values = InferType<typeof publicRequestSchema>;
type Asked = { ref: string; word: string };

/** The public form, in the person's language. Nothing typed is lost when something is wrong. */
export function AskForm({ language, ask }: { language: Language; ask: (values: Values) => Promise<ActionResult<Asked>> }) {
  const words = ASK_WORDS[language];
  const { control, register, handleSubmit, setError, formState } = useForm<Values>({ resolver: yupResolver(publicRequestSchema), defaultValues: { right: '' as Values['right'], forWhom: 'self', agentName: '', agentEmail: '', country: '', region: '', language, givenName: '', familyName: '', birthDate: '', email: '', phone: '', customerNumber: '', text: '', website: '' } });
  const isForOther = useWatch({ control, name: 'forWhom' }) !== 'self';
  const [sent, setSent] = useState<Asked | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const submit = handleSubmit(async (values) => {
    setFailure(null);
    const result = await ask(values).catch((): ActionResult<Asked> => ({ ok: false, message: words.lost }));
    if (result.ok) return setSent(result.value);
    setFailure(result.message);
    for (const [name, message] of Object.entries(result.fields ?? {})) setError(name as FieldPath<Values>, { message });
  });
  if (sent) {
    return (
      <div className="note good" role="status">
        <p><b>{words.thanks}{sent.ref && <>: <span className="mono">{sent.ref}</span></>}.</b></p>
        <p>{words.thanksMore}</p>
        {sent.word && <p className="big-words"><a href={`/status?lang=${language}`}>{sent.word}</a></p>}
      </div>
    );
  }
  const wrong = (name: FieldPath<Values>) => {
    const message = formState.errors[name]?.message;
    if (!message) return undefined;
    return message.includes('@') ? words.emailLooks : (words.needs[name as keyof typeof words.needs] ?? message);
  };
  const field = (name: FieldPath<Values>, label: string, more: object = {}) => <TextField {...register(name)} label={label} error={Boolean(formState.errors[name])} helperText={wrong(name) ?? ' '} {...more} />;
  return (
    <form onSubmit={submit} noValidate className="fields" aria-label={words.title}>
      {failure && <p className="note bad" role="alert">{failure}</p>}
      <fieldset style={{ border: 0, padding: 0, margin: 0 }} aria-describedby="right-wrong">
        <legend style={{ fontWeight: 600, marginBottom: 4 }}>{words.what}</legend>
        {RIGHTS.map((value) => <label key={value} style={{ display: 'block', padding: '3px 0' }}><input type="radio" value={value} {...register('right')} /> {words.rights[value]}</label>)}
        <p id="right-wrong" className="late" role={formState.errors.right ? 'alert' : undefined} style={{ margin: 0 }}>{wrong('right')}</p>
      </fieldset>
      <fieldset style={{ border: 0, padding: 0, margin: 0 }}>
        <legend style={{ fontWeight: 600, marginBottom: 4 }}>{words.forWhom}</legend>
        {FOR_WHOM.map((value) => <label key={value} style={{ display: 'block', padding: '3px 0' }}><input type="radio" value={value} {...register('forWhom')} /> {words[value]}</label>)}
      </fieldset>
      {isForOther && <div className="pair">{field('agentName', words.agentName, { autoComplete: 'name' })}{field('agentEmail', words.agentEmail, { type: 'email', autoComplete: 'email' })}</div>}
      <div className="pair">{field('givenName', words.givenName, { autoComplete: isForOther ? 'off' : 'given-name' })}{field('familyName', words.familyName, { autoComplete: isForOther ? 'off' : 'family-name' })}</div>
      {field('email', isForOther ? words.emailOfPerson : words.email, { type: 'email', autoComplete: isForOther ? 'off' : 'email' })}
      <div className="pair">{field('phone', words.phone, { autoComplete: 'tel' })}{field('customerNumber', words.customerNumber)}</div>
      {field('birthDate', words.birthDate, { autoComplete: 'bday' })}
      <div className="pair">{field('country', words.country, { autoComplete: 'country' })}{field('region', words.region)}</div>
      {field('text', words.text, { multiline: true, minRows: 3 })}
      <label className="trap" aria-hidden="true">Website <input tabIndex={-1} autoComplete="off" {...register('website')} /></label>
      <div><Button type="submit" variant="contained" size="medium" disabled={formState.isSubmitting}>{words.send}</Button></div>
    </form>
  );
}
