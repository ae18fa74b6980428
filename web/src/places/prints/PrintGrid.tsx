import Button from '@mui/material/Button';
import { DataGrid, type GridColDef, type GridRowSelectionModel } from '@mui/x-data-grid';
import { useMemo, useState } from 'react';
import { find } from '@hiraeth/core/ledger';
import { PRINT_KIND_NAMES } from '@hiraeth/core/words';
import type { FactOf } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';
import { useAppDispatch } from '../../state/store';
import { undo } from '../../state/thunks';
import { moment } from '../../parts/dates';
import { Correct } from './Correct';

type Print = FactOf<'printed'>;

const NONE: GridRowSelectionModel = { type: 'include', ids: new Set() };

/** The print log as a sortable, filterable grid that draws only the rows in sight; several are corrected or taken back at once. */
export default function PrintGrid({ prints }: { readonly prints: readonly Print[] }) {
  const ledger = useLedger();
  const dispatch = useAppDispatch();
  const [selection, setSelection] = useState(NONE);
  const chosen = useMemo(
    () =>
      prints.filter(({ id }) =>
        selection.type === 'include' ? selection.ids.has(id) : !selection.ids.has(id),
      ),
    [prints, selection],
  );
  const columns = useMemo<GridColDef<Print>[]>(
    () => [
      { field: 'at', headerName: 'When', width: 158, valueFormatter: (value: string) => moment(value) },
      {
        field: 'title',
        headerName: 'Title',
        flex: 1,
        minWidth: 140,
        valueGetter: (value: string, row) =>
          row.as && row.as !== 'print' ? `${value} (${PRINT_KIND_NAMES[row.as]})` : value,
      },
      { field: 'edition', headerName: 'Edition', width: 110 },
      { field: 'copies', headerName: 'Copies', type: 'number', width: 76, disableColumnMenu: true },
      {
        field: 'size',
        headerName: 'Size, mm',
        width: 96,
        disableColumnMenu: true,
        valueGetter: (_value, row) => `${row.widthMm} × ${row.heightMm}`,
      },
      {
        field: 'subjectId',
        headerName: 'Subject',
        flex: 0.9,
        minWidth: 120,
        valueGetter: (value: string) => find(ledger.context, 'subject', value)?.name ?? value,
      },
      {
        field: 'paperId',
        headerName: 'Paper',
        flex: 0.7,
        minWidth: 90,
        valueGetter: (value?: string) => (value && find(ledger.context, 'paper', value)?.name) ?? '',
      },
      {
        field: 'printerId',
        headerName: 'Printer',
        flex: 0.7,
        minWidth: 110,
        valueGetter: (value: string) => find(ledger.context, 'printer', value)?.name ?? value,
      },
    ],
    [ledger],
  );
  return (
    <>
      {chosen.length > 0 && (
        <Correct
          prints={chosen}
          onDone={() => setSelection(NONE)}
          takeBack={
            <Button
              onClick={() => {
                void dispatch(undo(chosen.map(({ id }) => id)));
                setSelection(NONE);
              }}
            >
              Take back {chosen.length === 1 ? 'this one' : `these ${chosen.length}`}
            </Button>
          }
        />
      )}
      <div style={{ height: 420 }}>
        <DataGrid
          rows={prints}
          columns={columns}
          density="standard"
          rowHeight={46}
          showToolbar
          checkboxSelection
          disableRowSelectionOnClick
          rowSelectionModel={selection}
          onRowSelectionModelChange={setSelection}
          pageSizeOptions={[25, 50, 100]}
          initialState={{
            pagination: { paginationModel: { pageSize: 50 } },
            columns: { columnVisibilityModel: { edition: false } },
          }}
          localeText={{ checkboxSelectionSelectRow: 'Choose this print' }}
          sx={{ border: 0, '& .MuiDataGrid-columnHeaderTitle': { fontWeight: 600 } }}
        />
      </div>
    </>
  );
}
