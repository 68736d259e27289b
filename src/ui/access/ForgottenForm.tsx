'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, useTransition } from 'react';
import type { ActionResult } from '../shared/actionResult';
import type { ForgottenActs } from '../shared/acts';
import { tryAgain } from '../shared/notDone';

/** Asks for a way to choose another password. The answer is the same whether or not the address is known. */
export function ForgottenForm({ forgotPassword }: Pick<ForgottenActs, 'forgotPassword'>) {
  const [email, setEmail] = useState('');
  const [said, setSaid] = useState<ActionResult | null>(null);
  const [isBusy, start] = useTransition();
  if (said?.ok)
    return (
      <p className="note" role="status">
        If somebody with this address works here, a message with a way in is on its way. It works once, and for two
        hours.
      </p>
    );
  return (
    <form
      className="fields"
      aria-label="Forgotten password"
      onSubmit={(event) => {
        event.preventDefault();
        start(async () => setSaid(await forgotPassword({ email }).catch(tryAgain)));
      }}
    >
      {said && !said.ok && (
        <p className="note bad" role="alert">
          {said.message}
        </p>
      )}
      <TextField
        name="email"
        type="email"
        label="E-mail"
        autoComplete="username"
        autoFocus
        required
        value={email}
        onChange={(event) => setEmail(event.target.value)}
      />
      <Button type="submit" variant="contained" disabled={isBusy}>
        Send me a way in
      </Button>
    </form>
  );
}
