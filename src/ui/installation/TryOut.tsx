'use client';

import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { SectionView } from '../../core/installation/views';
import { sayInstant } from '../../core/shared/days';
import { ActButton } from '../shared/ActButton';
import type { SetupActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';

/** Whether mail works is seen by a message that arrives, not by a server that takes it. */
export function MailProof({
  view,
  zone,
  actions,
}: {
  view: SectionView;
  zone: string;
  actions: Pick<SetupActs, 'tryMail' | 'confirmMail'>;
}) {
  const [word, setWord] = useState('');
  const [to, setTo] = useState<string | null>(null);
  return (
    <section className="sheet" style={{ marginTop: 14 }} aria-labelledby="prove">
      <header>
        <h2 id="prove">Does mail arrive?</h2>
        <span className="muted">{view.provenAt ? `seen to, ${sayInstant(view.provenAt, zone)}` : 'not seen yet'}</span>
      </header>
      {view.mayChange && (
        <div className="pad stack">
          <p className="muted">
            A server may take a message and deliver nothing. So send yourself one: a word stands in it, which you type
            here.
          </p>
          <div className="row">
            <ActButton
              primary={!view.isBeingProven && !view.provenAt}
              act={async () => {
                const result = await actions.tryMail();
                if (result.ok) setTo(result.value.to);
                return result;
              }}
              done="The server took it. Look into your mail"
            >
              Send me a message
            </ActButton>
            {to && <span role="status">Sent to {to}.</span>}
          </div>
          {(view.isBeingProven || to) && (
            <form className="row" onSubmit={(event) => event.preventDefault()} aria-label="The word of the message">
              <TextField
                label="Word from the message"
                value={word}
                onChange={(event) => setWord(event.target.value)}
                sx={{ maxWidth: 240 }}
              />
              <ActButton
                primary
                disabled={word.trim().length < 6}
                act={() => actions.confirmMail({ word })}
                done="Mail arrives"
              >
                It arrived
              </ActButton>
            </form>
          )}
        </div>
      )}
    </section>
  );
}

/** Whether the mailbox can be opened, and how much lies in it. */
export function MailboxTry({ tryMailbox }: Pick<SetupActs, 'tryMailbox'>) {
  const [found, setFound] = useState<number | null>(null);
  return (
    <section className="sheet" style={{ marginTop: 14 }} aria-labelledby="look">
      <header>
        <h2 id="look">Can it be opened?</h2>
      </header>
      <div className="pad row">
        <ActButton
          act={async (): Promise<ActionResult<{ messages: number }>> => {
            const result = await tryMailbox();
            if (result.ok) setFound(result.value.messages);
            return result;
          }}
        >
          Look into it
        </ActButton>
        <span className="muted" role="status">
          {found === null
            ? 'Save first. Nothing is read or marked by looking.'
            : `It opens; ${found} ${found === 1 ? 'message lies' : 'messages lie'} in it.`}
        </span>
      </div>
    </section>
  );
}
