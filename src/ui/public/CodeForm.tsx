'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useActionState, useState, type FormEvent } from 'react';
import type { ActionResult } from '../parts/actionResult';
import { failureOf, NOTHING_POSTED, notPosted, type PostAction } from '../parts/posted';

/** The code from the mail; how many tries are left is said. */
export function CodeForm({ token, prove, post = notPosted }: { token: string; prove: (token: string, code: string) => Promise<ActionResult<{ ref: string }>>; post?: PostAction<{ ref: string }> }) {
  const [posted, action] = useActionState(post, NOTHING_POSTED);
  const [code, setCode] = useState('');
  const [failure, setFailure] = useState<string | null>(failureOf(posted));
  const [ref, setRef] = useState<string | null>(posted.result?.ok ? posted.result.value.ref : null);
  const [isBusy, setBusy] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const result = await prove(token, code).catch((): ActionResult<{ ref: string }> => ({ ok: false, message: 'We could not be reached. Try again.' }));
    setBusy(false);
    if (result.ok) setRef(result.value.ref);
    setFailure(result.ok ? null : result.message);
  };
  if (ref) return <div className="note good" role="status"><p><b>Thank you. We know now that it is you.</b></p><p>Your request {ref} goes on; you hear from us by mail.</p></div>;
  return (
    <form action={action} onSubmit={(event) => void submit(event)} className="fields" aria-label="Code">
      {failure && <p className="note bad" role="alert">{failure}</p>}
      <TextField name="code" label="Code of six digits" value={code} onChange={(event) => setCode(event.target.value)} autoFocus slotProps={{ htmlInput: { required: true, inputMode: 'numeric', autoComplete: 'one-time-code' } }} />
      <div><Button type="submit" variant="contained" disabled={isBusy}>Go on</Button></div>
    </form>
  );
}
