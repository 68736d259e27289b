'use client';

import { BarChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useMemo, useRef, useState } from 'react';
import { sayDay } from '../../core/shared/days';
import { isNo } from '../../core/consent/timeline';
import type { Answer } from '../../core/consent/types';

register([BarChart, GridComponent, LegendComponent, TooltipComponent, AriaComponent, SVGRenderer]);

interface Week {
  week: string;
  answer: string;
  count: number;
}

/** Answers by week: yes above, no below the line. The same as a table. */
export function WeeksChart({ weeks }: { weeks: readonly Week[] }) {
  const box = useRef<HTMLDivElement>(null);
  const [isTable, setTable] = useState(false);
  const rows = useMemo(() => {
    const found = new Map<string, { week: string; yes: number; no: number }>();
    for (const { week, answer, count } of weeks) {
      const row = found.get(week) ?? { week, yes: 0, no: 0 };
      row[isNo(answer as Answer) ? 'no' : 'yes'] += count;
      found.set(week, row);
    }
    return [...found.values()];
  }, [weeks]);
  useEffect(() => {
    if (!box.current || isTable || rows.length === 0) return;
    const style = getComputedStyle(document.documentElement);
    const colour = (name: string) => style.getPropertyValue(name).trim();
    const chart = init(box.current, null, { renderer: 'svg' });
    const axis = { axisLabel: { color: colour('--ink-2'), fontFamily: 'IBM Plex Sans Variable' }, axisLine: { lineStyle: { color: colour('--rule-strong') } } };
    chart.setOption({
      animation: false, aria: { enabled: true }, textStyle: { fontFamily: 'IBM Plex Sans Variable' },
      grid: { left: 40, right: 12, top: 26, bottom: 22 }, legend: { top: 0, right: 8, itemWidth: 12, itemHeight: 8, textStyle: { color: colour('--ink-2') } }, tooltip: { trigger: 'axis', valueFormatter: (value: unknown) => String(Math.abs(Number(value))) },
      xAxis: { type: 'category', data: rows.map(({ week }) => sayDay(week).slice(4, -5)), ...axis, axisTick: { show: false } },
      yAxis: { type: 'value', splitLine: { lineStyle: { color: colour('--rule') } }, axisLabel: { color: colour('--ink-2'), formatter: (value: number) => String(Math.abs(value)) } },
      series: [
        { name: 'yes', type: 'bar', stack: 'all', data: rows.map(({ yes }) => yes), itemStyle: { color: colour('--cloth') }, barCategoryGap: '30%' },
        { name: 'no', type: 'bar', stack: 'all', data: rows.map(({ no }) => -no), itemStyle: { color: colour('--oxblood'), decal: { symbol: 'line', dashArrayX: [1, 0], dashArrayY: [2, 3], rotation: 0.8 } } },
      ],
    });
    const onResize = () => chart.resize();
    window.addEventListener('resize', onResize);
    return () => {
      window.removeEventListener('resize', onResize);
      chart.dispose();
    };
  }, [rows, isTable]);
  return (
    <section className="sheet" aria-labelledby="weeks">
      <header><h2 id="weeks">Answers by week</h2><button className="plain" onClick={() => setTable(!isTable)}>{isTable ? 'as a chart' : 'as a table'}</button></header>
      {rows.length === 0 ? <p className="empty">No choice in the past half year.</p> : isTable ? (
        <div style={{ maxHeight: 220, overflow: 'auto' }} tabIndex={0} role="region" aria-label="Answers by week"><table className="list"><thead><tr><th>week from</th><th className="num">yes</th><th className="num">no</th></tr></thead><tbody>{rows.map((row) => <tr key={row.week}><td>{sayDay(row.week)}</td><td className="num">{row.yes}</td><td className="num">{row.no}</td></tr>)}</tbody></table></div>
      ) : <div ref={box} style={{ height: 170, padding: '0 8px 8px' }} />}
    </section>
  );
}
