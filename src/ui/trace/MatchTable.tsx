'use client';

import { lazy, Suspense } from 'react';
import type { MatchLine, Verdict } from '../../core/trace/views';
import { ListTable } from '../shared/ListTable';
import { MatchRow, type Row } from './MatchRow';
import { WEIGHT } from './weight';

// Few lists are so long: what turns them is fetched for those.
const Pagination = lazy(() => import('@mui/material/Pagination'));

/** Rows that are drawn at once: with all of twenty thousand the next record would not be there within a blink. */
export const ROWS_DRAWN = 200;

interface Props {
  rows: readonly Row[];
  /** Of the row that is read. */
  index: number;
  verdictOf: (row: MatchLine) => Verdict | null;
  select: (id: string) => void;
}

/** The list of matches, as far as it is drawn: the page with the record that is read. Going past its end turns it. */
export function MatchTable({ rows, index, verdictOf, select }: Props) {
  const page = Math.floor(index / ROWS_DRAWN);
  return (
    <>
      <ListTable>
        <thead>
          <tr>
            <th>band</th>
            <th>where</th>
            <th className="num" title={WEIGHT}>
              weight
            </th>
            <th>verdict</th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(page * ROWS_DRAWN, (page + 1) * ROWS_DRAWN).map((row) => (
            <MatchRow
              key={row.id}
              row={row}
              verdict={verdictOf(row)}
              selected={row.id === rows[index]?.id}
              select={select}
            />
          ))}
        </tbody>
      </ListTable>
      {rows.length > ROWS_DRAWN && (
        <Suspense>
          <Pagination
            className="pages"
            size="small"
            count={Math.ceil(rows.length / ROWS_DRAWN)}
            page={page + 1}
            onChange={(_, to) => select(rows[(to - 1) * ROWS_DRAWN]!.id)}
          />
        </Suspense>
      )}
    </>
  );
}
