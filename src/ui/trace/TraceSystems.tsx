'use client';

import type { RequestView } from '../../core/requests/views';
import type { StepView, TraceView } from '../../core/trace/views';
import { ActButton } from '../shared/ActButton';
import type { RequestActs } from '../shared/acts';

const WORD: Record<string, string> = {
  queued: '… waiting',
  running: '▸ searching',
  waiting: '↻ trying again',
  done: '✓',
  failed: '✕ failed',
};

/** Each system's part of a trace: how far it is, how much it looked at and how fast, what it found. */
export function TraceSystems({
  trace,
  request,
  actions,
}: {
  trace: TraceView;
  request: RequestView;
  actions: RequestActs;
}) {
  const names = [...new Set(trace.steps.map(({ name }) => name))];
  return (
    <div className="systems" role="status" aria-label="Systems searched">
      {names.map((name) => {
        const own = trace.steps.filter((step) => step.name === name);
        const worst =
          own.find(({ state }) => state === 'failed') ??
          own.find(({ state }) => state === 'waiting') ??
          own.find(({ state }) => state !== 'done') ??
          own.at(-1)!;
        const sum = (of: (step: StepView) => number) => own.reduce((total, step) => total + of(step), 0);
        const [found, scanned, leftOut] = [
          sum((step) => step.found),
          sum((step) => step.scanned),
          sum((step) => step.left_out),
        ];
        const rate = rateOf(own);
        return (
          <span key={name} className={worst.state === 'failed' ? 'late' : worst.state === 'waiting' ? 'ochre' : ''}>
            {trace.state === 'stopped' && worst.state === 'queued' ? '‖ stopped' : WORD[worst.state]} <b>{name}</b>{' '}
            {found} found
            {scanned > found && (
              <span className="muted">
                {' '}
                of {scanned.toLocaleString('en')}
                {rate ? `, ${rate.toLocaleString('en')}/s` : ''}
              </span>
            )}
            {leftOut > 0 && <span className="ochre"> {leftOut} no longer active left out</span>}
            {worst.error_text && worst.state !== 'done' ? `, ${worst.error_text} (try ${worst.tries})` : ''}{' '}
            {worst.state === 'failed' && request.mayWork && (
              <ActButton act={() => actions.retrySystem({ ref: request.ref, systemId: worst.system_id })}>
                Try again
              </ActButton>
            )}
          </span>
        );
      })}
    </div>
  );
}

/** Records looked at a second, over the steps that are done; null where that says nothing. */
function rateOf(steps: readonly StepView[]): number | null {
  const done = steps.filter(({ started_at, finished_at }) => started_at && finished_at);
  const seconds = done.reduce(
    (sum, { started_at, finished_at }) => sum + (Date.parse(finished_at!) - Date.parse(started_at!)) / 1000,
    0,
  );
  return seconds > 0 ? Math.round(done.reduce((sum, { scanned }) => sum + scanned, 0) / seconds) : null;
}
