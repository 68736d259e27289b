import { shareInTime, type FigureRow, type StageTime, type WaitingOn } from '../../core/requests/figures';
import { spellOut } from '../../core/words/spellOut';
import { STAGES } from '../../core/requests/stages';
import { axes, STRIPES } from '../shared/Chart';

type Colour = (name: string) => string;

export const percent = (share: number | null) => (share === null ? '–' : `${Math.round(share * 100)} %`);
const days = (value: number | null) => (value === null ? null : Math.round(value * 10) / 10);
const late = (row: FigureRow) => row.answered - row.inTime + row.overdue;
const legend = (colour: Colour) => ({
  top: 0,
  right: 8,
  itemWidth: 12,
  itemHeight: 8,
  textStyle: { color: colour('--ink-2') },
});

/** Volume in time, late and running, by one dimension, as a chart and as a table. */
export function rowsChart(by: string, rows: readonly FigureRow[]) {
  const stack = { type: 'bar', stack: 'all', barMaxWidth: 36 };
  return {
    table: {
      columns: [by, 'received', 'answered', 'in time', 'late', 'share in time', 'median days', '90 % within'],
      rows: rows.map((row) => [
        row.key,
        row.received,
        row.answered,
        row.inTime,
        late(row),
        percent(shareInTime(row)),
        days(row.median),
        days(row.p90),
      ]),
    },
    option(colour: Colour) {
      const { category, value } = axes(colour);
      const axisLabel = { ...(category as { axisLabel: object }).axisLabel, interval: 0, width: 66, fontSize: 11 };
      const series: [string, string, (row: FigureRow) => number, object][] = [
        ['in time', '--cloth', ({ inTime }) => inTime, {}],
        ['late', '--oxblood', late, { decal: STRIPES }],
        ['running', '--slate', (row) => row.received - row.answered - row.overdue, {}],
      ];
      return {
        grid: { left: 36, right: 12, top: 26, bottom: 24 },
        legend: legend(colour),
        tooltip: { trigger: 'axis' },
        xAxis: { ...category, data: rows.map(({ key }) => key), axisLabel: { ...axisLabel, overflow: 'break' } },
        yAxis: { ...value, minInterval: 1 },
        series: series.map(([name, tone, pick, more]) => ({
          ...stack,
          name,
          data: rows.map(pick),
          itemStyle: { color: colour(tone), ...more },
        })),
      };
    },
  };
}

/** Days in each stage, in the order of the stages. */
export function stagesChart(stages: readonly StageTime[]) {
  const rows = stages
    .toSorted((a, b) => STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage))
    .map((row) => [spellOut(row.stage), row.passed, days(row.median), days(row.p90)]);
  return {
    table: { columns: ['stage', 'passed', 'median days', '90 % within'], rows },
    option(colour: Colour) {
      const { category, value } = axes(colour);
      const shown = rows.toReversed();
      return {
        grid: { left: 84, right: 16, top: 26, bottom: 22 },
        legend: legend(colour),
        tooltip: { trigger: 'axis' },
        xAxis: { ...value, name: 'days' },
        yAxis: { ...category, data: shown.map(([stage]) => stage) },
        series: [
          { name: 'median', type: 'bar', data: shown.map((row) => row[2]), itemStyle: { color: colour('--cloth') } },
          {
            name: '90 % within',
            type: 'bar',
            data: shown.map((row) => row[3]),
            itemStyle: { color: colour('--ochre-mark'), decal: STRIPES },
          },
        ],
      };
    },
  };
}

/** What waits on whom, in which stage. */
export function waitingChart(waiting: readonly WaitingOn[]) {
  return {
    table: {
      columns: ['waits on', 'in stage', 'requests', 'longest, days'],
      rows: waiting.map((row) => [row.who, spellOut(row.stage), row.n, Math.round(row.longest)]),
    },
    option(colour: Colour) {
      const { category, value } = axes(colour);
      const shown = waiting.toReversed();
      return {
        grid: { left: 190, right: 16, top: 8, bottom: 22 },
        tooltip: { trigger: 'axis' },
        xAxis: { ...value, minInterval: 1 },
        yAxis: { ...category, data: shown.map(({ who, stage }) => `${who}: ${spellOut(stage)}`) },
        series: [
          {
            name: 'requests',
            type: 'bar',
            data: shown.map(({ n }) => n),
            itemStyle: { color: colour('--slate') },
            barMaxWidth: 16,
          },
        ],
      };
    },
  };
}
