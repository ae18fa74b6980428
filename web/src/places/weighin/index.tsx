import { massOffWords, weighedWords, explain, pullOutWords, reasonWords } from '@hiraeth/core/words';
import {
  massOff,
  massRange,
  all,
  isGaugeOff,
  inkByWeight,
  readMass,
  slotFor,
  type LogSnapshot,
  type MassReading,
} from '@hiraeth/core/ledger';
import { putBack, weighCartridge } from '@hiraeth/core/acts';
import { HOUR_MS } from '@hiraeth/core/time';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { cartridgeView, isOffAlike, printerAdvice, slotView, type SetMass } from '@hiraeth/core/advice';
import { formatUncertain, parseQuantity } from '@hiraeth/core/quantity';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger, useNow, useAct } from '../../state/hooks';
import { useUnfinished, type Unfinished } from '../../state/unfinished';
import { useScaleTarget } from '../../devices/useScale';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { Swatch } from '../../parts/Swatch';
import { useGaugeEntry } from '../../parts/useGaugeEntry';
import { Term } from '../../parts/Term';
import { Leaves } from '../../parts/Leaves';
import { Afterwards, type Row, type Taken } from './Afterwards';

/** A sitting: what was weighed longer ago belongs to another one. */
const SITTING_MS = 2 * HOUR_MS;
/** Entries that a sitting may have brought beside its weights. */
const MOST_IN_A_SITTING = 1000;

/** What was weighed in this sitting, as far as it still stands in the log. */
function takenBefore(
  kept: Unfinished['weigh-in'] | null,
  ledger: LogSnapshot,
  now: string,
): ReadonlyMap<string, Taken> {
  if (!kept || Date.parse(now) - Date.parse(kept.at) > SITTING_MS) return new Map();
  const stands = new Set(ledger.facts.slice(-MOST_IN_A_SITTING).map(({ id }) => id));
  return new Map(kept.taken.filter(([, { factId }]) => stands.has(factId)));
}

/** Of the set those that are far from what was foretold. */
const farOf = (taken: ReadonlyMap<string, Taken>): readonly SetMass[] =>
  [...taken].flatMap(([cartridgeId, { tone, expected, reading }]) =>
    tone === 'warn' && expected ? [{ cartridgeId, expected, found: reading.massG }] : [],
  );

/** The whole set in slot order: a number and Enter for each, the gauge beside it. */
export default function WeighIn() {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const printer = usePrinter();
  const enterGauge = useGaugeEntry(printer?.id ?? '');
  const [kept, keep] = useUnfinished('weigh-in');
  const [taken, setTaken] = useState<ReadonlyMap<string, Taken>>(() => takenBefore(kept, ledger, now));
  // A column that is pasted goes on before the page is shown anew.
  const latest = useRef(taken);
  useEffect(() => {
    latest.current = taken;
  }, [taken]);
  // What was weighed survives leaving the page: a set is weighed in one sitting, not always on one sheet.
  useEffect(() => {
    if (taken.size > 0) void keep({ at: now, taken: [...taken] });
    // Kept as it was when something was weighed.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [taken, keep]);
  const [errors, setErrors] = useState<ReadonlyMap<string, string>>(new Map());
  const [back, setBack] = useState(false);
  const form = useRef<HTMLDivElement>(null);
  const [shelf, setShelf] = useState(false);
  const rows = printer ? rowsOf(ledger, printer, now, shelf) : [];
  const next = rows.find((row) => !taken.has(row.id));
  const done = rows.filter((row) => taken.has(row.id)).length;
  const seated = rows.filter((row) => row.slot !== null);

  useEffect(() => {
    // Whoever already types somewhere, as at the foot of the page, is not taken from it.
    if (document.activeElement instanceof HTMLInputElement) return;
    form.current?.querySelector<HTMLInputElement>('input[data-mass]:not(:disabled)')?.focus();
  }, []);
  const focusNext = (id: string): void => {
    const fields = [...(form.current?.querySelectorAll<HTMLInputElement>('input[data-mass]') ?? [])];
    const at = fields.findIndex((field) => field.dataset.mass === id);
    (fields.slice(at + 1).find((field) => !field.disabled) ?? fields[at])?.focus();
  };
  const weigh = useCallback(
    async (row: Row, reading: MassReading): Promise<boolean> => {
      const { massG } = reading;
      const { body } = row.cartridge;
      // Against what was foretold before it: afterwards the log agrees with the scale.
      const off = massOff(ledger, body.cartridge.id, massG, now);
      const mass = off && { cartridgeId: row.id, expected: off.expectedG, found: massG };
      const alike = mass !== null && off!.far && isOffAlike(mass, farOf(latest.current));
      const saved = await act(weighCartridge(body.cartridge.id, reading, alike));
      if (!saved) return false;
      const ink = inkByWeight(ledger, body.cartridge.id, massG, now);
      latest.current = new Map(latest.current).set(row.id, {
        factId: saved[0]!.id,
        reading,
        expected: off?.expectedG ?? null,
        density: row.cartridge.density.value,
        tone: off?.far ? 'warn' : '',
        words: ink ? `${formatUncertain(ink, 'ml')}${off === null ? '' : `, ${massOffWords(off)}`}` : '',
      });
      setTaken(latest.current);
      return true;
    },
    [ledger, now, act],
  );
  useScaleTarget(
    useMemo(
      () =>
        next
          ? {
              label: `${next.name}, weigh-in`,
              range: massRange(next.cartridge.body),
              onTake: (reading: MassReading) => void weigh(next, reading),
            }
          : null,
      [next, weigh],
    ),
  );
  const say = (row: Row, words: string): void => setErrors((old) => new Map(old).set(row.id, words));
  const enter = async (row: Row, text: string): Promise<boolean> => {
    const parsed = parseQuantity(text, 'mass');
    say(row, parsed.ok ? '' : explain(parsed.problem));
    if (!parsed.ok || !(await weigh(row, readMass(ledger.context, parsed.value.value)))) return false;
    focusNext(row.id);
    return true;
  };
  /** A column of masses, from this row downwards; it stops at the first that cannot be taken. */
  const paste = async (from: Row, lines: readonly string[]): Promise<void> => {
    const at = rows.indexOf(from);
    for (const [i, line] of lines.entries()) {
      const row = rows[at + i];
      if (!row) return;
      if (line.trim() !== '' && !(await enter(row, line))) return;
    }
  };
  const readGauge = async (row: Row, text: string): Promise<void> => {
    if (row.slot && text.trim() !== '') say(row, (await enterGauge(row.slot, text)) ?? '');
  };
  const allBack = async (): Promise<void> => {
    if (!printer) return;
    const into = seated
      .filter((row) => taken.has(row.id))
      .map((row) => ({ slotId: row.slot!.id, cartridgeId: row.id }));
    const saved = await act(putBack(printer.id, into));
    if (saved) setBack(true);
  };
  if (!printer)
    return (
      <div className="stack">
        <h1>Weigh-in</h1>
        <p>
          There is nothing to weigh yet. <Link to="/set-up">Set up a printer</Link> first.
        </p>
      </div>
    );
  return (
    <div className="sheet">
      <div className="stack" ref={form}>
        <h1>Weigh-in</h1>
        <Leaves of="/weigh-in" />
        <div className="lead">
          <div className="big">
            {done} of {rows.length}
            <small>weighed</small>
          </div>
          <p>
            {next
              ? `Next: ${next.name}. ${next.slot ? `Out, dry at the outlet, on the scale, back in. ${pullOutWords(printer)}` : 'On the shelf: with the keeper that it wears, on the scale.'}`
              : rows.length === 0
                ? nothingToWeigh(ledger, printer.id, now)
                : 'All weighed. The ink is known again.'}
          </p>
        </div>
        <PrinterPick
          onPick={() => {
            setTaken(new Map());
            setErrors(new Map());
            setBack(false);
          }}
        />
        <div className="scrollx">
          <table className="lines">
            <thead>
              <tr>
                <th>Slot</th>
                <th className="n">Expected</th>
                <th>Weight, g</th>
                <th>
                  <Term of="gauge">Printer says, %</Term>
                </th>
                <th>
                  <Term of="measuredInk">Ink by weight</Term>
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={row.id}>
                  <td>
                    <Swatch shades={row.shades} />
                    {row.name}
                    <div className="soft small">
                      {row.slot ? '' : 'on the shelf, '}
                      {weighedWords(row.cartridge)}
                      {row.cartridge.body.type.construction === 'twoPart' && ', head and tank together'}
                    </div>
                  </td>
                  <td className="n soft">
                    {row.cartridge.ink ? formatUncertain(row.cartridge.ink, 'ml') : '–'}
                  </td>
                  <td>
                    <Cell
                      label={`${row.name}, weight in g`}
                      mark={row.id}
                      onEnter={(text) => void enter(row, text)}
                      onPaste={(lines) => void paste(row, lines)}
                    />
                  </td>
                  <td>
                    {row.slot === null ? (
                      ''
                    ) : isGaugeOff(row.cartridge.state) ? (
                      <span className="soft small">gauge off</span>
                    ) : (
                      <Cell
                        label={`${row.name}, gauge in %`}
                        narrow
                        onEnter={(text) => void readGauge(row, text)}
                      />
                    )}
                  </td>
                  <td>
                    {errors.get(row.id) ? (
                      <span className="bad small" role="alert">
                        {errors.get(row.id)}
                      </span>
                    ) : taken.has(row.id) ? (
                      <span className={taken.get(row.id)!.tone}>
                        {taken.get(row.id)!.reading.massG.value.toFixed(2)} g = {taken.get(row.id)!.words}
                      </span>
                    ) : (
                      ''
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <label className="row small" style={{ gap: 8 }}>
          <input type="checkbox" checked={shelf} onChange={(event) => setShelf(event.target.checked)} />
          those on the shelf too
        </label>
        <Afterwards
          key={printer.id}
          printer={printer}
          rows={rows}
          taken={taken}
          onTaken={(change) => setTaken((old) => new Map([...old, ...change]))}
        />
        {seated.some((row) => taken.has(row.id)) && !back && (
          <div className="row">
            <Button variant="contained" onClick={() => void allBack()}>
              They are back in: log the priming routine
            </Button>
            <span className="soft small">
              A printer primes itself after a change. Leave it out if it was not opened for this.
            </span>
          </div>
        )}
        {back && (
          <p role="status">
            The priming routine is logged. <Link to="/">Back to the Rack</Link>
          </p>
        )}
      </div>
      <aside>
        <div>
          <h2>Quick hands</h2>
          <p>
            A number and <kbd>Enter</kbd> for each slot; a scale that types does the same. The gauge’s figure
            is optional: it teaches how far the printer’s count is off. A column from a table can be pasted
            into the first field.
          </p>
        </div>
        <div>
          <h2>Same parts each time</h2>
          <p>
            Weigh with the same keeper and tape on as before: a keeper weighs as much as half a millilitre.
          </p>
        </div>
        <div>
          <h2>From paper</h2>
          <p>
            Masses of the past, with their days: <Link to="/past/masses">in one grid</Link>.
          </p>
        </div>
      </aside>
    </div>
  );
}

/** Why no slot of a printer can be weighed. */
const nothingToWeigh = (ledger: ReturnType<typeof useLedger>, printerId: string, now: string): string => {
  const why = printerAdvice(ledger, printerId, now)?.slots.flatMap(({ advice }) => advice.why) ?? [];
  const untyped = why.find(({ code }) => code === 'typeUnknown');
  return untyped
    ? `${reasonWords(untyped)} Say on the Rack which types they are.`
    : 'No cartridge is in this printer by the log. Put one in from the Rack.';
};

/** The set in slot order, then what of its printer stands on the shelf. */
function rowsOf(
  ledger: ReturnType<typeof useLedger>,
  printer: Printer,
  now: string,
  shelf: boolean,
): readonly Row[] {
  const rows = printer.slots.flatMap((slot): Row[] => {
    const { cartridge } = slotView(ledger, printer.id, slot.id, now)!;
    return cartridge
      ? [{ id: cartridge.body.cartridge.id, name: slot.name, shades: slot.shades, slot, cartridge }]
      : [];
  });
  if (!shelf) return rows;
  const order = printer.slots.map(({ id }) => id);
  const others = all(ledger.context, 'cartridge').flatMap((cartridge) => {
    const home = slotFor(ledger.context, cartridge);
    const view = cartridgeView(ledger, cartridge.id, now);
    return home?.printer.id === printer.id && view && !view.state.seat && !view.state.retired
      ? [{ home: order.indexOf(home.slot.id), view }]
      : [];
  });
  return [
    ...rows,
    ...others
      .sort((a, b) => a.home - b.home)
      .map(({ view }): Row => {
        const { cartridge } = view.body;
        return {
          id: cartridge.id,
          name: cartridge.label,
          shades: cartridge.shades,
          slot: null,
          cartridge: view,
        };
      }),
  ];
}

function Cell({
  label,
  mark,
  narrow,
  onEnter,
  onPaste,
}: {
  readonly label: string;
  readonly mark?: string;
  readonly narrow?: boolean;
  readonly onEnter: (text: string) => void;
  readonly onPaste?: (lines: readonly string[]) => void;
}) {
  const [text, setText] = useState('');
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onEnter(text);
      }}
    >
      <TextField
        value={text}
        onChange={(event) => setText(event.target.value)}
        onPaste={(event) => {
          const lines = event.clipboardData.getData('text').trim().split(/\r?\n/);
          if (!onPaste || lines.length < 2) return;
          event.preventDefault();
          onPaste(lines);
        }}
        sx={{ width: narrow ? 90 : 120 }}
        slotProps={{
          htmlInput: { inputMode: 'decimal', 'aria-label': label, ...(mark ? { 'data-mass': mark } : {}) },
        }}
      />
    </form>
  );
}
