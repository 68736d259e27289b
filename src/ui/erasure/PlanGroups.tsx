'use client';

import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useInfiniteQuery } from '@tanstack/react-query';
import { sayReasons } from '../../core/words/reasons';
import type { PlanGroup, PlanLine, PlanPage, PlanView } from '../../core/erasure/views';
import { Fold } from '../shared/Fold';
import { ListTable } from '../shared/ListTable';

export const ACTION: Record<string, { mark: string; tone: string; word: string }> = {
  erase: { mark: '✕', tone: 'late', word: 'erase' },
  anonymise: { mark: '◐', tone: 'ochre', word: 'anonymise' },
  keep: { mark: '■', tone: '', word: 'keep' },
};
const STATE: Record<string, string> = {
  intended: 'waits',
  accepted: 'taken, not yet confirmed',
  done: '✓ done',
  failed: '✕ failed',
};

/** The plan by system and collection, each opened to its lines; while it runs, what is done, what is next and what waits. */
export function PlanGroups({ plan, requestRef }: { plan: PlanView; requestRef: string }) {
  const next = plan.state === 'executing' ? plan.groups.find(({ operations }) => operations.intended > 0) : undefined;
  return (
    <div role="region" aria-label="Plan by system" className="plan-groups">
      {plan.groups.map((group) => (
        <Fold
          key={`${group.system}/${group.collection}`}
          summary={<Summary group={group} isNext={group === next} />}
          isOpen={plan.groups.length === 1}
        >
          <Lines plan={plan} group={group} requestRef={requestRef} />
        </Fold>
      ))}
    </div>
  );
}

function Summary({ group, isNext }: { group: PlanGroup; isNext: boolean }) {
  const { intended, accepted, done, failed } = group.operations;
  const all = intended + accepted + done + failed;
  const ways = (['erase', 'anonymise', 'keep'] as const).filter((way) => group[way] > 0);
  return (
    <span className="row between">
      <span>
        <b>{group.systemName}</b> · {group.collection}
      </span>
      <span className="row">
        {ways.map((way) => (
          <span key={way} className={ACTION[way]!.tone}>
            {ACTION[way]!.mark} {group[way].toLocaleString('en')} to {ACTION[way]!.word}
          </span>
        ))}
        {all > 0 && (
          <span className="muted">
            {done === all ? '✓ done' : `${done.toLocaleString('en')} of ${all.toLocaleString('en')} done`}
            {accepted > 0 ? `, ${accepted} taken, not yet confirmed` : ''}
            {failed > 0 ? `, ${failed} failed` : ''}
            {isNext
              ? ', next'
              : intended > 0
                ? `, ${intended.toLocaleString('en')} ${intended === 1 ? 'waits' : 'wait'}`
                : ''}
          </span>
        )}
      </span>
    </span>
  );
}

function Lines({ plan, group, requestRef }: { plan: PlanView; group: PlanGroup; requestRef: string }) {
  const place = new URLSearchParams({ system: group.system, collection: group.collection });
  const { data, isError, isPending, hasNextPage, isFetchingNextPage, fetchNextPage, refetch } = useInfiniteQuery({
    // What is done so far is a part of the name: as the plan moves, lines that are open show their states anew.
    queryKey: ['plan-lines', plan.id, plan.state, group.system, group.collection, group.operations],
    queryFn: async ({ pageParam }): Promise<PlanPage> => {
      const response = await fetch(`/api/staff/plans/${requestRef}?${place.toString()}&after=${pageParam}`);
      if (!response.ok) throw new Error('not shown');
      return (await response.json()) as PlanPage;
    },
    initialPageParam: -1,
    getNextPageParam: ({ after }) => after,
    placeholderData: (before) => before,
  });
  if (isError)
    return (
      <p className="note bad row between" role="alert">
        <span>These lines could not be shown. Nothing of the plan has changed.</span>
        <Button onClick={() => void refetch()}>Show them again</Button>
      </p>
    );
  if (isPending) return <LinearProgress aria-label="Opening the lines" />;
  const lines = data.pages.flatMap((page) => page.lines);
  const all = group.erase + group.anonymise + group.keep;
  return (
    <div className="stack">
      <ListTable>
        <thead>
          <tr>
            <th>action</th>
            <th>what</th>
            <th>because</th>
            <th>state</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <Line key={line.position} line={line} />
          ))}
        </tbody>
      </ListTable>
      {hasNextPage && (
        <p className="row">
          <Button onClick={() => void fetchNextPage()} loading={isFetchingNextPage}>
            Show more
          </Button>
          <span className="muted">
            {lines.length.toLocaleString('en')} of {all.toLocaleString('en')}
          </span>
        </p>
      )}
    </div>
  );
}

function Line({ line }: { line: PlanLine }) {
  const way = ACTION[line.action];
  const waits = line.doer === 'bookend' ? 'last, by Bookend' : line.action === 'keep' ? '–' : 'planned';
  return (
    <tr>
      <td className={`nowrap ${way?.tone}`}>
        {way?.mark} {line.rule === 'kept-apart' ? 'keep apart, without their name' : way?.word}
        {line.restrict ? ', restricted' : ''}
      </td>
      <td>{line.title.slice(0, 80)}</td>
      <td className="muted">{sayReasons(line.reasons)}</td>
      <td className="nowrap">{(line.state && STATE[line.state]) ?? waits}</td>
    </tr>
  );
}
