import type { ReactNode } from 'react';
import type { ListName } from '../../core/access/ownView';

export interface GridColumn<R> {
  /** Its name among the columns; kept when a colleague leaves it out. */
  id: string;
  title: string;
  /** CSS pixels; without it the column takes its share of what is left, `grow` times that of another. */
  width?: number;
  grow?: number;
  isNumber?: boolean;
  /** The cell in words, for the export and the tooltip. */
  text: (row: R) => string | number | null;
  /** The cell as it is drawn; without it the words are. */
  show?: (row: R) => ReactNode;
  /** Never left out: what names the row. */
  isFixed?: boolean;
  /** Left out until somebody wants it. */
  isAside?: boolean;
  /** Only where the database reads it in that order by an index. */
  sort?: string;
}

export interface GridProps<R> {
  list: ListName;
  /** What the list is, for those who listen and for the file that is exported. */
  label: string;
  rows: readonly R[];
  idOf: (row: R) => string;
  columns: readonly GridColumn<R>[];
  /** Where Enter on a row leads, and a press twice. */
  hrefOf?: (row: R) => string;
  /** Said when there is no row: what belongs there, and what fills it. */
  empty: ReactNode;
  sorted?: { by: string; isDown: boolean } | null;
  sort?: (by: string | null, isDown: boolean) => void;
  /** Rows that hold more than a line. */
  isTall?: boolean;
}
