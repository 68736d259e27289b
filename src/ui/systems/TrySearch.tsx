'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, useTransition, type FormEvent } from 'react';
import type { TriedSearch } from '../../core/systems/views';
import type { SystemActs } from '../shared/acts';
import { FailureNote } from '../shared/FailureNote';
import { stillHere } from '../shared/notDone';

/** A test person is looked for, as a trace would: what is found is counted, neither shown nor kept. */
export function TrySearch({ id, trySearch }: { id: string } & Pick<SystemActs, 'trySearch'>) {
  const [email, setEmail] = useState('');
  const [found, setFound] = useState<TriedSearch | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [isBusy, start] = useTransition();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    start(async () => {
      const result = await trySearch({ id, email }).catch(stillHere);
      setFound(result.ok ? result.value : null);
      setFailure(result.ok ? null : result.message);
    });
  };
  return (
    <form className="stack" onSubmit={submit} aria-label="Try it with a test person" noValidate>
      <div className="row">
        <TextField
          id="test-person"
          label="E-mail of a test person"
          value={email}
          onChange={({ target }) => {
            setEmail(target.value);
            setFound(null);
          }}
          sx={{ maxWidth: 320 }}
        />
        <Button type="submit" variant="outlined" disabled={isBusy || email.trim() === ''}>
          {isBusy ? 'Looking …' : 'Try it'}
        </Button>
        <span className="muted">Counted as a trace would find it; nothing is shown or kept.</span>
      </div>
      <FailureNote text={failure} />
      {found && (
        <p className={`note ${found.found.length > 0 ? 'good' : ''}`} role="status">
          {sayFound(found)}
        </p>
      )}
    </form>
  );
}

function sayFound({ found, isCut }: TriedSearch): string {
  if (found.length === 0)
    return 'Nothing points at them. Is the address one that stands there, and are the fields confirmed that hold it?';
  const parts = found.map(({ collection, count }) => `${count} in ${collection}`);
  return `Found: ${parts.join(', ')}${isCut ? '; there is more, the try was ended' : ''}.`;
}
