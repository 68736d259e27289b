'use client';

import { parseAsString, useQueryStates } from 'nuqs';
import { useMemo } from 'react';
import { total } from '../../core/standing/rates';
import { DIMENSIONS, type OverviewView } from '../../core/standing/views';
import { sayDay } from '../../core/shared/days';
import { Chart } from '../shared/Chart';
import { Choose } from '../fields/Choose';
import { ratesChart } from './ratesChart';
import { Shares } from './Shares';
import { WeeksChart } from './WeeksChart';
import { DayField } from '../fields/DayField';

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
        <DayField
          label="As it was on"
          isFilter
          value={view.on}
          max={today}
          choose={(day) => void setFilter({ on: day === today ? null : day })}
        />
      </div>
      <Shares view={view} />
      <WeeksChart
        weeks={view.weeks.map((rate) => ({ week: rate.key, yes: rate.grants, no: rate.refusals + rate.withdrawals }))}
        marks={view.wordings}
      />
      <div className="filters" style={{ marginTop: 14 }}>
        <Choose label="rates by" value={view.by} options={DIMENSIONS} choose={(by) => void setFilter({ by })} />
        <Choose
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
