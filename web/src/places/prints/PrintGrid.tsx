import Button from '@mui/material/Button';
import { DataGrid, type GridColDef } from '@mui/x-data-grid';
import { useMemo } from 'react';
import { find, type FactOf } from '@hiraeth/core';
import { useLedger } from '../../app/hooks';
import { useAppDispatch } from '../../app/store';
import { undo } from '../../app/thunks';
import { moment } from '../../parts/dates';

type Print = FactOf<'printed'>;

/** The print log as a sortable, filterable grid that draws only the rows in sight. */
export default function PrintGrid({ prints }: { readonly prints: readonly Print[] }) {
  const ledger = useLedger();
  const dispatch = useAppDispatch();
  const columns = useMemo<GridColDef<Print>[]>(
    () => [
      { field: 'at', headerName: 'When', width: 158, valueFormatter: (value: string) => moment(value) },
      { field: 'title', headerName: 'Title', flex: 1, minWidth: 140 },
      { field: 'copies', headerName: 'Copies', type: 'number', width: 78 },
      {
        field: 'size',
        headerName: 'Size, mm',
        width: 108,
        valueGetter: (_value, row) => `${row.widthMm} × ${row.heightMm}`,
      },
      {
        field: 'subjectId',
        headerName: 'Subject',
        width: 168,
        valueGetter: (value: string) => find(ledger.context, 'subject', value)?.name ?? value,
      },
      {
        field: 'printerId',
        headerName: 'Printer',
        width: 128,
        valueGetter: (value: string) => find(ledger.context, 'printer', value)?.name ?? value,
      },
      {
        field: 'undo',
        headerName: 'Undo',
        width: 132,
        sortable: false,
        filterable: false,
        renderCell: ({ row }) => (
          <Button
            size="small"
            onClick={() => void dispatch(undo([row.id]))}
            aria-label={`Take back ${row.title}`}
          >
            Take back
          </Button>
        ),
      },
    ],
    [ledger, dispatch],
  );
  return (
    <div style={{ height: 420 }}>
      <DataGrid
        rows={prints}
        columns={columns}
        density="standard"
        rowHeight={46}
        disableRowSelectionOnClick
        pageSizeOptions={[25, 50, 100]}
        initialState={{ pagination: { paginationModel: { pageSize: 50 } } }}
        sx={{ border: 0, '& .MuiDataGrid-columnHeaderTitle': { fontWeight: 600 } }}
      />
    </div>
  );
}
