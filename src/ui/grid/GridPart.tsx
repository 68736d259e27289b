'use client';

import {
  ColumnsPanelTrigger,
  DataGrid,
  ExportCsv,
  Toolbar,
  type GridColDef,
  type GridColumnVisibilityModel,
} from '@mui/x-data-grid';
import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import type { GridColumn, GridProps } from './gridTypes';
import { useOwnView } from './ownView';
import { useNonce } from '../theme/nonce';

interface Line<R> {
  id: string;
  row: R;
}

declare module '@mui/x-data-grid' {
  interface ToolbarPropsOverrides {
    fileName: string;
  }
}

/** MUI's grid in our clothes. */
export default function GridPart<R>({
  list,
  label,
  rows,
  idOf,
  columns,
  hrefOf,
  sorted = null,
  sort,
  isTall = false,
}: GridProps<R>) {
  const { view, hide } = useOwnView();
  const router = useRouter();
  const nonce = useNonce();
  const defs = useMemo(() => columns.map(defOf), [columns]);
  const lines = useMemo(() => rows.map((row): Line<R> => ({ id: idOf(row), row })), [rows, idOf]);
  const hidden = view.hidden[list] ?? columns.filter(({ isAside }) => isAside).map(({ id }) => id);
  const visible = Object.fromEntries(columns.map(({ id, isFixed }) => [id, isFixed || !hidden.includes(id)]));
  const open = (line: Line<R>) => hrefOf && router.push(hrefOf(line.row));
  return (
    <div className="grid">
      <DataGrid<Line<R>>
        aria-label={label}
        {...(nonce ? { nonce } : {})}
        rows={lines}
        columns={defs}
        columnVisibilityModel={visible}
        onColumnVisibilityModelChange={(model: GridColumnVisibilityModel) =>
          hide(
            list,
            columns.filter(({ id, isFixed }) => !isFixed && model[id] === false).map(({ id }) => id),
          )
        }
        onRowDoubleClick={({ row }) => open(row)}
        onCellKeyDown={({ row }, event) => {
          // Enter on a link of the cell follows that link.
          if (event.key === 'Enter' && event.target === event.currentTarget) open(row);
        }}
        sortingMode="server"
        sortModel={sorted ? [{ field: sorted.by, sort: sorted.isDown ? 'desc' : 'asc' }] : []}
        onSortModelChange={([first]) => sort?.(first?.field ?? null, first?.sort === 'desc')}
        showToolbar
        slots={{ toolbar: Tools }}
        slotProps={{ toolbar: { fileName: label.toLowerCase().replace(/[^a-z0-9]+/g, '-') } }}
        rowHeight={36}
        columnHeaderHeight={32}
        {...(isTall ? { getRowHeight: () => 'auto' as const } : {})}
        hideFooter
        disableColumnMenu
        disableColumnFilter
        disableVirtualization
        disableRowSelectionOnClick
      />
    </div>
  );
}

function defOf<R>({ id, title, width, grow, isNumber, text, show, isFixed, sort }: GridColumn<R>): GridColDef<Line<R>> {
  return {
    field: id,
    headerName: title,
    description: title,
    ...(width === undefined ? { flex: grow ?? 1, minWidth: 80 } : { width }),
    align: isNumber ? 'right' : 'left',
    headerAlign: isNumber ? 'right' : 'left',
    hideable: !isFixed,
    sortable: sort !== undefined,
    // What has no name is an act, nothing to take away.
    disableExport: title === '',
    valueGetter: (_, line) => text(line.row),
    renderCell: ({ row, value }) =>
      show ? (
        // However a cell is drawn, its words are told where it is cut off.
        <div style={{ display: 'contents' }} title={value === null ? undefined : String(value)}>
          {show(row.row)}
        </div>
      ) : (
        <span className={isNumber ? 'num' : 'ellipsis'} title={value === null ? undefined : String(value)}>
          {value}
        </span>
      ),
  };
}

function Tools({ fileName }: { fileName: string }) {
  return (
    <Toolbar className="grid-tools">
      <ColumnsPanelTrigger render={<Button variant="text">Columns</Button>} />
      <ExportCsv
        render={<Button variant="text">CSV of what is shown</Button>}
        options={{ fileName, utf8WithBom: true }}
      />
    </Toolbar>
  );
}
