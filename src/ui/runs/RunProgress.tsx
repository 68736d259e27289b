'use client';

import LinearProgress from '@mui/material/LinearProgress';
import { doneShare, type RunView } from '../../core/runs/views';
import { ActButton } from '../shared/ActButton';
import type { RunActs } from '../shared/acts';

export type StopRun = RunActs['cancelRun'];

const number = new Intl.NumberFormat('en');

/** How far long work is: “3 of 12 folios”, or “3 lines” where nobody knows how many there are. */
export function sayDone({ done, total }: Pick<RunView, 'done' | 'total'>, unit: string): string {
  return `${number.format(done)}${total === null ? '' : ` of ${number.format(total)}`} ${unit}`;
}

interface Props {
  run: RunView;
  /** What is being done, as the beginning of a sentence: “Verifying”. */
  what: string;
  /** What is counted: “folios”. */
  unit: string;
  /** Where it can be stopped and whoever looks may. */
  stop?: StopRun;
}

/** Long work that is under way, was stopped, or failed: the same wherever it is shown. What it came to is said by its page. */
export function RunProgress({ run, what, unit, stop }: Props) {
  if (run.state === 'finished') return null;
  if (run.state === 'failed')
    return (
      <p className="note bad" role="status">
        ✕ {what} did not come to its end after {sayDone(run, unit)}: {sayCause(run.cause)}
      </p>
    );
  if (run.state === 'cancelled')
    return (
      <p className="muted" role="status">
        {what} was stopped after {sayDone(run, unit)}.
      </p>
    );
  const share = doneShare(run);
  return (
    <div role="status" className="stack" style={{ gap: 6 }}>
      <div className="row between">
        <p>
          {what}: {sayDone(run, unit)}.{' '}
          {run.cause ? `It was interrupted (${run.cause}) and is tried again.` : 'You can leave; it goes on.'}
        </p>
        {run.mayCancel && stop && (
          <ActButton act={() => stop({ id: run.id })} done="Stopped">
            Stop
          </ActButton>
        )}
      </div>
      <LinearProgress
        aria-label={what}
        {...(share === null ? {} : { variant: 'determinate' as const, value: Math.round(share * 100) })}
      />
    </div>
  );
}

/** The state of a piece of long work, in a row of a list that has its counts in columns of their own; it can be stopped there as well. */
export function RunState({ run, stop }: { run: RunView | null | undefined; stop?: StopRun }) {
  if (!run) return '–';
  if (run.state === 'failed') return <span className="late">✕ {sayCause(run.cause)}</span>;
  if (run.state === 'cancelled') return <span className="muted">stopped</span>;
  if (run.state === 'finished') return 'finished';
  return (
    <span className="row">
      <span role="status">running</span>
      {run.mayCancel && stop && (
        <ActButton act={() => stop({ id: run.id })} done="Stopped">
          Stop
        </ActButton>
      )}
    </span>
  );
}

function sayCause(cause: string | null): string {
  if (cause === 'gone') return 'what it was about is gone.';
  return cause ?? 'nobody knows why.';
}
