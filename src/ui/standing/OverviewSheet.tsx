'use client';

import { parseAsString, useQueryStates } from 'nuqs';
import { useCallback, useMemo } from 'react';
import { shareOf, total } from '../../core/standing/rates';
import { DIMENSIONS, type OverviewView } from '../../core/ledger/views';
import { sayDay } from '../../core/shared/days';
import { axes, Chart, STRIPES } from '../shared/Chart';
import { WeeksChart } from './WeeksChart';

const number = new Intl.NumberFormat('en');
const percent = (share: number | null) => (share === null ? '–' : `${Math.round(share * 100)} %`);
const YES = new Set(['granted', 'always-on', 'default-permitted']);
const WAITS = new Set(['awaiting-confirmation', 'lapsed', 'outdated', 'under-age']);

const CLASSES = ['yes', 'wait', 'no', 'silent'];
const classOf = (standing: string) =>
  YES.has(standing) ? 'yes' : WAITS.has(standing) ? 'wait' : standing === 'not-asked' ? 'silent' : 'no';

/** How everybody stands on a day, and how people answer, by whatever one wants to look at it by. */
export function OverviewSheet({ view, today }: { view: OverviewView; today: string }) {
  const [filter, setFilter] = useQueryStates(
    { on: parseAsString, by: parseAsString, purpose: parseAsString },
    { shallow: false },
  );
  const table = useMemo(
    () => ({
      columns: [view.by, 'yes', 'no', 'taken back', 'said yes of those asked'],
      rows: view.rates.map((rate) => [
        view.by === 'week' ? sayDay(rate.key) : rate.key,
        rate.grants,
        rate.refusals,
        rate.withdrawals,
        percent(shareOf(rate)),
      ]),
    }),
    [view],
  );
  const option = useCallback(
    (colour: (name: string) => string) => {
      const { category, value } = axes(colour);
      // Weeks stand in order, the newest at the foot; everything else with the most on top.
      const shown = view.by === 'week' ? view.rates : view.rates.slice(0, 12).toReversed();
      return {
        grid: { left: 190, right: 24, top: 26, bottom: 22 },
        legend: { top: 0, right: 8, itemWidth: 12, itemHeight: 8, textStyle: { color: colour('--ink-2') } },
        tooltip: { trigger: 'axis' },
        xAxis: value,
        yAxis: {
          ...category,
          inverse: view.by === 'week',
          data: shown.map(({ key }) => (view.by === 'week' ? sayDay(key) : key)),
          axisLabel: { color: colour('--ink-2'), width: 180, overflow: 'truncate' },
        },
        series: [
          {
            name: 'yes',
            type: 'bar',
            stack: 'all',
            data: shown.map(({ grants }) => grants),
            itemStyle: { color: colour('--cloth') },
            barMaxWidth: 16,
          },
          {
            name: 'no',
            type: 'bar',
            stack: 'all',
            data: shown.map(({ refusals }) => refusals),
            itemStyle: { color: colour('--oxblood'), decal: STRIPES },
            barMaxWidth: 16,
          },
          {
            name: 'taken back',
            type: 'bar',
            stack: 'all',
            data: shown.map(({ withdrawals }) => withdrawals),
            itemStyle: {
              color: colour('--ochre-mark'),
              decal: { symbol: 'rect', dashArrayX: [2, 2], dashArrayY: [2, 2] },
            },
            barMaxWidth: 16,
          },
        ],
      };
    },
    [view],
  );
  const sharesTable = useMemo(
    () => view.shares.map((share) => ({ ...share, part: share.people === 0 ? 0 : share.permitted / share.people })),
    [view],
  );
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Everybody</h1>
          <p className="sub">Worked out from every choice that had happened and was known on {sayDay(view.on)}.</p>
        </div>
        <label className="asof">
          As it was on{' '}
          <input
            type="date"
            value={view.on}
            max={today}
            onChange={(event) =>
              void setFilter({ on: event.target.value === today ? null : event.target.value || null })
            }
          />
        </label>
      </div>
      <section className="sheet" style={{ marginBottom: 14 }} aria-labelledby="shares">
        <header>
          <h2 id="shares">Share permitted, by purpose</h2>
          <span className="muted share swatches" style={{ border: 0, padding: 0 }}>
            <span>
              <i className="yes" />
              yes
            </span>
            <span>
              <i className="wait" />
              not (any more) certain
            </span>
            <span>
              <i className="no" />
              no
            </span>
            <span>
              <i className="silent" />
              nothing said
            </span>
          </span>
        </header>
        {sharesTable.every(({ people }) => people === 0) ? (
          <p className="empty">Nobody had made a choice by then.</p>
        ) : (
          sharesTable.map(({ id, title, people, permitted, standings, part }) => (
            <div key={id} className="share">
              <b>{title}</b>
              <div
                className="bar"
                role="img"
                aria-label={`${title}: ${percent(part)} permitted; ${standings.map(([standing, n]) => `${n} ${standing}`).join(', ')}`}
                title={standings
                  .map(([standing, n]) => `${number.format(n)} ${standing.replaceAll('-', ' ')}`)
                  .join(' · ')}
              >
                {standings
                  .toSorted((a, b) => CLASSES.indexOf(classOf(a[0])) - CLASSES.indexOf(classOf(b[0])))
                  .map(([standing, n]) => (
                    <i
                      key={standing}
                      className={classOf(standing)}
                      style={{ width: `${(n / Math.max(1, people)) * 100}%` }}
                    />
                  ))}
              </div>
              <span className="num" title={`${number.format(permitted)} of ${number.format(people)} people`}>
                <b>{percent(part)}</b> <span className="muted">{number.format(permitted)}</span>
              </span>
            </div>
          ))
        )}
      </section>
      <WeeksChart
        weeks={view.weeks.map((rate) => ({ week: rate.key, yes: rate.grants, no: rate.refusals + rate.withdrawals }))}
        marks={view.wordings}
      />
      <div className="filters" style={{ marginTop: 14 }}>
        <label>
          rates by{' '}
          <select value={view.by} onChange={(event) => void setFilter({ by: event.target.value })}>
            {DIMENSIONS.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
        <label>
          about{' '}
          <select
            value={filter.purpose ?? ''}
            onChange={(event) => void setFilter({ purpose: event.target.value || null })}
          >
            <option value="">every purpose</option>
            {view.purposes.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
        </label>
        <span className="muted">
          {sayDay(view.from)} to {sayDay(view.to)},{' '}
          {number.format(view.rates.reduce((sum, rate) => sum + total(rate), 0))} answers
        </span>
      </div>
      <Chart
        title={`Answers by ${view.by}`}
        empty="No answer fits."
        table={table}
        option={option}
        height={Math.max(150, (view.by === 'week' ? view.rates.length : Math.min(12, view.rates.length)) * 26 + 60)}
      />
    </>
  );
}
