'use client';

import { PROOF_WORDS, ASK_WORDS } from '../../core/words/sections';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useActionState, useState, type FormEvent } from 'react';
import type { Language } from '../../core/letters/mailings';
import type { StatusView } from '../../core/requests/views';
import type { StatusActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { failureOf, NOTHING_POSTED, notPosted, type PostAction } from '../shared/posted';
import { FailureNote } from '../shared/FailureNote';

/** How a request stands, for whoever has its reference and word. */
export function StatusForm({
  language,
  readStatus,
  beginShopProof,
  post = notPosted,
}: {
  language: Language;
  post?: PostAction<StatusView>;
  readStatus: StatusActs['readStatus'];
  beginShopProof: StatusActs['beginShopProof'];
}) {
  const words = ASK_WORDS[language];
  const [posted, action] = useActionState(post, NOTHING_POSTED);
  const [ref, setRef] = useState(posted.values['ref'] ?? '');
  const [word, setWord] = useState('');
  const [failure, setFailure] = useState<string | null>(failureOf(posted));
  const [view, setView] = useState<StatusView | null>(posted.result?.ok ? posted.result.value : null);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const result = await readStatus({ language, ref, word }).catch((): ActionResult<StatusView> => ({
      ok: false,
      message: words.lost,
    }));
    setView(result.ok ? result.value : null);
    setFailure(result.ok ? null : result.message);
  };
  const proof = PROOF_WORDS[language];
  const signIn = async (system: string) => {
    const result = await beginShopProof({ language, ref, word, system }).catch((): ActionResult<{ url: string }> => ({
      ok: false,
      message: words.lost,
    }));
    if (result.ok) location.assign(result.value.url);
    else setFailure(result.message);
  };
  const day = (value: string) =>
    new Intl.DateTimeFormat(language === 'en' ? 'en-GB' : language, {
      weekday: 'short',
      day: 'numeric',
      month: 'long',
      year: 'numeric',
      timeZone: 'UTC',
    }).format(new Date(`${value}T00:00:00Z`));
  return (
    <form
      action={action}
      onSubmit={(event) => void submit(event)}
      className="fields"
      noValidate
      aria-label={words.statusTitle}
    >
      <FailureNote text={failure} />
      <div className="pair">
        <TextField
          name="ref"
          label={words.ref}
          value={ref}
          onChange={(event) => setRef(event.target.value)}
          autoComplete="off"
        />
        <TextField
          name="word"
          label={words.word}
          value={word}
          onChange={(event) => setWord(event.target.value)}
          autoComplete="off"
        />
      </div>
      <div>
        <Button type="submit" variant="contained" size="medium">
          {words.look}
        </Button>
      </div>
      {view && (
        <div className="note slate" role="status">
          <p>
            <span className="mono">{view.ref}</span> · {words.rights[view.right as keyof typeof words.rights]}
          </p>
          <p>
            <b>{words.steps[view.step]}</b>
          </p>
          <p>
            {words.received}: {day(view.receivedOn)}
            {view.step !== 'answered' && view.step !== 'joined' && (
              <>
                {' '}
                · {words.due}: {day(view.dueOn)}
              </>
            )}
          </p>
          {view.isExtended && <p>{words.extended}</p>}
        </div>
      )}
      {view && view.shops.length > 0 && (
        <div className="note">
          <p>{proof.why}</p>
          <div className="row" style={{ marginTop: 8 }}>
            {view.shops.map(({ id, name }) => (
              <Button key={id} variant="outlined" onClick={() => void signIn(id)}>
                {proof.signInAt(name)}
              </Button>
            ))}
          </div>
        </div>
      )}
    </form>
  );
}
