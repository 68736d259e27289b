'use client';

import { useCallback, useMemo } from 'react';
import { sayDay } from '../../core/shared/days';
import { axes, Chart, STRIPES } from '../shared/Chart';

export interface Week {
  week: string;
  yes: number;
  no: number;
}

export interface WeekMark {
  day: string;
  what: string;
  isMaterial: boolean;
}

const NO_MARKS: readonly WeekMark[] = [];

/** Answers by week: yes above, no below the line; dashed where words changed, firm where they changed materially. */
export function WeeksChart({ weeks, marks = NO_MARKS }: { weeks: readonly Week[]; marks?: readonly WeekMark[] }) {
  const table = useMemo(
    () => ({
      columns: ['week from', 'yes', 'no', 'words changed'],
      rows: weeks.map(({ week, yes, no }, i) => [
        sayDay(week),
        yes,
        no,
        marksOf(weeks, marks, i)
          .map(({ what }) => what)
          .join('; ') || null,
      ]),
    }),
    [weeks, marks],
  );
  const option = useCallback(
    (colour: (name: string) => string) => {
      const { category, value } = axes(colour);
      const lines = weeks.flatMap((_, i) =>
        marksOf(weeks, marks, i).map(({ what, isMaterial }) => ({
          xAxis: i,
          name: what,
          lineStyle: { color: colour('--ochre-mark'), type: isMaterial ? 'solid' : 'dashed', width: 1.4 },
          label: { formatter: what, color: colour('--ochre'), fontSize: 10, position: 'end', distance: 3 },
        })),
      );
      return {
        grid: { left: 40, right: 12, top: 26, bottom: 22 },
        legend: { top: 0, left: 40, itemWidth: 12, itemHeight: 8, textStyle: { color: colour('--ink-2') } },
        tooltip: { trigger: 'axis', valueFormatter: (shown: unknown) => String(Math.abs(Number(shown))) },
        xAxis: { ...category, data: weeks.map(({ week }) => sayDay(week).slice(4, -5)) },
        yAxis: {
          ...value,
          axisLabel: { color: colour('--ink-2'), formatter: (shown: number) => String(Math.abs(shown)) },
        },
        series: [
          {
            name: 'yes',
            type: 'bar',
            stack: 'all',
            data: weeks.map(({ yes }) => yes),
            itemStyle: { color: colour('--cloth') },
            barCategoryGap: '30%',
            markLine: { symbol: 'none', silent: true, data: lines },
          },
          {
            name: 'no',
            type: 'bar',
            stack: 'all',
            data: weeks.map(({ no }) => -no),
            itemStyle: { color: colour('--oxblood'), decal: STRIPES },
          },
        ],
      };
    },
    [weeks, marks],
  );
  return <Chart title="Answers by week" empty="No choice in the past half year." table={table} option={option} />;
}

function marksOf(weeks: readonly Week[], marks: readonly WeekMark[], i: number): WeekMark[] {
  const [from, to] = [weeks[i]!.week, weeks[i + 1]?.week ?? '9999'];
  return marks.filter(({ day }) => day >= from && day < to);
}
