'use client';

import { useCallback, useMemo } from 'react';
import type { DriftView } from '../../core/drift/views';
import { sayDay } from '../../core/shared/days';
import { axes, Chart } from '../shared/Chart';

const hours = (value: number | null) =>
  value === null
    ? '–'
    : value < 48
      ? `${value < 10 ? value.toFixed(1) : Math.round(value)} h`
      : `${Math.round(value / 24)} days`;

/** How long systems take to follow a no. */
export function FollowChart({ view }: { view: DriftView }) {
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
