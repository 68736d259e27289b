'use client';

import Skeleton from '@mui/material/Skeleton';
import Link from '../shared/Link';
import { lazy, Suspense, useSyncExternalStore } from 'react';
import { useIsNarrow } from '../theme/useIsNarrow';
import type { GridProps } from './gridTypes';
import './grid.css';

const GridPart = lazy(() => import('./GridPart')) as <R>(props: GridProps<R>) => React.ReactElement;

const never = () => () => {};

/**
 * A list that people work in: its columns are chosen by each colleague, it is sorted where the database can, and what is
 * shown can be exported. Arrows go through it, Enter opens. Where it does not fit, each row is a card.
 */
export function Grid<R>(props: GridProps<R>) {
  const isNarrow = useIsNarrow();
  const isAwake = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  if (props.rows.length === 0) return <div className="empty">{props.empty}</div>;
  if (isNarrow) return <Cards {...props} />;
  const waiting = <Waiting rows={props.rows.length} label={props.label} />;
  if (!isAwake) return waiting;
  return (
    <Suspense fallback={waiting}>
      <GridPart {...props} />
    </Suspense>
  );
}

/** As high as what is to come, so that nothing jumps. */
function Waiting({ rows, label }: { rows: number; label: string }) {
  return (
    <div role="status" aria-label={`${label}: on its way`} className="grid-waiting">
      <Skeleton variant="rectangular" animation={false} height={rows * 36 + 64} />
    </div>
  );
}

function Cards<R>({ rows, idOf, columns, hrefOf, label }: GridProps<R>) {
  return (
    <ul className="cards" aria-label={label}>
      {rows.map((row) => {
        const href = hrefOf?.(row);
        return (
          <li key={idOf(row)}>
            {columns
              .filter(({ isAside }) => !isAside)
              .map(({ id, title, text, show, isFixed }) => {
                const cell = show ? show(row) : text(row);
                if (cell === null || cell === '') return null;
                return (
                  <div key={id} className={isFixed ? 'lead' : ''}>
                    {title && <span className="muted">{title}: </span>}
                    {cell}
                  </div>
                );
              })}
            {href && !columns.some(({ isFixed, show }) => isFixed && show) && <Link href={href}>open</Link>}
          </li>
        );
      })}
    </ul>
  );
}
