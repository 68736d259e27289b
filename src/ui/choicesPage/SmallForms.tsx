'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { Language } from '../../core/letters/mailings';
import type { ActionResult } from '../parts/actionResult';
import { sayLost } from './refusals';
import { WORDS } from './words';

const lost = (language: Language) => (): ActionResult<never> => ({ ok: false, message: sayLost(language) });

/** Where a person asks for the way to their choices. The answer is the same whether or not they are known. */
export function AskForPage({ language, ask }: { language: Language; ask: (email: string) => Promise<ActionResult> }) {
  const words = WORDS[language];
  const [email, setEmail] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [isSent, setSent] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const result = await ask(email).catch(lost(language));
    setSent(result.ok);
    setFailure(result.ok ? null : result.message);
  };
  if (isSent) return <p className="note good" role="status">{words.sent}</p>;
  return (
    <form onSubmit={(event) => void submit(event)} className="fields" noValidate>
      <TextField label={words.email} type="email" value={email} onChange={(event) => setEmail(event.target.value)} error={failure !== null} helperText={failure ?? ' '} autoComplete="email" />
      <div><Button type="submit" variant="contained" size="medium">{words.send}</Button></div>
    </form>
  );
}

/** The code from the mail opens the page. */
export function PageCode({ language, prove }: { language: Language; prove: (code: string) => Promise<ActionResult> }) {
  const words = WORDS[language];
  const [code, setCode] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const router = useRouter();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const result = await prove(code).catch(lost(language));
    setFailure(result.ok ? null : result.message);
    if (result.ok) router.refresh();
  };
  return (
    <form onSubmit={(event) => void submit(event)} className="fields">
      <p>{words.codeLead}</p>
      <TextField label={words.code} value={code} onChange={(event) => setCode(event.target.value)} error={failure !== null} helperText={failure ?? ' '} slotProps={{ htmlInput: { inputMode: 'numeric', autoComplete: 'one-time-code' } }} />
      <div><Button type="submit" variant="contained" size="medium" disabled={code.trim() === ''}>{words.open}</Button></div>
    </form>
  );
}

/** A double opt-in is confirmed by pressing, not by looking: mail scanners look. */
export function ConfirmButton({ language, confirm }: { language: Language; confirm: () => Promise<ActionResult> }) {
  const words = WORDS[language];
  const [said, setSaid] = useState<{ text: string; isGood: boolean } | null>(null);
  const press = async () => {
    const result = await confirm().catch(lost(language));
    setSaid({ text: result.ok ? words.confirmed : result.message, isGood: result.ok });
  };
  if (said) return <p className={`note ${said.isGood ? 'good' : 'bad'}`} role="status">{said.text}</p>;
  return <Button variant="contained" size="medium" onClick={() => void press()}>{words.confirm}</Button>;
}
