'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';
import { sayDay } from '../../core/shared/days';
import type { TaskView } from '../../core/requests/views';
import type { ActionResult } from '../parts/actionResult';

interface Props {
  token: string;
  open: (token: string) => Promise<ActionResult<TaskView>>;
  finish: (token: string, answer: string) => Promise<ActionResult>;
}

const LOST = 'We could not be reached. Nothing is lost; try again.';

/** What the owner of a system is asked, and how they hand it over. */
export function HelperTask({ token, open, finish }: Props) {
  const [task, setTask] = useState<TaskView | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [sent, setSent] = useState<string[]>([]);
  const [answer, setAnswer] = useState('');
  const [isDone, setDone] = useState(false);
  const [isBusy, setBusy] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const run = async (work: () => Promise<void>) => {
    setBusy(true);
    setFailure(null);
    await work().catch(() => setFailure(LOST));
    setBusy(false);
  };
  const show = () => run(async () => { const result = await open(token); if (result.ok) setTask(result.value); else setFailure(result.message); });
  const upload = (chosen: File) => run(async () => {
    const response = await fetch(`/task/${token}/upload`, { method: 'POST', body: chosen, headers: { 'x-file-name': encodeURIComponent(chosen.name) } });
    const body = (await response.json()) as { message?: string; found?: number; problems?: string[] };
    if (!response.ok) return setFailure(body.message ?? LOST);
    setSent([...sent, `${chosen.name}: ${body.found} ${body.found === 1 ? 'record' : 'records'} taken over${body.problems?.length ? `. ${body.problems.join(' ')}` : ''}`]);
    if (file.current) file.current.value = '';
  });
  const end = () => run(async () => { const result = await finish(token, answer); if (result.ok) setDone(true); else setFailure(result.message); });
  if (isDone) return <p className="note good" role="status">Thank you. The privacy team goes on from here; this link is used up now.</p>;
  if (!task) return <>{failure && <p className="note bad" role="alert">{failure}</p>}<p>You look after a system that we cannot search ourselves. Press to see what is asked. What you will see is confidential.</p><Button variant="contained" size="medium" disabled={isBusy} onClick={() => void show()}>Show what is asked</Button></>;
  return (
    <div className="fields">
      {failure && <p className="note bad" role="alert">{failure}</p>}
      <p>{task.kind === 'search' ? <>Please look into <b>{task.system}</b> for this person and hand over everything you find, by <b>{sayDay(task.dueOn)}</b>:</> : <>Please remove this from <b>{task.system}</b>, by <b>{sayDay(task.dueOn)}</b>:</>}</p>
      <p className="note slate" style={{ whiteSpace: 'pre-wrap' }}>{task.what}</p>
      {task.kind === 'search' && (
        <>
          <label>Files: scans, tables, documents, a ZIP of several <input ref={file} type="file" disabled={isBusy} onChange={(event) => { const [chosen] = event.target.files ?? []; if (chosen) void upload(chosen); }} /></label>
          {sent.length > 0 && <ul role="status">{sent.map((one) => <li key={one}>{one}</li>)}</ul>}
        </>
      )}
      <TextField label="Anything to say about it" multiline minRows={2} value={answer} onChange={(event) => setAnswer(event.target.value)} />
      <div><Button variant="contained" size="medium" disabled={isBusy} onClick={() => void end()}>{task.kind === 'erase' ? 'It is removed' : sent.length + task.uploads > 0 ? 'That is all' : 'Nothing is there'}</Button></div>
    </div>
  );
}
