'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useActionState, useState, type FormEvent, type ReactNode } from 'react';
import type { SessionActs } from '../shared/acts';
import { failureOf, NOTHING_POSTED, notPosted, type PostAction } from '../shared/posted';
import '../shared/public.css';
import { FailureNote } from '../shared/FailureNote';
import { tryAgain } from '../shared/notDone';

interface Props {
  signIn: SessionActs['signIn'];
  /** For a page whose scripts have not run: the form is posted, never put into the address. */
  post?: PostAction;
  /** Where to go on. */
  to?: string;
  /** Instead of going anywhere: the page behind is still there. */
  onDone?: () => void;
}

export function SignInForm({ signIn, post = notPosted, to = '/desk', onDone }: Props) {
  const [posted, action] = useActionState(post, NOTHING_POSTED);
  const [failure, setFailure] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const router = useRouter();
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    setFailure(null);
    const result = await signIn({
      email: String(form.get('email')),
      password: String(form.get('password')),
    }).catch(tryAgain);
    if (result.ok) return onDone ? onDone() : router.push(to);
    setBusy(false);
    setFailure(result.message);
  };
  const said = failure ?? failureOf(posted);
  return (
    <form action={action} onSubmit={(event) => void submit(event)} className="fields" aria-label="Sign in">
      {!onDone && (
        <h1 className="mark">
          <svg width="30" height="27" viewBox="0 0 24 22" aria-hidden="true">
            <path d="M1 1h4v20H1zM19 1h4v20h-4z" fill="currentColor" />
            <path d="M7.5 5.5h9M7.5 11h9M7.5 16.5h6" stroke="#d39a2d" strokeWidth="1.8" />
          </svg>
          Bookend
        </h1>
      )}
      <FailureNote text={said} />
      <input type="hidden" name="to" value={to} />
      <TextField
        name="email"
        type="email"
        label="E-mail"
        autoComplete="username"
        autoFocus
        required
        defaultValue={posted.values['email'] ?? ''}
      />
      <TextField name="password" type="password" label="Password" autoComplete="current-password" required />
      <Button type="submit" variant="contained" disabled={isBusy}>
        Sign in
      </Button>
    </form>
  );
}

export function SignInFrame({ children }: { children: ReactNode }) {
  return (
    <div className="sign-in">
      <i />
      <main>{children}</main>
      <i />
    </div>
  );
}
