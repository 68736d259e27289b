'use client';

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useActionState, useRef, useState, type FormEvent } from 'react';
import { sayDay } from '../../core/shared/days';
import type { TaskView } from '../../core/helpers/views';
import type { TaskActs } from '../shared/acts';
import { failureOf, NOTHING_POSTED, notPosted, type PostAction } from '../shared/posted';
import { FailureNote } from '../shared/FailureNote';

interface Props extends Pick<TaskActs, 'openTask' | 'finishTask'> {
  token: string;
  /** For a page whose scripts have not run. */
  postOpen?: PostAction<TaskView>;
  postFinish?: PostAction;
}

const LOST = 'We could not be reached. Nothing is lost; try again.';

/** What the owner of a system is asked, and how they hand it over. */
export function HelperTask({ token, openTask, finishTask, postOpen = notPosted, postFinish = notPosted }: Props) {
  const [shown, showAction] = useActionState(postOpen, NOTHING_POSTED);
  const [ended, endAction] = useActionState(postFinish, NOTHING_POSTED);
  const [task, setTask] = useState<TaskView | null>(shown.result?.ok ? shown.result.value : null);
  const [failure, setFailure] = useState<string | null>(failureOf(shown) ?? failureOf(ended));
  const [sent, setSent] = useState<string[]>([]);
  const [answer, setAnswer] = useState('');
  const [isDone, setDone] = useState(ended.result?.ok ?? false);
  const [isBusy, setBusy] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const run = async (work: () => Promise<void>) => {
    setBusy(true);
    setFailure(null);
    await work().catch(() => setFailure(LOST));
    setBusy(false);
  };
  const show = () =>
    run(async () => {
      const result = await openTask({ token });
      if (result.ok) setTask(result.value);
      else setFailure(result.message);
    });
  const upload = (chosen: File) =>
    run(async () => {
      const response = await fetch(`/task/${token}/upload`, {
        method: 'POST',
        body: chosen,
        headers: { 'x-file-name': encodeURIComponent(chosen.name) },
      });
      const body = (await response.json()) as { message?: string; found?: number; problems?: string[] };
      if (!response.ok) return setFailure(body.message ?? LOST);
      setSent([
        ...sent,
        `${chosen.name}: ${body.found} ${body.found === 1 ? 'record' : 'records'} taken over` +
          `${body.problems?.length ? `. ${body.problems.join(' ')}` : ''}`,
      ]);
      if (file.current) file.current.value = '';
    });
  const end = () =>
    run(async () => {
      const result = await finishTask({ token, answer });
      if (result.ok) setDone(true);
      else setFailure(result.message);
    });
  if (isDone)
    return (
      <p className="note good" role="status">
        Thank you. The privacy team goes on from here; this link is used up now.
      </p>
    );
  if (!task)
    return (
      <>
        <FailureNote text={failure} />
        <p>
          You look after a system that we cannot search ourselves. Press to see what is asked. What you will see is
          confidential.
        </p>
        <form
          action={showAction}
          onSubmit={(event: FormEvent) => {
            event.preventDefault();
            void show();
          }}
        >
          <Button type="submit" variant="contained" size="medium" disabled={isBusy}>
            Show what is asked
          </Button>
        </form>
      </>
    );
  return (
    <form
      action={endAction}
      onSubmit={(event: FormEvent) => {
        event.preventDefault();
        void end();
      }}
      className="fields"
    >
      <FailureNote text={failure} />
      <p>
        {task.kind === 'search' ? (
          <>
            Please look into <b>{task.system}</b> for this person and hand over everything you find, by{' '}
            <b>{sayDay(task.dueOn)}</b>:
          </>
        ) : (
          <>
            Please remove this from <b>{task.system}</b>, by <b>{sayDay(task.dueOn)}</b>:
          </>
        )}
      </p>
      <p className="note slate" style={{ whiteSpace: 'pre-wrap' }}>
        {task.what}
      </p>
      {task.kind === 'search' && (
        <>
          <label>
            Files: scans, tables, documents, a ZIP of several{' '}
            <input
              ref={file}
              type="file"
              disabled={isBusy}
              onChange={(event) => {
                const [chosen] = event.target.files ?? [];
                if (chosen) void upload(chosen);
              }}
            />
          </label>
          {sent.length > 0 && (
            <ul role="status">
              {sent.map((one) => (
                <li key={one}>{one}</li>
              ))}
            </ul>
          )}
        </>
      )}
      <TextField
        name="answer"
        label="Anything to say about it"
        multiline
        minRows={2}
        value={answer}
        onChange={(event) => setAnswer(event.target.value)}
      />
      <div>
        <Button type="submit" variant="contained" size="medium" disabled={isBusy}>
          {task.kind === 'erase'
            ? 'It is removed'
            : sent.length + task.uploads > 0
              ? 'That is all'
              : 'Nothing is there'}
        </Button>
      </div>
    </form>
  );
}
