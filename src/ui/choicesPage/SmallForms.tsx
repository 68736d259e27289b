'use client';

import { CHOICES_WORDS } from '../../core/words/sections';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useActionState, useState, type FormEvent } from 'react';
import type { Language } from '../../core/letters/mailings';
import type { ChoicesActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { failureOf, NOTHING_POSTED, notPosted, type PostAction } from '../shared/posted';
import { sayLost } from '../../core/words/ownRefusals';

const lost = (language: Language) => (): ActionResult<never> => ({ ok: false, message: sayLost(language) });

/** Where a person asks for the way to their choices. The answer is the same whether or not they are known. */
export function AskForPage({
  language,
  askForPage,
  post = notPosted,
}: {
  language: Language;
  askForPage: ChoicesActs['askForPage'];
  post?: PostAction;
}) {
  const [posted, action] = useActionState(post, NOTHING_POSTED);
  const words = CHOICES_WORDS[language];
  const [email, setEmail] = useState(posted.values['email'] ?? '');
  const [failure, setFailure] = useState<string | null>(failureOf(posted));
  const [isSent, setSent] = useState(posted.result?.ok ?? false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const result = await askForPage({ language, email }).catch(lost(language));
    setSent(result.ok);
    setFailure(result.ok ? null : result.message);
  };
  if (isSent)
    return (
      <p className="note good" role="status">
        {words.sent}
      </p>
    );
  return (
    <form action={action} onSubmit={(event) => void submit(event)} className="fields" noValidate>
      <TextField
        name="email"
        label={words.email}
        type="email"
        value={email}
        onChange={(event) => setEmail(event.target.value)}
        error={failure !== null}
        helperText={failure ?? ' '}
        autoComplete="email"
      />
      <div>
        <Button type="submit" variant="contained" size="medium">
          {words.send}
        </Button>
      </div>
    </form>
  );
}

/** The code from the mail opens the page. */
export function PageCode({
  language,
  token,
  proveCode,
  post = notPosted,
}: {
  language: Language;
  token: string;
  proveCode: ChoicesActs['proveCode'];
  post?: PostAction;
}) {
  const [posted, action] = useActionState(post, NOTHING_POSTED);
  const words = CHOICES_WORDS[language];
  const [code, setCode] = useState('');
  const [failure, setFailure] = useState<string | null>(failureOf(posted));
  const router = useRouter();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const result = await proveCode({ language, token, code }).catch(lost(language));
    setFailure(result.ok ? null : result.message);
    if (result.ok) router.refresh();
  };
  return (
    <form action={action} onSubmit={(event) => void submit(event)} className="fields">
      <p>{words.codeLead}</p>
      <TextField
        name="code"
        label={words.code}
        value={code}
        onChange={(event) => setCode(event.target.value)}
        error={failure !== null}
        helperText={failure ?? ' '}
        slotProps={{ htmlInput: { required: true, inputMode: 'numeric', autoComplete: 'one-time-code' } }}
      />
      <div>
        <Button type="submit" variant="contained" size="medium">
          {words.open}
        </Button>
      </div>
    </form>
  );
}

/** A double opt-in is confirmed by pressing, not by looking: mail scanners look. */
export function ConfirmButton({
  language,
  token,
  confirmChoice,
  post = notPosted,
}: {
  language: Language;
  token: string;
  confirmChoice: ChoicesActs['confirmChoice'];
  post?: PostAction;
}) {
  const words = CHOICES_WORDS[language];
  const [posted, action] = useActionState(post, NOTHING_POSTED);
  const say = (result: ActionResult) => ({ text: result.ok ? words.confirmed : result.message, isGood: result.ok });
  const [said, setSaid] = useState<{ text: string; isGood: boolean } | null>(posted.result ? say(posted.result) : null);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setSaid(say(await confirmChoice({ language, token }).catch(lost(language))));
  };
  if (said)
    return (
      <p className={`note ${said.isGood ? 'good' : 'bad'}`} role="status">
        {said.text}
      </p>
    );
  return (
    <form action={action} onSubmit={(event) => void submit(event)}>
      <Button type="submit" variant="contained" size="medium">
        {words.confirm}
      </Button>
    </form>
  );
}
