import { seeLevel } from '@hiraeth/core/acts';
import { formatUncertain } from '@hiraeth/core/quantity';
import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { QuantityField, readTyped } from '../../parts/fields';
import { Leaves } from '../../parts/Leaves';
import { PrinterPick } from '../../parts/PrinterPick';
import { Swatch } from '../../parts/Swatch';
import { useAct } from '../../state/hooks';
import type { Row } from './Afterwards';

/** The whole set where no scale is at hand: how full each looks, a figure and Enter for each. */
export function LevelSheet({
  rows,
  nothing,
  onPrinter,
  onScale,
}: {
  readonly rows: readonly Row[];
  /** Why there is no row. */
  readonly nothing: string;
  readonly onPrinter: () => void;
  readonly onScale: () => void;
}) {
  const [seen, setSeen] = useState<ReadonlySet<string>>(new Set());
  const list = useRef<HTMLUListElement>(null);
  const next = rows.find(({ id }) => !seen.has(id));
  const done = rows.filter(({ id }) => seen.has(id)).length;
  const goOn = (id: string): void => {
    setSeen((before) => new Set([...before, id]));
    const fields = [...(list.current?.querySelectorAll<HTMLInputElement>('input') ?? [])];
    fields[rows.findIndex((row) => row.id === id) + 1]?.focus();
  };
  return (
    <div className="sheet">
      <div className="stack">
        <h1>Weigh-in</h1>
        <Leaves of="/weigh-in" />
        <div className="lead">
          <div className="big">
            {done} of {rows.length}
            <small>looked at</small>
          </div>
          <p>
            {next
              ? `Next: ${next.name}. Hold it upright against the light and say how full it looks: no scale is in use.`
              : rows.length === 0
                ? nothing
                : 'All looked at. A level tells a tenth or so; a scale of a few pounds tells a hundredth.'}
          </p>
        </div>
        <PrinterPick onPick={onPrinter} />
        <ul className="plain" ref={list}>
          {rows.map((row) => (
            <LevelRow key={row.id} row={row} onDone={() => goOn(row.id)} />
          ))}
        </ul>
        <div className="row">
          <Button onClick={onScale}>By weight all the same</Button>
          <Link to="/workbook/things">Add a scale</Link>
        </div>
      </div>
    </div>
  );
}

function LevelRow({ row, onDone }: { readonly row: Row; readonly onDone: () => void }) {
  const act = useAct();
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const record = async (): Promise<void> => {
    const { value, error: unread } = readTyped(text, 'percent');
    if (value === null || value < 0 || value > 100)
      return setError(unread ?? 'Enter how full it looks, from 0 to 100 %.');
    setError(null);
    if (!(await act(seeLevel(row.id, value / 100)))) return;
    setText('');
    onDone();
  };
  const { ink } = row.cartridge;
  return (
    <li>
      <form
        className="row"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void record();
        }}
      >
        <span style={{ minWidth: 180 }}>
          <Swatch shades={row.shades} /> {row.name}
          <span className="soft small"> {ink ? formatUncertain(ink, 'ml') : 'not known yet'}</span>
        </span>
        <QuantityField
          kind="percent"
          label={`${row.name}, level seen, %`}
          value={text}
          onText={(typed) => {
            setText(typed);
            setError(null);
          }}
        />
        <Button type="submit" variant="outlined">
          Record
        </Button>
        {error && (
          <span className="bad small" role="alert">
            {error}
          </span>
        )}
      </form>
    </li>
  );
}
