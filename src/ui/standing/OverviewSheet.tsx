'use client';

import { parseAsString, useQueryStates } from 'nuqs';
import { useMemo } from 'react';
import { total } from '../../core/standing/rates';
import { DIMENSIONS, type OverviewView } from '../../core/standing/views';
import { sayDay } from '../../core/shared/days';
import { Chart } from '../shared/Chart';
import { FilterSelect } from '../shared/FilterSelect';
import { ratesChart } from './ratesChart';
import { Shares } from './Shares';
import { WeeksChart } from './WeeksChart';

const number = new Intl.NumberFormat('en');

/** How everybody stands on a day, and how people answer, by whatever one wants to look at it by. */
export function OverviewSheet({ view, today }: { view: OverviewView; today: string }) {
  const [filter, setFilter] = useQueryStates(
    { on: parseAsString, by: parseAsString, purpose: parseAsString },
    { shallow: false },
  );
  const { table, option } = useMemo(() => ratesChart(view), [view]);
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
      <Shares view={view} />
      <WeeksChart
        weeks={view.weeks.map((rate) => ({ week: rate.key, yes: rate.grants, no: rate.refusals + rate.withdrawals }))}
        marks={view.wordings}
      />
      <div className="filters" style={{ marginTop: 14 }}>
        <FilterSelect label="rates by" value={view.by} options={DIMENSIONS} choose={(by) => void setFilter({ by })} />
        <FilterSelect
          label="about"
          value={filter.purpose}
          options={view.purposes.map(({ id, title }) => [id, title] as const)}
          every="every purpose"
          choose={(purpose) => void setFilter({ purpose })}
        />
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
