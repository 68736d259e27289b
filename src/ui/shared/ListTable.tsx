import Table, { type TableProps } from '@mui/material/Table';

/**
 * A short table that is read, not worked in. Rows and cells are dressed by the table (theme/base.css): a style of its own
 * for each of a thousand cells would cost the server more than everything else of a page.
 */
export function ListTable({ className, ...more }: TableProps) {
  return <Table size="small" className={className ? `list ${className}` : 'list'} {...more} />;
}
