'use client';

import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { RequestView } from '../../core/requests/views';
import { ActButton } from '../parts/ActButton';
import { PlanPanel } from './PlanPanel';
import type { RequestActions } from './actions';

/** What the decision asks for: a pack, an erasure plan, or a letter that says what was done by hand. */
export function CarryOutStage({ request, actions }: { request: RequestView; actions: RequestActions }) {
  if (request.right === 'erasure') return <PlanPanel request={request} actions={actions} />;
  if (request.right === 'access' || request.right === 'portability') return <PackPanel request={request} actions={actions} />;
  return <ByHand request={request} actions={actions} />;
}

function PackPanel({ request, actions }: { request: RequestView; actions: RequestActions }) {
  const { pack } = request;
  return (
    <div className="body stack">
      {pack.state === 'none' && <p className="muted">The pack holds the cover letter, every record in JSON and CSV, the messages, a list of what is withheld and why, and a manifest.</p>}
      {pack.state === 'building' && <p className="note slate">The pack is being built. You can leave; it goes on.</p>}
      {pack.files !== null && <p>{pack.files} files, {Math.ceil((pack.bytes ?? 0) / 1024)} kB, {pack.withheld} withheld. <span className="mono muted">SHA-256 {pack.sha256?.slice(0, 16)}…</span></p>}
      {request.mayWork && pack.state !== 'building' && <div><ActButton primary={pack.state === 'none'} act={() => actions.beginPack(request.ref)}>{pack.state === 'none' ? 'Build the pack' : 'Build it again'}</ActButton></div>}
    </div>
  );
}

function ByHand({ request, actions }: { request: RequestView; actions: RequestActions }) {
  const [text, setText] = useState('');
  if (!request.mayWork) return null;
  return (
    <div className="body fields">
      <p className="muted">This right is carried out in the systems by hand for now. Say what was done: it is the answer to the person.</p>
      <TextField label="What was done" multiline minRows={3} value={text} onChange={(event) => setText(event.target.value)} />
      <div><ActButton primary act={() => actions.answerWith(request.ref, text)} disabled={text.trim().length < 10} done="Answered">Answer and close</ActButton></div>
    </div>
  );
}
