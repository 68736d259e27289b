'use client';

import Table, { type TableProps } from '@mui/material/Table';
import { useEffect, useRef } from 'react';
import { useIsNarrow } from '../theme/useIsNarrow';

/**
 * A short table that is read, not worked in. Rows and cells are dressed by the table (theme/base.css): a style of its own
 * for each of a thousand cells would cost the server more than everything else of a page. Where it does not fit, each row
 * is a card whose cells are named by the columns.
 */
export function ListTable({ className, ...more }: TableProps) {
  const table = useRef<HTMLTableElement>(null);
  const isNarrow = useIsNarrow();
  useEffect(() => {
    if (isNarrow && table.current) nameCells(table.current);
  });
  return <Table ref={table} size="small" className={className ?? 'list'} {...more} />;
}

function nameCells(table: HTMLTableElement): void {
  const names = [...(table.tHead?.rows[0]?.cells ?? [])].map(({ textContent }) => textContent.trim());
  for (const body of table.tBodies)
    for (const row of body.rows) {
      if (row.cells.length !== names.length) continue;
      names.forEach((name, i) => name && row.cells[i]!.setAttribute('data-label', name));
    }
}
