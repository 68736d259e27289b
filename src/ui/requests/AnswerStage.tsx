'use client';

import { spellOut } from '../../core/words/spellOut';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { completionText } from '../../core/letters/completion';
import type { Right } from '../../core/requests/rights';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../shared/ActButton';
import { AskFirst, type Question } from '../shared/AskFirst';
import { useSay } from '../shared/Say';
import { SecondWord } from '../packs/SecondWord';
import { sayInstant } from '../../core/shared/days';
import type { RequestActs } from '../shared/acts';
import { ListTable } from '../shared/ListTable';

/** The letter and the one-time link; the second word is shown once. */
export function AnswerStage({ request, zone, actions }: { request: RequestView; zone: string; actions: RequestActs }) {
  const [secret, setSecret] = useState<string | null>(null);
  const [isAsking, setAsking] = useState(false);
  const [isBusy, setBusy] = useState(false);
  const say = useSay();
  const router = useRouter();
  const send = async () => {
    setAsking(false);
    setBusy(true);
    const result = await actions.sendPack({ ref: request.ref }).catch((): { ok: false; message: string } => ({
      ok: false,
      message: 'The server did not answer. Look at the letters below before you send it again.',
    }));
    setBusy(false);
    if (!result.ok) return say(result.message, false);
    setSecret(result.value.secret);
  };
  return (
    <div className="body stack">
      {secret && (
        <SecondWord
          word={secret}
          onNoted={() => {
            setSecret(null);
            router.refresh();
          }}
        />
      )}
      <AskFirst
        question={sendQuestion(request)}
        isOpen={isAsking}
        onNo={() => setAsking(false)}
        onYes={() => void send()}
      />
      {request.pack.state === 'ready' && request.mayWork && (
        <div className="row">
          <Button variant="contained" data-next-act disabled={isBusy} onClick={() => setAsking(true)}>
            Send the pack and close
          </Button>
          <span className="muted">Mails a link that works once; the second word goes another way.</span>
        </div>
      )}
      {request.stage === 'answer' &&
        request.mayWork &&
        request.right !== 'access' &&
        request.right !== 'portability' &&
        request.right !== 'erasure' && <ByLetter request={request} actions={actions} />}
      {request.pack.state === 'sent' && (
        <p className="muted">
          {request.pack.openedAt
            ? `The page was opened ${sayInstant(request.pack.openedAt, zone)}.`
            : 'The page has not been opened yet.'}
        </p>
      )}
      {request.pack.confirmedAt && <p>✓ Received {sayInstant(request.pack.confirmedAt, zone)}.</p>}
      {request.hasCertificate && (
        <p>
          <a href={`/requests/${request.ref}/certificate`}>Certificate of erasure (PDF)</a>
        </p>
      )}
      {request.letters.length > 0 && (
        <ListTable>
          <thead>
            <tr>
              <th>letter</th>
              <th>state</th>
              <th>when</th>
            </tr>
          </thead>
          <tbody>
            {request.letters.map((letter, i) => (
              <tr key={i}>
                <td>
                  {letter.id ? (
                    <a href={`/requests/${request.ref}/letters/${letter.id}`} target="_blank" rel="noreferrer">
                      {spellOut(letter.template)} (PDF)
                    </a>
                  ) : (
                    spellOut(letter.template)
                  )}
                </td>
                <td>
                  {letter.state}
                  {letter.tries > 1 ? `, ${letter.tries} tries: may have come twice` : ''}
                </td>
                <td className="muted">{sayInstant(letter.at, zone)}</td>
              </tr>
            ))}
          </tbody>
        </ListTable>
      )}
    </div>
  );
}

function sendQuestion({ ref, who, pack }: RequestView): Question {
  return {
    title: `Send the pack of ${ref} and close?`,
    text:
      `${pack.files} ${pack.files === 1 ? 'file goes' : 'files go'} to ${who ?? 'the person'}` +
      `${(pack.withheld ?? 0) > 0 ? `, ${pack.withheld} withheld` : ''}. A link that works once is mailed; it ` +
      `cannot be called back.`,
    yes: 'Send it and close',
  };
}

/** The answer in words, for rights that end with a letter. */
function ByLetter({ request, actions }: { request: RequestView; actions: RequestActs }) {
  const [text, setText] = useState(
    completionText(request.right as Right, { receivedOn: request.receivedOn, language: request.language }),
  );
  return (
    <div className="fields">
      <TextField
        label="What was done: our answer to the person"
        multiline
        minRows={3}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div>
        <ActButton
          primary
          act={() => actions.answerByLetter({ ref: request.ref, text })}
          disabled={text.trim().length < 10}
          done="Answered"
          ask={{
            title: 'Send this answer and close the request?',
            text: 'The letter goes to the person as it stands here; it cannot be called back.',
            yes: 'Send it and close',
          }}
        >
          Answer and close
        </ActButton>
      </div>
    </div>
  );
}
