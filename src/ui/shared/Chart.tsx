'use client';

import Button from '@mui/material/Button';
import type { EChartsCoreOption } from 'echarts/core';
import { useEffect, useId, useRef, useState } from 'react';
import { csvLine } from '../../core/shared/csv';
import { ListTable } from './ListTable';

export interface ChartTable {
  columns: readonly string[];
  rows: readonly (readonly (string | number | null)[])[];
}

interface Props {
  title: string;
  /** Said where there is nothing to draw. */
  empty: string;
  table: ChartTable;
  height?: number;
  /** The option without colours and type, which are the house's. */
  option(colour: (name: string) => string): EChartsCoreOption;
  children?: React.ReactNode;
}

/** A chart in the house's colours; the same figures as a table, and as CSV. */
export function Chart({ title, empty, table, height = 190, option, children }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [isTable, setTable] = useState(false);
  const id = useId();
  useEffect(() => {
    if (!box.current || isTable || table.rows.length === 0) return;
    // What draws is fetched where something is drawn: it weighs as much as everything else of a page.
    const drawing = import('./drawChart').then(({ drawChart }) => box.current && drawChart(box.current, option));
    return () => void drawing.then((end) => end?.());
  }, [table, isTable, option]);
  return (
    <section className="sheet" aria-labelledby={id}>
      <header>
        <h2 id={id}>{title}</h2>
        {table.rows.length > 0 && (
          <span className="row" style={{ gap: 6 }}>
            {children}
            <Button onClick={() => setTable(!isTable)}>{isTable ? 'as a chart' : 'as a table'}</Button>
            <Button onClick={() => download(title, table)}>CSV</Button>
          </span>
        )}
      </header>
      {table.rows.length === 0 ? (
        <p className="empty">{empty}</p>
      ) : isTable ? (
        <TableOf title={title} table={table} height={height} />
      ) : (
        <div ref={box} role="img" aria-labelledby={id} style={{ height, padding: '0 8px 8px' }} />
      )}
    </section>
  );
}

function TableOf({ title, table, height }: { title: string; table: ChartTable; height: number }) {
  return (
    <div style={{ maxHeight: Math.max(height, 220), overflow: 'auto' }} tabIndex={0} role="region" aria-label={title}>
      <ListTable>
        <thead>
          <tr>
            {table.columns.map((name, i) => (
              <th key={name} className={i > 0 ? 'num' : ''}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map((row, r) => (
            <tr key={r}>
              {row.map((cell, i) => (
                <td key={i} className={i > 0 ? 'num' : ''}>
                  {cell ?? '–'}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </ListTable>
    </div>
  );
}

function download(title: string, table: ChartTable): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(
    new Blob([csvLine(table.columns) + table.rows.map((row) => csvLine(row)).join('')], { type: 'text/csv' }),
  );
  link.download = `${title.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.csv`;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** Axes as every chart of the house has them. */
export function axes(colour: (name: string) => string): { category: object; value: object } {
  const label = { color: colour('--ink-2'), fontFamily: 'IBM Plex Sans Variable' };
  return {
    category: {
      type: 'category',
      axisLabel: label,
      axisLine: { lineStyle: { color: colour('--rule-strong') } },
      axisTick: { show: false },
    },
    value: { type: 'value', axisLabel: label, splitLine: { lineStyle: { color: colour('--rule') } } },
  };
}

/** A no is striped as well as red: it can be told without colour. */
export const STRIPES = { symbol: 'line', dashArrayX: [1, 0], dashArrayY: [2, 3], rotation: 0.8 };
