'use client';

import type { RequestRef } from '../../core/shared/ids';
import { LINK_WORDS } from '../../core/words/sections';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useActionState, useState, type FormEvent } from 'react';
import type { Language } from '../../core/letters/mailings';
import type { IdentityActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { failureOf, NOTHING_POSTED, notPosted, type PostAction } from '../shared/posted';
import { FailureNote } from '../shared/FailureNote';

/** The code from the mail; how many tries are left is said. */
export function CodeForm({
  token,
  language,
  proveIdentity,
  post = notPosted,
}: {
  token: string;
  language: Language;
  proveIdentity: IdentityActs['proveIdentity'];
  post?: PostAction<{ ref: RequestRef }>;
}) {
  const words = LINK_WORDS[language].identity;
  const [posted, action] = useActionState(post, NOTHING_POSTED);
  const [code, setCode] = useState('');
  const [failure, setFailure] = useState<string | null>(failureOf(posted));
  const [ref, setRef] = useState<string | null>(posted.result?.ok ? posted.result.value.ref : null);
  const [isBusy, setBusy] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const result = await proveIdentity({ language, token, code }).catch((): ActionResult<{ ref: RequestRef }> => ({
      ok: false,
      message: LINK_WORDS[language].lost,
    }));
    setBusy(false);
    if (result.ok) setRef(result.value.ref);
    setFailure(result.ok ? null : result.message);
  };
  if (ref)
    return (
      <div className="note good" role="status">
        <p>
          <b>{words.thanks}</b>
        </p>
        <p>{words.thanksText(ref)}</p>
      </div>
    );
  return (
    <form action={action} onSubmit={(event) => void submit(event)} className="fields" aria-label={words.code}>
      <FailureNote text={failure} />
      <TextField
        name="code"
        label={words.code}
        value={code}
        onChange={(event) => setCode(event.target.value)}
        autoFocus
        slotProps={{ htmlInput: { required: true, inputMode: 'numeric', autoComplete: 'one-time-code' } }}
      />
      <div>
        <Button type="submit" variant="contained" disabled={isBusy}>
          {words.goOn}
        </Button>
      </div>
    </form>
  );
}
