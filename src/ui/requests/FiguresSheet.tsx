'use client';

import { parseAsString, useQueryStates } from 'nuqs';
import { useMemo } from 'react';
import { FIGURE_DIMENSIONS, shareInTime, type FigureRow, type FiguresView } from '../../core/requests/figures';
import { sayDay } from '../../core/shared/days';
import { Chart } from '../shared/Chart';
import { Choose } from '../fields/Choose';
import { percent, rowsChart, stagesChart, waitingChart } from './figureCharts';
import { DayField } from '../fields/DayField';

/** How the requests went: volume, share in time, days to the answer, time in each stage, what waits on whom. */
export function FiguresSheet({ view, today }: { view: FiguresView; today: string }) {
  const [filter, setFilter] = useQueryStates(
    { by: parseAsString, from: parseAsString, to: parseAsString },
    { shallow: false },
  );
  const sum = (pick: (row: FigureRow) => number) => view.months.reduce((total, row) => total + pick(row), 0);
  const all = {
    answered: sum(({ answered }) => answered),
    inTime: sum(({ inTime }) => inTime),
    overdue: sum(({ overdue }) => overdue),
  };
  const byRow = useMemo(() => rowsChart(view.by, view.rows), [view]);
  const byMonth = useMemo(() => rowsChart('month', view.months), [view]);
  const inStages = useMemo(() => stagesChart(view.stages), [view]);
  const waiting = useMemo(() => waitingChart(view.waiting), [view]);
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Figures</h1>
          <p className="sub">
            {sum(({ received }) => received)} requests received {sayDay(view.from)} to {sayDay(view.to)};{' '}
            {percent(shareInTime(all))} of those whose time is up were answered in time.
          </p>
        </div>
        <div className="filters">
          <DayField label="from" isFilter value={view.from} max={view.to} choose={(from) => void setFilter({ from })} />
          <DayField
            label="to"
            isFilter
            value={view.to}
            min={view.from}
            max={today}
            choose={(to) => void setFilter({ to })}
          />
          <Choose
            label="by"
            value={filter.by ?? 'right'}
            options={FIGURE_DIMENSIONS}
            choose={(by) => void setFilter({ by })}
          />
        </div>
      </div>
      <div className="two-up">
        <Chart title={`By ${view.by}`} empty="No request was received in this span." {...byRow} />
        <Chart title="By month of receipt" empty="No request was received in this span." {...byMonth} />
        <Chart title="Days in each stage" empty="No request has passed a stage yet." {...inStages} />
        <Chart title="What waits on whom" empty="Nothing is open." {...waiting} />
      </div>
    </>
  );
}
