import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { costOfPrints, printerCost } from '@hiraeth/core/cost';
import { all } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import type { FactOf } from '@hiraeth/core/workbook';
import { moment } from '../../parts/dates';
import { useRows } from '../../parts/useRows';
import { useHour, useLedger, useMoney } from '../../state/hooks';
import { useAppDispatch } from '../../state/store';
import { undo } from '../../state/thunks';
import { Correct } from './Correct';
import { printRows, sortedRows, type PrintRow, type Sorting, type SortKey } from './printRows';

const COLUMNS: readonly { readonly key: SortKey; readonly name: string; readonly kind?: 'n' | 'wide' }[] = [
  { key: 'at', name: 'When' },
  { key: 'title', name: 'Title' },
  { key: 'copies', name: 'Copies', kind: 'n' },
  { key: 'size', name: 'Size, mm', kind: 'n' },
  { key: 'subject', name: 'Kind of picture' },
  { key: 'paper', name: 'Paper', kind: 'wide' },
  { key: 'printer', name: 'Printer', kind: 'wide' },
  { key: 'ink', name: 'Ink', kind: 'n' },
  { key: 'cost', name: 'Cost', kind: 'n' },
  { key: 'original', name: 'Originals', kind: 'n' },
];
const ROW_PX = 46;
const BEYOND = 12;

/**
 * The print log: what each job took and cost, and what originals would have; sorted and searched by any of it, only the rows in
 * sight drawn; several are corrected or taken back at once.
 */
export default function PrintGrid({ prints }: { readonly prints: readonly FactOf<'printed'>[] }) {
  const ledger = useLedger();
  const at = useHour();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [sorting, setSorting] = useState<Sorting>({ by: 'at', down: true });
  const [params] = useSearchParams();
  const [text, setText] = useState(params.get('find') ?? '');
  const asked = useDeferredValue(text);
  const rows = useMemo(() => {
    const costs = all(ledger.context, 'printer').flatMap(({ id }) => printerCost(ledger, id, at) ?? []);
    return printRows(ledger.context, prints, costOfPrints(ledger, costs, prints));
  }, [ledger, prints, at]);
  const shown = useMemo(() => sortedRows(rows, sorting, asked), [rows, sorting, asked]);
  const picked = useMemo(() => prints.filter(({ id }) => chosen.has(id)), [prints, chosen]);
  const { window, drawn, above, below, measure } = useRows(shown.length, ROW_PX, BEYOND);
  const allChosen = shown.length > 0 && shown.every(({ id }) => chosen.has(id));
  const choose = (ids: readonly string[], on: boolean): void =>
    setChosen((before) => {
      const next = new Set(before);
      for (const id of ids)
        if (on) next.add(id);
        else next.delete(id);
      return next;
    });
  return (
    <>
      {picked.length > 0 && <Picked prints={picked} onDone={() => setChosen(new Set())} />}
      <div className="row">
        <TextField
          size="small"
          type="search"
          label="Find in the log"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <span className="soft small" role="status">
          {shown.length < rows.length ? `${shown.length} of ${rows.length} jobs` : ''}
        </span>
      </div>
      <div className="window" ref={window} tabIndex={0} role="region" aria-label="The log of prints">
        <table className="lines grid" aria-rowcount={shown.length + 1}>
          <thead>
            <tr aria-rowindex={1}>
              <th>
                <Checkbox
                  size="small"
                  checked={allChosen}
                  indeterminate={!allChosen && picked.length > 0}
                  onChange={(_event, on) =>
                    choose(
                      shown.map(({ id }) => id),
                      on,
                    )
                  }
                  slotProps={{ input: { 'aria-label': 'Choose all of them' } }}
                />
              </th>
              <Headings sorting={sorting} onSort={setSorting} />
            </tr>
          </thead>
          <tbody>
            {above > 0 && <tr aria-hidden="true" style={{ height: above }} />}
            {drawn.map(({ index }) => (
              <Row
                key={shown[index]!.id}
                row={shown[index]!}
                index={index}
                measure={measure}
                chosen={chosen.has(shown[index]!.id)}
                onChoose={choose}
              />
            ))}
            {below > 0 && <tr aria-hidden="true" style={{ height: below }} />}
          </tbody>
        </table>
      </div>
    </>
  );
}

/** What can be done with those that are chosen. */
function Picked({
  prints,
  onDone,
}: {
  readonly prints: readonly FactOf<'printed'>[];
  readonly onDone: () => void;
}) {
  const dispatch = useAppDispatch();
  return (
    <Correct
      prints={prints}
      onDone={onDone}
      takeBack={
        <Button
          onClick={() => {
            void dispatch(undo(prints.map(({ id }) => id)));
            onDone();
          }}
        >
          Take back {prints.length === 1 ? 'this one' : `these ${prints.length}`}
        </Button>
      }
    />
  );
}

/** Each sorts the log: figures and days from the top down at first. */
function Headings({
  sorting,
  onSort,
}: {
  readonly sorting: Sorting;
  readonly onSort: (sorting: Sorting) => void;
}) {
  return COLUMNS.map(({ key, name, kind }) => {
    const isBy = sorting.by === key;
    return (
      <th key={key} className={kind} aria-sort={!isBy ? 'none' : sorting.down ? 'descending' : 'ascending'}>
        <button
          type="button"
          className="sort"
          onClick={() => onSort({ by: key, down: isBy ? !sorting.down : kind === 'n' || key === 'at' })}
        >
          {name}
          <span aria-hidden="true">{!isBy ? '' : sorting.down ? ' ↓' : ' ↑'}</span>
        </button>
      </th>
    );
  });
}

function Row({
  row,
  index,
  measure,
  chosen,
  onChoose,
}: {
  readonly row: PrintRow;
  readonly index: number;
  readonly measure: (row: HTMLTableRowElement | null) => void;
  readonly chosen: boolean;
  readonly onChoose: (ids: readonly string[], on: boolean) => void;
}) {
  const money = useMoney();
  const { cost } = row;
  return (
    <tr ref={measure} data-index={index} aria-rowindex={index + 2}>
      <td>
        <Checkbox
          size="small"
          checked={chosen}
          onChange={(_event, on) => onChoose([row.id], on)}
          slotProps={{ input: { 'aria-label': `Choose ${row.title}, ${moment(row.at)}` } }}
        />
      </td>
      <td className="when">{moment(row.at)}</td>
      <td>{row.title}</td>
      <td className="n">{row.copies}</td>
      <td className="n">{row.size}</td>
      <td>{row.subject}</td>
      <td className="wide">{row.paper}</td>
      <td className="wide">{row.printer}</td>
      <td className="n">{cost ? formatUncertain({ value: cost.ml, u: cost.mlU }, 'ml') : '–'}</td>
      <td className="n">{money(cost?.refillMinor)}</td>
      <td className="n soft">{money(cost?.originalMinor)}</td>
    </tr>
  );
}
