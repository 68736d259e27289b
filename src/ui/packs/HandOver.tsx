'use client';

import { LINK_WORDS } from '../../core/words/sections';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useActionState, useState, type FormEvent } from 'react';
import type { HandOverActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import type { Language } from '../../core/letters/mailings';
import { failureOf, NOTHING_POSTED, notPosted, type PostAction } from '../shared/posted';
import { FailureNote } from '../shared/FailureNote';

/** The second word opens the file; the link is used only when the person says that they have it. */
export function HandOver({
  token,
  language,
  readme,
  releaseLink,
  confirmDownload,
  post = notPosted,
}: {
  token: string;
  language: Language;
  readme: string;
  post?: PostAction;
} & Pick<HandOverActs, 'releaseLink' | 'confirmDownload'>) {
  const words = LINK_WORDS[language].handOver;
  const [secret, setSecret] = useState('');
  const [posted, action] = useActionState(post, NOTHING_POSTED);
  const [step, setStep] = useState<'word' | 'file' | 'done'>(posted.result?.ok ? 'file' : 'word');
  const [failure, setFailure] = useState<string | null>(failureOf(posted));
  const [isBusy, setBusy] = useState(false);
  const run = async (work: () => Promise<ActionResult>, next: 'file' | 'done') => {
    setBusy(true);
    const result = await work().catch((): ActionResult => ({ ok: false, message: LINK_WORDS[language].lost }));
    setBusy(false);
    if (result.ok) setStep(next);
    setFailure(result.ok ? null : result.message);
  };
  return (
    <>
      <FailureNote text={failure} />
      {step === 'word' && (
        <form
          action={action}
          className="fields"
          aria-label={words.word}
          onSubmit={(event: FormEvent) => {
            event.preventDefault();
            void run(() => releaseLink({ language, token, secret }), 'file');
          }}
        >
          <p>{words.lead}</p>
          <TextField
            name="word"
            label={words.word}
            value={secret}
            onChange={(event) => setSecret(event.target.value)}
            autoFocus
            autoComplete="off"
          />
          <div>
            <Button type="submit" variant="contained" disabled={isBusy}>
              {words.open}
            </Button>
          </div>
        </form>
      )}
      {step === 'file' && (
        <div className="stack">
          <p>{words.begin(readme)}</p>
          <div className="row">
            <Button variant="contained" href="/hand-over/file">
              {words.download}
            </Button>
            <Button disabled={isBusy} onClick={() => void run(() => confirmDownload({ language }), 'done')}>
              {words.have}
            </Button>
          </div>
        </div>
      )}
      {step === 'done' && (
        <p className="note good" role="status">
          {words.done}
        </p>
      )}
    </>
  );
}
