import { shareOf } from '../../core/standing/rates';
import type { OverviewView } from '../../core/standing/views';
import { sayDay } from '../../core/shared/days';
import { axes, STRIPES } from '../shared/Chart';

export const percent = (share: number | null) => (share === null ? '–' : `${Math.round(share * 100)} %`);

/** How people answered, by one dimension, as a chart and as a table. */
export function ratesChart(view: OverviewView) {
  return {
    table: {
      columns: [view.by, 'yes', 'no', 'taken back', 'said yes of those asked'],
      rows: view.rates.map((rate) => [
        view.by === 'week' ? sayDay(rate.key) : rate.key,
        rate.grants,
        rate.refusals,
        rate.withdrawals,
        percent(shareOf(rate)),
      ]),
    },
    option(colour: (name: string) => string) {
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
  };
}
