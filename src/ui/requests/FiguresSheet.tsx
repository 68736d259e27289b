'use client';

import { parseAsString, useQueryStates } from 'nuqs';
import { useCallback, useMemo } from 'react';
import { FIGURE_DIMENSIONS, shareInTime, type FigureRow, type FiguresView } from '../../core/requests/figures';
import { STAGES } from '../../core/requests/stages';
import { sayDay } from '../../core/shared/days';
import { axes, Chart, STRIPES } from '../shared/Chart';

const percent = (share: number | null) => (share === null ? '–' : `${Math.round(share * 100)} %`);
const days = (value: number | null) => (value === null ? null : Math.round(value * 10) / 10);

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
  const rowsTable = useMemo(
    () => ({
      columns: [view.by, 'received', 'answered', 'in time', 'late', 'share in time', 'median days', '90 % within'],
      rows: view.rows.map((row) => [
        row.key,
        row.received,
        row.answered,
        row.inTime,
        row.answered - row.inTime + row.overdue,
        percent(shareInTime(row)),
        days(row.median),
        days(row.p90),
      ]),
    }),
    [view],
  );
  const monthsTable = useMemo(
    () => ({
      columns: ['month', 'received', 'in time', 'late', 'median days', '90 % within'],
      rows: view.months.map((row) => [
        row.key,
        row.received,
        row.inTime,
        row.answered - row.inTime + row.overdue,
        days(row.median),
        days(row.p90),
      ]),
    }),
    [view],
  );
  const stagesTable = useMemo(
    () => ({
      columns: ['stage', 'passed', 'median days', '90 % within'],
      rows: view.stages
        .toSorted((a, b) => STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage))
        .map((row) => [row.stage, row.passed, days(row.median), days(row.p90)]),
    }),
    [view],
  );
  const waitingTable = useMemo(
    () => ({
      columns: ['waits on', 'in stage', 'requests', 'longest, days'],
      rows: view.waiting.map((row) => [row.who, row.stage, row.n, Math.round(row.longest)]),
    }),
    [view],
  );
  const bars = useCallback(
    (rows: readonly FigureRow[]) => (colour: (name: string) => string) => {
      const { category, value } = axes(colour);
      return {
        grid: { left: 36, right: 12, top: 26, bottom: 24 },
        legend: { top: 0, right: 8, itemWidth: 12, itemHeight: 8, textStyle: { color: colour('--ink-2') } },
        tooltip: { trigger: 'axis' },
        xAxis: {
          ...category,
          data: rows.map(({ key }) => key),
          axisLabel: {
            ...(category as { axisLabel: object }).axisLabel,
            interval: 0,
            width: 66,
            overflow: 'break',
            fontSize: 11,
          },
        },
        yAxis: { ...value, minInterval: 1 },
        series: [
          {
            name: 'in time',
            type: 'bar',
            stack: 'all',
            data: rows.map(({ inTime }) => inTime),
            itemStyle: { color: colour('--cloth') },
            barMaxWidth: 36,
          },
          {
            name: 'late',
            type: 'bar',
            stack: 'all',
            data: rows.map((row) => row.answered - row.inTime + row.overdue),
            itemStyle: { color: colour('--oxblood'), decal: STRIPES },
            barMaxWidth: 36,
          },
          {
            name: 'running',
            type: 'bar',
            stack: 'all',
            data: rows.map((row) => row.received - row.answered - row.overdue),
            itemStyle: { color: colour('--slate') },
            barMaxWidth: 36,
          },
        ],
      };
    },
    [],
  );
  const spans = useCallback(
    (colour: (name: string) => string) => {
      const { category, value } = axes(colour);
      const rows = stagesTable.rows.toReversed();
      return {
        grid: { left: 84, right: 16, top: 26, bottom: 22 },
        legend: { top: 0, right: 8, itemWidth: 12, itemHeight: 8, textStyle: { color: colour('--ink-2') } },
        tooltip: { trigger: 'axis' },
        xAxis: { ...value, name: 'days' },
        yAxis: { ...category, data: rows.map(([stage]) => stage) },
        series: [
          { name: 'median', type: 'bar', data: rows.map((row) => row[2]), itemStyle: { color: colour('--cloth') } },
          {
            name: '90 % within',
            type: 'bar',
            data: rows.map((row) => row[3]),
            itemStyle: { color: colour('--ochre-mark'), decal: STRIPES },
          },
        ],
      };
    },
    [stagesTable],
  );
  const byRows = useMemo(() => bars(view.rows), [bars, view]);
  const byMonths = useMemo(() => bars(view.months), [bars, view]);
  const byWaiting = useCallback(
    (colour: (name: string) => string) => {
      const { category, value } = axes(colour);
      return {
        grid: { left: 190, right: 16, top: 8, bottom: 22 },
        tooltip: { trigger: 'axis' },
        xAxis: { ...value, minInterval: 1 },
        yAxis: { ...category, data: view.waiting.toReversed().map(({ who, stage }) => `${who}: ${stage}`) },
        series: [
          {
            name: 'requests',
            type: 'bar',
            data: view.waiting.toReversed().map(({ n }) => n),
            itemStyle: { color: colour('--slate') },
            barMaxWidth: 16,
          },
        ],
      };
    },
    [view],
  );
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
          <label>
            from{' '}
            <input
              type="date"
              value={view.from}
              max={view.to}
              onChange={(event) => void setFilter({ from: event.target.value || null })}
            />
          </label>
          <label>
            to{' '}
            <input
              type="date"
              value={view.to}
              max={today}
              onChange={(event) => void setFilter({ to: event.target.value || null })}
            />
          </label>
          <label>
            by{' '}
            <select value={filter.by ?? 'right'} onChange={(event) => void setFilter({ by: event.target.value })}>
              {FIGURE_DIMENSIONS.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </select>
          </label>
        </div>
      </div>
      <div className="two-up">
        <Chart
          title={`By ${view.by}`}
          empty="No request was received in this span."
          table={rowsTable}
          option={byRows}
        />
        <Chart
          title="By month of receipt"
          empty="No request was received in this span."
          table={monthsTable}
          option={byMonths}
        />
        <Chart
          title="Days in each stage"
          empty="No request has passed a stage yet."
          table={stagesTable}
          option={spans}
        />
        <Chart title="What waits on whom" empty="Nothing is open." table={waitingTable} option={byWaiting} />
      </div>
    </>
  );
}
