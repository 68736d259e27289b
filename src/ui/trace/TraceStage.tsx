'use client';

import { useNews } from '../shared/useNews';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useState } from 'react';
import { NO_CONDITIONS, sayConditions, type TraceConditions } from '../../core/trace/conditions';
import { sayDay } from '../../core/shared/days';
import type { RequestView } from '../../core/requests/views';
import type { TraceView } from '../../core/trace/views';
import { ActButton } from '../shared/ActButton';
import { MatchReview } from './MatchReview';
import { TraceKeys } from './TraceKeys';
import { TraceSystems } from './TraceSystems';
import type { RequestActs } from '../shared/acts';
import { Fold } from '../shared/Fold';
import { groupHeads, sayFound, sayGroups } from '../../core/trace/counts';

// Looked for everything mostly: what narrows a search is fetched when it is unfolded.
const ConditionRows = lazy(() => import('./ConditionRows').then((part) => ({ default: part.ConditionRows })));

/** The trace as it runs, and the review of what it found; partial results show as they arrive. */
export function TraceStage({
  request,
  first,
  actions,
}: {
  request: RequestView;
  first: TraceView | null;
  actions: RequestActs;
}) {
  const { data: trace, refetch } = useQuery<TraceView | null>({
    queryKey: ['trace', request.ref, first?.id ?? 'none'],
    queryFn: async () => {
      const response = await fetch(`/api/staff/trace/${request.ref}`);
      if (!response.ok) throw new Error('not shown');
      return (await response.json()) as TraceView | null;
    },
    initialData: first,
  });
  useNews(trace?.state === 'running', refetch);
  // What the server rendered anew (after an act) is newer than what was fetched before.
  const client = useQueryClient();
  useEffect(() => {
    client.setQueryData(['trace', request.ref, first?.id ?? 'none'], first);
  }, [client, first, request.ref]);
  if (!trace)
    return (
      <div className="body stack">
        {request.mayWork ? (
          <Begin
            request={request}
            start={NO_CONDITIONS}
            systems={[]}
            words="Start the trace"
            isPrimary
            actions={actions}
          />
        ) : (
          <p className="muted">Not started.</p>
        )}
      </div>
    );
  if (trace.matches.length === 0 && request.stage === 'closed')
    return (
      <div className="body">
        <p className="muted">Search keys and records went with the erasure.</p>
      </div>
    );
  return (
    <div className="trace-room">
      <div className="body">
        <TraceSystems trace={trace} request={request} actions={actions} />
        {trace.conditions.rows.length > 0 && (
          <p className="note">{sayConditions(trace.conditions)} What lies outside is no part of the answer.</p>
        )}
        <Limits trace={trace} request={request} actions={actions} />
        <div className="row between">
          <p className="muted">{countsInWords(trace)}</p>
          {request.mayWork && request.decision.outcome === 'none' && (
            <div className="row">
              {(['certain', 'likely'] as const).map((band) => {
                const count = groupHeads(trace.matches).filter(
                  (match) => match.band === band && match.verdict === null && !match.isOutside,
                ).length;
                return (
                  count > 0 && (
                    <ActButton
                      key={band}
                      act={async () => {
                        const result = await actions.acceptBand({ ref: request.ref, band });
                        await refetch();
                        return result;
                      }}
                    >
                      Accept {sayGroups(count).replace(' ', ` ${band} `)}
                    </ActButton>
                  )
                );
              })}
              {trace.state === 'running' && (
                <ActButton act={() => actions.stopTrace({ ref: request.ref })} done="Stopped; what was found stays">
                  Stop the trace
                </ActButton>
              )}
              {trace.state !== 'running' && (
                <ActButton act={() => actions.startTrace({ ref: request.ref, conditions: trace.conditions })}>
                  Trace again
                </ActButton>
              )}
              {trace.state === 'stopped' && (
                <ActButton primary act={() => actions.resumeTrace({ ref: request.ref })}>
                  Go on with the trace
                </ActButton>
              )}
            </div>
          )}
        </div>
        <TraceKeys trace={trace} request={request} actions={actions} />
        {trace.state !== 'running' && request.mayWork && request.decision.outcome === 'none' && (
          <Fold key={trace.id} summary="Look only for some of it">
            <div className="stack" style={{ marginTop: 8 }}>
              <Begin
                request={request}
                start={trace.conditions}
                systems={[...new Set(trace.steps.map(({ name }) => name))]}
                words="Trace again with these"
                isPrimary={false}
                actions={actions}
              />
            </div>
          </Fold>
        )}
      </div>
      {trace.matches.length === 0 ? (
        <p className="empty">{trace.state === 'running' ? 'Nothing found yet.' : 'Nothing was found in any system.'}</p>
      ) : (
        <MatchReview request={request} trace={trace} actions={actions} onChange={refetch} />
      )}
    </div>
  );
}

/** Begins a trace, of everything or of what some conditions say. */
function Begin({
  request,
  start,
  systems,
  words,
  isPrimary,
  actions,
}: {
  request: RequestView;
  start: TraceConditions;
  systems: readonly string[];
  words: string;
  isPrimary: boolean;
  actions: RequestActs;
}) {
  const [conditions, setConditions] = useState<TraceConditions | null>(start);
  return (
    <>
      <div className="row">
        <ActButton
          primary={isPrimary}
          disabled={conditions === null}
          act={() => actions.startTrace({ ref: request.ref, conditions: conditions ?? NO_CONDITIONS })}
        >
          {words}
        </ActButton>
      </div>
      <Suspense>
        <ConditionRows start={start} systems={systems} change={setConditions} />
      </Suspense>
    </>
  );
}

function countsInWords({ matches, undecided }: TraceView): string {
  const count = (fits: (match: TraceView['matches'][number]) => boolean) => matches.filter(fits).length;
  const more = [
    [count(({ isOutside }) => isOutside), 'outside of the conditions'],
    [count(({ news }) => news === 'new'), 'new since the last trace'],
    [count(({ news }) => news === 'changed'), 'changed since'],
    [count(({ second }) => second !== null && second.verdict === null), 'wait for a second reader'],
  ] as const;
  return [
    sayFound(matches.length, groupHeads(matches).length, undecided),
    ...more.filter(([n]) => n > 0).map(([n, words]) => `${n} ${words}`),
  ].join(', ');
}

/** What is still to come from owners, and what could not be read: both are named in the letter if they stay so. */
function Limits({ trace, request, actions }: { trace: TraceView; request: RequestView; actions: RequestActs }) {
  return (
    <>
      {trace.helpers.map((task) => (
        <p key={task.id} className="row" style={{ gap: 8 }}>
          <span className={task.state === 'open' ? 'ochre' : ''}>
            {task.state === 'open' ? '✉' : task.state === 'done' ? '✓' : '–'} <b>{task.system}</b> its owner was asked,{' '}
            {task.state === 'open'
              ? `due ${sayDay(task.dueOn)}`
              : task.state === 'done'
                ? `answered${task.uploads > 0 ? ` with ${task.uploads} ${task.uploads === 1 ? 'file' : 'files'}` : ': nothing found'}`
                : 'gone on without'}
            {task.answer ? `: “${task.answer}”` : ''}
          </span>
          {task.state === 'open' && task.kind === 'search' && request.mayWork && (
            <ActButton
              act={() => actions.cancelTask({ ref: request.ref, taskId: task.id })}
              done="The letter will say that it was not searched"
              ask={{
                title: `Go on without ${task.system}?`,
                text: `Its owner’s answer is not waited for after this, and the letter says that ${task.system} was not searched.`,
                yes: `Go on without ${task.system}`,
              }}
            >
              Go on without
            </ActButton>
          )}
        </p>
      ))}
      {trace.gone.length > 0 && (
        <Fold
          summary={
            <>
              {trace.gone.length} {trace.gone.length === 1 ? 'record' : 'records'} of the trace before{' '}
              {trace.gone.length === 1 ? 'was' : 'were'} not found again
            </>
          }
        >
          <ul>
            {trace.gone.map((record) => (
              <li key={record.system + record.place}>
                {record.system} · {record.title} <span className="mono muted">{record.place}</span>
              </li>
            ))}
          </ul>
        </Fold>
      )}
      {trace.problems.length > 0 && (
        <Fold
          summary={
            <span className="ochre">
              ▲ {trace.problems.length} {trace.problems.length === 1 ? 'part' : 'parts'} could not be read; the letter
              says so
            </span>
          }
        >
          <ul>
            {trace.problems.map((problem, i) => (
              <li key={i}>
                {problem.system} · <span className="mono">{problem.place}</span>: {problem.text}
              </li>
            ))}
          </ul>
        </Fold>
      )}
    </>
  );
}
