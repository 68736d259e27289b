'use client';

import Link from 'next/link';
import { parseAsString, useQueryStates } from 'nuqs';
import { useCallback, useMemo } from 'react';
import type { DriftView } from '../../core/ledger/views';
import { dayIn, sayDay, sayInstant, sayShortInstant } from '../../core/shared/days';
import { ActButton } from '../shared/ActButton';
import type { ActionResult } from '../shared/actionResult';
import { axes, Chart } from '../shared/Chart';
import { RefreshWhile } from '../requests/RefreshWhile';

type Chosen = { ids: string[] } | { systemId: string; purpose: string; count: number };

interface Actions {
  compare: (systemId?: string) => Promise<ActionResult<{ runs: string[] }>>;
  correct: (chosen: Chosen) => Promise<ActionResult<{ count: number }>>;
  believe: (chosen: Chosen) => Promise<ActionResult<{ count: number }>>;
}

const WAY = { looser: 'permits, the ledger does not', stricter: 'refuses, the ledger permits' } as const;
const hours = (value: number | null) =>
  value === null
    ? '–'
    : value < 48
      ? `${value < 10 ? value.toFixed(1) : Math.round(value)} h`
      : `${Math.round(value / 24)} days`;

/** Where systems and ledger differ, and putting it right; how long systems take to follow a no. */
export function DriftSheet({ view, zone, actions }: { view: DriftView; zone: string; actions: Actions }) {
  const [filter, setFilter] = useQueryStates(
    { system: parseAsString, direction: parseAsString, after: parseAsString },
    { shallow: false },
  );
  const isMoving =
    view.systems.some(({ run }) => run?.state === 'running') ||
    view.items.some(({ state }) => state === 'intended' || state === 'accepted');
  const openCount = view.board.reduce((sum, { open }) => sum + open, 0);
  return (
    <>
      <RefreshWhile isMoving={isMoving} />
      <div className="page-head">
        <div>
          <h1>Drift</h1>
          <p className="sub">
            {openCount === 0
              ? 'Ledger and systems agree, as of the newest comparisons.'
              : `${openCount} ${openCount === 1 ? 'difference' : 'differences'} between the ledger and what systems believe.`}
          </p>
        </div>
        {view.mayCorrect && (
          <ActButton primary act={() => actions.compare()} done="The comparison runs">
            Compare every system now
          </ActButton>
        )}
      </div>
      <section className="sheet wrap" tabIndex={0} style={{ marginBottom: 14 }} aria-labelledby="compared">
        <header>
          <h2 id="compared">Compared</h2>
          <span className="muted">each night, and when you ask</span>
        </header>
        <table className="list">
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
                <td className="nowrap muted">{run ? sayInstant(run.at, zone) : 'never'}</td>
                <td className="num">{run?.compared ?? '–'}</td>
                <td className="num">{run?.found ?? '–'}</td>
                <td className="num">{run?.unknown ?? '–'}</td>
                <td className={run?.state === 'failed' ? 'late' : ''}>
                  {run?.state === 'failed' ? `✕ ${run.error}` : (run?.state ?? '–')}
                </td>
                <td style={{ textAlign: 'right' }}>
                  {view.mayCorrect && (
                    <ActButton act={() => actions.compare(id)} disabled={run?.state === 'running'}>
                      Compare
                    </ActButton>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      {view.board.length > 0 && (
        <section className="sheet wrap" tabIndex={0} style={{ marginBottom: 14 }} aria-labelledby="board">
          <header>
            <h2 id="board">By purpose and age</h2>
          </header>
          <table className="list">
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
                          act={() => actions.correct({ systemId: row.systemId, purpose: row.purpose, count: row.open })}
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
          </table>
        </section>
      )}
      <div className="filters">
        <label>
          system{' '}
          <select
            value={filter.system ?? ''}
            onChange={(event) => void setFilter({ system: event.target.value || null, after: null })}
          >
            <option value="">every system</option>
            {view.systems.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label>
          differs{' '}
          <select
            value={filter.direction ?? ''}
            onChange={(event) => void setFilter({ direction: event.target.value || null, after: null })}
          >
            <option value="">either way</option>
            <option value="looser">{WAY.looser}</option>
            <option value="stricter">{WAY.stricter}</option>
          </select>
        </label>
      </div>
      <section className="sheet wrap" tabIndex={0} style={{ marginBottom: 14 }} aria-label="Differences">
        {view.items.length === 0 ? (
          <p className="empty">Nothing differs.</p>
        ) : (
          <table className="list">
            <thead>
              <tr>
                <th>who</th>
                <th>system</th>
                <th>purpose</th>
                <th>the ledger says</th>
                <th>the system</th>
                <th>found</th>
                <th>state</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {view.items.map((item) => (
                <tr key={item.id}>
                  <td>
                    <Link href={`/people/${item.personId}`}>{item.who}</Link>
                  </td>
                  <td className="nowrap">{item.system}</td>
                  <td className="nowrap">{item.purpose}</td>
                  <td>
                    {item.standing.replaceAll('-', ' ')}
                    {item.since ? ` since ${sayDay(dayIn(item.since, zone)).slice(4)}` : ''}
                  </td>
                  <td>{item.direction === 'looser' ? 'permits' : 'refuses'}</td>
                  <td className="nowrap muted">{sayShortInstant(item.foundAt, zone)}</td>
                  <td>
                    {item.state}
                    {item.detail ? `, ${item.detail}` : ''}
                  </td>
                  <td style={{ textAlign: 'right' }}>
                    {view.mayCorrect &&
                      item.state === 'open' &&
                      (item.direction === 'looser' ? (
                        <ActButton
                          act={() => actions.correct({ ids: [item.id] })}
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
                      ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {view.next && (
          <p className="pad">
            <button className="plain" onClick={() => void setFilter({ after: view.next })}>
              More
            </button>
          </p>
        )}
      </section>
      <FollowChart view={view} />
    </>
  );
}

function FollowChart({ view }: { view: DriftView }) {
  const { weeks, medianHours, worstHours, count, open } = view.follow;
  const table = useMemo(
    () => ({
      columns: ['week from', 'median, hours', 'worst, hours', 'followed'],
      rows: weeks.map((one) => [
        sayDay(one.week),
        one.median === null ? null : Number(one.median.toFixed(1)),
        one.worst === null ? null : Number(one.worst.toFixed(1)),
        one.count,
      ]),
    }),
    [weeks],
  );
  const option = useCallback(
    (colour: (name: string) => string) => {
      const { category, value } = axes(colour);
      return {
        grid: { left: 44, right: 12, top: 26, bottom: 22 },
        legend: { top: 0, right: 8, textStyle: { color: colour('--ink-2') } },
        tooltip: { trigger: 'axis' },
        xAxis: { ...category, data: weeks.map(({ week }) => sayDay(week).slice(4, -5)) },
        yAxis: { ...value, name: 'hours' },
        series: [
          {
            name: 'median',
            type: 'line',
            data: weeks.map(({ median }) => median),
            itemStyle: { color: colour('--cloth') },
            lineStyle: { color: colour('--cloth') },
          },
          {
            name: 'worst',
            type: 'line',
            data: weeks.map(({ worst }) => worst),
            itemStyle: { color: colour('--oxblood') },
            lineStyle: { color: colour('--oxblood'), type: 'dashed' },
            symbol: 'rect',
          },
        ],
      };
    },
    [weeks],
  );
  return (
    <>
      <p style={{ marginBottom: 8 }}>
        From a no to the last system that follows it: median <b>{hours(medianHours)}</b>, worst{' '}
        <b>{hours(worstHours)}</b>, over {count} followed;{' '}
        {open === 0 ? 'none is waiting.' : <span className="late">{open} not followed everywhere yet.</span>}
      </p>
      <Chart
        title="How fast a no is followed"
        empty="No withdrawal has been measured yet."
        table={table}
        option={option}
        height={160}
      />
    </>
  );
}
