'use client';

import { spellOut } from '../../core/words/spellOut';
import Button from '@mui/material/Button';
import Link from '../shared/Link';
import { useMemo } from 'react';
import type { DriftView } from '../../core/drift/views';
import { dayIn, sayDay, sayInstant, sayShortInstant } from '../../core/shared/days';
import { ActButton } from '../shared/ActButton';
import { RunState, type StopRun } from '../runs/RunProgress';
import type { LedgerActs } from '../shared/acts';
import { ListTable } from '../shared/ListTable';
import { Grid } from '../grid/Grid';
import { type GridColumn } from '../grid/gridTypes';

/** How a system differs from the ledger, in words. */
export const WAY = { looser: 'permits, the ledger does not', stricter: 'refuses, the ledger permits' } as const;

export interface DriftActs extends Pick<LedgerActs, 'startComparison' | 'putRight' | 'believe'> {
  stop: StopRun;
}

interface Props {
  view: DriftView;
  zone: string;
  actions: DriftActs;
}

/** When each system was compared, and what was found. */
export function Compared({ view, zone, actions }: Props) {
  return (
    <section className="sheet wrap" tabIndex={0} style={{ marginBottom: 14 }} aria-labelledby="compared">
      <header>
        <h2 id="compared">Compared</h2>
        <span className="muted">each night, and when you ask</span>
      </header>
      <ListTable>
        <thead>
          <tr>
            <th>system</th>
            <th>when</th>
            <th className="num">compared</th>
            <th className="num">differ</th>
            <th className="num">not in the ledger</th>
            <th>state</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {view.systems.map(({ id, name, run }) => (
            <tr key={id}>
              <td>
                <b>{name}</b>
              </td>
              <td className="nowrap muted">{run ? sayInstant(run.finishedAt ?? run.startedAt, zone) : 'never'}</td>
              <td className="num">{run?.done ?? '–'}</td>
              <td className="num">{run?.counts['found'] ?? '–'}</td>
              <td className="num">{run?.counts['unknown'] ?? '–'}</td>
              <td>
                <RunState run={run} stop={actions.stop} />
              </td>
              <td style={{ textAlign: 'right' }}>
                {view.mayCorrect && (
                  <ActButton act={() => actions.startComparison({ systemId: id })} disabled={run?.state === 'running'}>
                    Compare
                  </ActButton>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </ListTable>
    </section>
  );
}

/** Differences by system, purpose and age; all of a row are settled at once. */
export function Board({ view, actions }: Omit<Props, 'zone'>) {
  if (view.board.length === 0) return null;
  return (
    <section className="sheet wrap" tabIndex={0} style={{ marginBottom: 14 }} aria-labelledby="board">
      <header>
        <h2 id="board">By purpose and age</h2>
      </header>
      <ListTable>
        <thead>
          <tr>
            <th>system</th>
            <th>purpose</th>
            <th>how it differs</th>
            <th className="num">today</th>
            <th className="num">this week</th>
            <th className="num">older</th>
            <th className="num">in work</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {view.board.map((row) => (
            <tr key={`${row.systemId}${row.purpose}${row.direction}`}>
              <td className="nowrap">{row.system}</td>
              <td className="nowrap">{row.title}</td>
              <td className={row.direction === 'looser' ? 'late' : ''}>
                {row.direction === 'looser' ? '▲' : '▽'} {WAY[row.direction]}
              </td>
              <td className="num">{row.ages.today}</td>
              <td className="num">{row.ages['this week']}</td>
              <td className="num">{row.ages.older}</td>
              <td className="num">{row.inWork}</td>
              <td style={{ textAlign: 'right' }}>
                {view.mayCorrect &&
                  row.open > 0 &&
                  (row.direction === 'looser' ? (
                    <ActButton
                      primary
                      act={() => actions.putRight({ systemId: row.systemId, purpose: row.purpose, count: row.open })}
                      done="Written down; the worker puts it right"
                      ask={{
                        title: `Put ${row.open} right in ${row.system}?`,
                        text:
                          `${row.open} ${row.open === 1 ? 'record' : 'records'} in ${row.system} ${row.open === 1 ? 'is' : 'are'} ` +
                          `changed to what the ledger says of “${row.title}”. Nobody there is asked.`,
                        yes: `Put ${row.open} right`,
                      }}
                    >
                      Put {row.open} right
                    </ActButton>
                  ) : (
                    <ActButton
                      act={() => actions.believe({ systemId: row.systemId, purpose: row.purpose, count: row.open })}
                      done="They are choices in the ledger now"
                      ask={{
                        title: `Believe ${row.system} in ${row.open} ${row.open === 1 ? 'case' : 'cases'}?`,
                        text:
                          `${row.open} ${row.open === 1 ? 'choice is' : 'choices are'} recorded in the ledger for “${row.title}”. ` +
                          `The ledger keeps everything: they stay there for good.`,
                        yes: `Believe ${row.open}`,
                      }}
                    >
                      Believe {row.open}
                    </ActButton>
                  ))}
              </td>
            </tr>
          ))}
        </tbody>
      </ListTable>
    </section>
  );
}

type Difference = DriftView['items'][number];
const idOf = ({ id }: Difference) => id;
const hrefOf = ({ personId }: Difference) => `/people/${personId}`;

/** Single differences, a page of them. */
export function Differences({ view, zone, actions, more }: Props & { more: () => void }) {
  const columns = useMemo(() => columnsOf(zone, view.mayCorrect, actions), [zone, view.mayCorrect, actions]);
  return (
    <section className="sheet" style={{ marginBottom: 14 }} aria-label="Differences">
      <Grid
        list="drift"
        label="Differences"
        rows={view.items}
        idOf={idOf}
        columns={columns}
        hrefOf={hrefOf}
        empty="Nothing differs."
      />
      {view.next && (
        <p className="pad">
          <Button onClick={more}>More</Button>
        </p>
      )}
    </section>
  );
}

const columnsOf = (zone: string, mayCorrect: boolean, actions: DriftActs): GridColumn<Difference>[] => [
  {
    id: 'who',
    title: 'who',
    grow: 1.4,
    isFixed: true,
    text: ({ who }) => who,
    show: (item) => (
      <Link className="ellipsis" href={hrefOf(item)} title={item.who}>
        {item.who}
      </Link>
    ),
  },
  { id: 'system', title: 'system', text: ({ system }) => system },
  { id: 'purpose', title: 'purpose', text: ({ purpose }) => purpose },
  {
    id: 'ledger',
    title: 'ledger',
    grow: 1.5,
    text: (item) =>
      `${spellOut(item.standing)}${item.since ? ` since ${sayDay(dayIn(item.since, zone)).slice(4)}` : ''}`,
  },
  {
    id: 'system-says',
    title: 'system',
    width: 88,
    text: ({ direction }) => (direction === 'looser' ? 'permits' : 'refuses'),
  },
  { id: 'found', title: 'found', width: 112, text: ({ foundAt }) => sayShortInstant(foundAt, zone), isAside: true },
  { id: 'state', title: 'state', width: 84, text: ({ state, detail }) => (detail ? `${state}, ${detail}` : state) },
  {
    id: 'act',
    title: '',
    width: 110,
    text: () => null,
    show: (item) => (mayCorrect && item.state === 'open' ? <Settle item={item} actions={actions} /> : null),
  },
];

function Settle({ item, actions }: { item: Difference; actions: DriftActs }) {
  return item.direction === 'looser' ? (
    <ActButton
      act={() => actions.putRight({ ids: [item.id] })}
      ask={{
        title: `Put ${item.who} right in ${item.system}?`,
        text: `One record in ${item.system} is changed to what the ledger says of “${item.purpose}”.`,
        yes: 'Put it right',
      }}
    >
      Put right
    </ActButton>
  ) : (
    <ActButton
      act={() => actions.believe({ ids: [item.id] })}
      ask={{
        title: `Believe ${item.system} about ${item.who}?`,
        text:
          `A choice is recorded in the ledger for “${item.purpose}”. The ledger keeps everything: it stays there for ` +
          `good.`,
        yes: 'Believe it',
      }}
    >
      Believe
    </ActButton>
  );
}
