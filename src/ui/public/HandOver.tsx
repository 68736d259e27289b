'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useActionState, useState, type FormEvent } from 'react';
import type { ActionResult } from '../parts/actionResult';
import { failureOf, NOTHING_POSTED, notPosted, type PostAction } from '../parts/posted';

/** The second word opens the file; the link is used only when the person says that they have it. */
export function HandOver({ token, release, confirm, post = notPosted }: { token: string; post?: PostAction; release: (token: string, secret: string) => Promise<ActionResult>; confirm: () => Promise<ActionResult> }) {
  const [secret, setSecret] = useState('');
  const [posted, action] = useActionState(post, NOTHING_POSTED);
  const [step, setStep] = useState<'word' | 'file' | 'done'>(posted.result?.ok ? 'file' : 'word');
  const [failure, setFailure] = useState<string | null>(failureOf(posted));
  const [isBusy, setBusy] = useState(false);
  const run = async (work: () => Promise<ActionResult>, next: 'file' | 'done') => {
    setBusy(true);
    const result = await work().catch((): ActionResult => ({ ok: false, message: 'We could not be reached. Try again.' }));
    setBusy(false);
    if (result.ok) setStep(next);
    setFailure(result.ok ? null : result.message);
  };
  return (
    <>
      {failure && <p className="note bad" role="alert">{failure}</p>}
      {step === 'word' && (
        <form action={action} className="fields" aria-label="Second word" onSubmit={(event: FormEvent) => { event.preventDefault(); void run(() => release(token, secret), 'file'); }}>
          <p>Type the second word that you got from us another way.</p>
          <TextField name="word" label="Second word" value={secret} onChange={(event) => setSecret(event.target.value)} autoFocus autoComplete="off" />
          <div><Button type="submit" variant="contained" disabled={isBusy}>Open</Button></div>
        </form>
      )}
      {step === 'file' && (
        <div className="stack">
          <p>The file is a ZIP: start with cover-letter.pdf. If the download breaks off, start it again.</p>
          <div className="row"><Button variant="contained" href="/hand-over/file">Download my data</Button><Button disabled={isBusy} onClick={() => void run(confirm, 'done')}>I have the file: close this page</Button></div>
        </div>
      )}
      {step === 'done' && <p className="note good" role="status">Thank you. This link is used up now; nobody can open it again.</p>}
    </>
  );
}
