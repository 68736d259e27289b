'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { ActionResult } from '../parts/actionResult';
import './public.css';

export function SignInForm({ signIn }: { signIn: (email: string, password: string) => Promise<ActionResult> }) {
  const [failure, setFailure] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const router = useRouter();
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    setFailure(null);
    const result = await signIn(String(form.get('email')), String(form.get('password'))).catch((): ActionResult => ({ ok: false, message: 'The server did not answer. Try again.' }));
    if (result.ok) return router.push('/desk');
    setBusy(false);
    setFailure(result.message);
  };
  return (
    <div className="sign-in">
      <i />
      <main>
        <form onSubmit={(event) => void submit(event)} className="fields" aria-label="Sign in">
          <h1 className="mark"><svg width="30" height="27" viewBox="0 0 24 22" aria-hidden="true"><path d="M1 1h4v20H1zM19 1h4v20h-4z" fill="currentColor" /><path d="M7.5 5.5h9M7.5 11h9M7.5 16.5h6" stroke="#d39a2d" strokeWidth="1.8" /></svg>Bookend</h1>
          {failure && <p className="note bad" role="alert">{failure}</p>}
          <TextField name="email" type="email" label="E-mail" autoComplete="username" autoFocus required />
          <TextField name="password" type="password" label="Password" autoComplete="current-password" required />
          <Button type="submit" variant="contained" disabled={isBusy}>Sign in</Button>
        </form>
      </main>
      <i />
    </div>
  );
}
