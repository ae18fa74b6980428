import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  all,
  explain,
  parseQuantity,
  readMass,
  slotFor,
  type Cartridge,
  type FactDraft,
} from '@hiraeth/core';
import { useLedger, useNow, useRecord } from '../../app/hooks';
import { fromLocalField } from '../../parts/dates';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';

interface Line {
  readonly day: string;
  /** Masses as typed, by cartridge. */
  readonly masses: Readonly<Record<string, string>>;
}

const EMPTY: Line = { day: '', masses: {} };
const LINES = 6;
const MOST_LINES = 500;
/** Weighed on paper: nobody noted the hour. */
const HOUR = 'T12:00';

/** Masses of the past from paper or another table: a line a day, a column a cartridge, all saved at once or not at all. */
export default function Past() {
  const ledger = useLedger();
  const now = useNow();
  const record = useRecord();
  const printer = usePrinter();
  const [lines, setLines] = useState<readonly Line[]>(() => Array.from({ length: LINES }, () => EMPTY));
  const [problems, setProblems] = useState<readonly string[]>([]);
  if (!printer)
    return (
      <div className="stack">
        <h1>Masses of the past</h1>
        <p>
          First <Link to="/set-up">set up a printer</Link>.
        </p>
      </div>
    );
  const order = printer.slots.map(({ id }) => id);
  const columns = all(ledger.context, 'cartridge')
    .flatMap((cartridge) => {
      const home = slotFor(ledger.context, cartridge);
      return home?.printer.id === printer.id ? [{ cartridge, at: order.indexOf(home.slot.id) }] : [];
    })
    .sort((a, b) =>
      a.cartridge.set < b.cartridge.set ? -1 : a.cartridge.set > b.cartridge.set ? 1 : a.at - b.at,
    )
    .map(({ cartridge }) => cartridge);
  const change = (i: number, line: Partial<Line>): void =>
    setLines((old) => old.map((one, at) => (at === i ? { ...one, ...line } : one)));
  const put = (row: number, column: number, text: string): void => {
    const cells = text
      .replace(/\r/g, '')
      .replace(/\n$/, '')
      .split('\n')
      .slice(0, MOST_LINES)
      .map((line) => line.split('\t'));
    setLines((old) => {
      const next = [...old];
      while (next.length < row + cells.length) next.push(EMPTY);
      cells.forEach((values, r) => {
        let { day, masses } = next[row + r]!;
        values.forEach((value, c) => {
          if (column + c < 0) day = dayOf(value);
          else if (columns[column + c]) masses = { ...masses, [columns[column + c]!.id]: value.trim() };
        });
        next[row + r] = { day, masses };
      });
      return next;
    });
  };
  const save = async (): Promise<void> => {
    const { drafts, wrong } = readLines(lines, columns, now, (g) => readMass(ledger.context, g));
    setProblems(wrong.slice(0, 6));
    if (wrong.length > 0 || drafts.length === 0) return;
    const saved = await record(
      drafts,
      `Saved: ${drafts.length === 1 ? 'one mass' : `${drafts.length} masses`} of the past.`,
    );
    if (saved) setLines(Array.from({ length: LINES }, () => EMPTY));
  };
  const paste =
    (row: number, column: number) =>
    (event: React.ClipboardEvent): void => {
      const text = event.clipboardData.getData('text');
      if (!/[\t\n]/.test(text.trim())) return;
      event.preventDefault();
      put(row, column, text);
    };
  return (
    <div className="stack">
      <h1>Masses of the past</h1>
      <p>
        From a notebook or another table: a line for each day, g as they were weighed, empty where nothing
        was. A whole table can be pasted into any field, days first. All of it is saved at once, or none.{' '}
        <Link to="/weigh-in">To the weigh-in of today</Link>
      </p>
      <PrinterPick />
      <form
        className="stack"
        aria-label="Masses of the past"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <div className="scrollx">
          <table className="lines grid">
            <thead>
              <tr>
                <th>Day</th>
                {columns.map(({ id, label }) => (
                  <th key={id}>{label}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {lines.map((line, i) => (
                <tr key={i}>
                  <td>
                    <TextField
                      type="date"
                      value={line.day}
                      onChange={(event) => change(i, { day: event.target.value })}
                      onPaste={paste(i, -1)}
                      slotProps={{ htmlInput: { 'aria-label': `Day of line ${i + 1}` } }}
                    />
                  </td>
                  {columns.map(({ id, label }, c) => (
                    <td key={id}>
                      <TextField
                        value={line.masses[id] ?? ''}
                        onChange={(event) =>
                          change(i, { masses: { ...line.masses, [id]: event.target.value } })
                        }
                        onPaste={paste(i, c)}
                        sx={{ width: 92 }}
                        slotProps={{
                          htmlInput: { inputMode: 'decimal', 'aria-label': `${label}, line ${i + 1}, g` },
                        }}
                      />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {problems.length > 0 && (
          <ul className="bad" role="alert">
            {problems.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        )}
        <div className="row">
          <Button type="submit" variant="contained">
            Save them all
          </Button>
          <Button onClick={() => setLines((old) => [...old, EMPTY, EMPTY, EMPTY])}>More lines</Button>
        </div>
      </form>
    </div>
  );
}

/** A day as tables write it, for the date field; what is not one is left for the person. */
function dayOf(text: string): string {
  const iso = /^\s*(\d{4})-(\d{2})-(\d{2})/.exec(text);
  if (iso) return `${iso[1]}-${iso[2]}-${iso[3]}`;
  const dotted = /^\s*(\d{1,2})\.(\d{1,2})\.(\d{4})\s*$/.exec(text);
  return dotted ? `${dotted[3]}-${dotted[2]!.padStart(2, '0')}-${dotted[1]!.padStart(2, '0')}` : '';
}

function readLines(
  lines: readonly Line[],
  columns: readonly Cartridge[],
  now: string,
  massOf: (g: number) => ReturnType<typeof readMass>,
): { readonly drafts: FactDraft[]; readonly wrong: string[] } {
  const drafts: FactDraft[] = [];
  const wrong: string[] = [];
  lines.forEach(({ day, masses }, i) => {
    const some = columns.filter(({ id }) => (masses[id] ?? '').trim() !== '');
    if (some.length === 0) return;
    const at = day === '' ? null : fromLocalField(`${day}${HOUR}`);
    if (at === null) return void wrong.push(`Line ${i + 1}: choose its day.`);
    if (at > now) return void wrong.push(`Line ${i + 1}: that day is still to come.`);
    for (const { id, label } of some) {
      const parsed = parseQuantity(masses[id]!, 'mass');
      if (!parsed.ok) wrong.push(`Line ${i + 1}, ${label}: ${explain(parsed.problem)}`);
      else
        drafts.push({
          kind: 'weighed',
          what: 'cartridge',
          subjectId: id,
          purpose: 'weighIn',
          ...massOf(parsed.value.value),
          at,
        });
    }
  });
  return { drafts, wrong };
}
