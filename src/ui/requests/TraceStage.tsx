'use client';

import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { sayDay } from '../../core/shared/days';
import type { RequestView, TraceView } from '../../core/requests/views';
import { ActButton } from '../parts/ActButton';
import { MatchReview } from './MatchReview';
import type { RequestActions } from './actions';

/** The trace as it runs, and the review of what it found; partial results show as they arrive. */
export function TraceStage({ request, first, actions }: { request: RequestView; first: TraceView | null; actions: RequestActions }) {
  const { data: trace, refetch } = useQuery<TraceView | null>({
    queryKey: ['trace', request.ref, first?.id ?? 'none'],
    queryFn: async () => (await fetch(`/api/staff/trace/${request.ref}`)).json() as Promise<TraceView | null>,
    initialData: first,
    refetchInterval: (query) => (query.state.data?.state === 'running' ? 800 : false),
  });
  // What the server rendered anew (after an act) is newer than what was fetched before.
  const client = useQueryClient();
  useEffect(() => {
    client.setQueryData(['trace', request.ref, first?.id ?? 'none'], first);
  }, [client, first, request.ref]);
  if (!trace) {
    return <div className="body">{request.mayWork ? <ActButton primary act={() => actions.beginTrace(request.ref)}>Start the trace</ActButton> : <p className="muted">Not started.</p>}</div>;
  }
  if (trace.matches.length === 0 && request.stage === 'closed') return <div className="body"><p className="muted">Search keys and records went with the erasure.</p></div>;
  return (
    <>
      <div className="body">
        <Systems trace={trace} request={request} actions={actions} />
        <Limits trace={trace} request={request} actions={actions} />
        <div className="row between">
          <p className="muted">{trace.matches.length} records, {trace.undecided} without a verdict · searched by {keysInWords(trace.keys)}</p>
          {request.mayWork && request.decision.outcome === 'none' && (
            <div className="row">
              {(['certain', 'likely'] as const).map((band) => {
                const count = trace.matches.filter((match) => match.band === band && match.verdict === null).length;
                return count > 0 && <ActButton key={band} act={async () => { const result = await actions.judgeBand(request.ref, band); await refetch(); return result; }}>Accept {count} {band}</ActButton>;
              })}
              {trace.state === 'finished' && <ActButton act={() => actions.beginTrace(request.ref)}>Trace again</ActButton>}
            </div>
          )}
        </div>
      </div>
      {trace.matches.length === 0 ? <p className="empty">{trace.state === 'running' ? 'Nothing found yet.' : 'Nothing was found in any system.'}</p> : <MatchReview request={request} trace={trace} actions={actions} onChange={() => void refetch()} />}
    </>
  );
}

/** The kinds of key that were searched by: first those that were given, then those that records taught on the way. */
function keysInWords(keys: TraceView['keys']): string {
  const kinds = (taught: boolean) => [...new Set(keys.filter((key) => key.taught === taught).map((key) => key.kind.replace('-', ' ')))].join(', ');
  return kinds(true) ? `${kinds(false)}; learnt from what was found: ${kinds(true)}` : kinds(false);
}

/** What is still to come from owners, and what could not be read: both are named in the letter if they stay so. */
function Limits({ trace, request, actions }: { trace: TraceView; request: RequestView; actions: RequestActions }) {
  return (
    <>
      {trace.helpers.map((task) => (
        <p key={task.id} className="row" style={{ gap: 8 }}>
          <span className={task.state === 'open' ? 'ochre' : ''}>{task.state === 'open' ? '✉' : task.state === 'done' ? '✓' : '–'} <b>{task.system}</b> its owner was asked, {task.state === 'open' ? `due ${sayDay(task.dueOn)}` : task.state === 'done' ? `answered${task.uploads > 0 ? ` with ${task.uploads} ${task.uploads === 1 ? 'file' : 'files'}` : ': nothing found'}` : 'gone on without'}{task.answer ? `: “${task.answer}”` : ''}</span>
          {task.state === 'open' && task.kind === 'search' && request.mayWork && <ActButton act={() => actions.withoutHelper(request.ref, task.id)} done="The letter will say that it was not searched">Go on without</ActButton>}
        </p>
      ))}
      {trace.problems.length > 0 && (
        <details>
          <summary className="ochre">▲ {trace.problems.length} {trace.problems.length === 1 ? 'file' : 'files'} could not be read; the letter says so</summary>
          <ul>{trace.problems.map((problem, i) => <li key={i}>{problem.system} · <span className="mono">{problem.place}</span>: {problem.text}</li>)}</ul>
        </details>
      )}
    </>
  );
}

function Systems({ trace, request, actions }: { trace: TraceView; request: RequestView; actions: RequestActions }) {
  const word: Record<string, string> = { queued: '… waiting', running: '▸ searching', waiting: '↻ trying again', done: '✓', failed: '✕ failed' };
  const names = [...new Set(trace.steps.map(({ name }) => name))];
  return (
    <div className="systems" role="status" aria-label="Systems searched">
      {names.map((name) => {
        const own = trace.steps.filter((step) => step.name === name);
        const worst = own.find(({ state }) => state === 'failed') ?? own.find(({ state }) => state === 'waiting') ?? own.find(({ state }) => state !== 'done') ?? own.at(-1)!;
        const found = own.reduce((sum, step) => sum + step.found, 0);
        return (
          <span key={name} className={worst.state === 'failed' ? 'late' : worst.state === 'waiting' ? 'ochre' : ''}>
            {word[worst.state]} <b>{name}</b> {found} found{worst.error_text && worst.state !== 'done' ? `, ${worst.error_text} (try ${worst.tries})` : ''}{' '}
            {worst.state === 'failed' && request.mayWork && <ActButton act={() => actions.searchAgain(request.ref, worst.system_id)}>Try again</ActButton>}
          </span>
        );
      })}
    </div>
  );
}
