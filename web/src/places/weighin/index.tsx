import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useCallback, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import {
  agoWords,
  COVERAGE,
  expectedMass,
  explain,
  formatUncertain,
  isGaugeOff,
  inkByWeight,
  parseQuantity,
  pullOutWords,
  readMass,
  slotView,
  type FactDraft,
  type MassReading,
  type SlotView,
} from '@hiraeth/core';
import { useLedger, useNow, useRecord } from '../../app/hooks';
import { useScaleTarget } from '../../devices/useScale';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { Swatch } from '../../parts/Swatch';
import { useGaugeEntry } from '../../parts/useGaugeEntry';

interface Taken {
  readonly massG: number;
  readonly words: string;
  readonly tone: '' | 'warn';
}

/** The whole set in slot order: a number and Enter for each, the gauge beside it. */
export default function WeighIn() {
  const ledger = useLedger();
  const now = useNow();
  const record = useRecord();
  const printer = usePrinter();
  const enterGauge = useGaugeEntry(printer?.id ?? '');
  const [taken, setTaken] = useState<ReadonlyMap<string, Taken>>(new Map());
  const [errors, setErrors] = useState<ReadonlyMap<string, string>>(new Map());
  const [back, setBack] = useState(false);
  const form = useRef<HTMLDivElement>(null);
  const views = printer
    ? printer.slots
        .map((slot) => slotView(ledger, printer.id, slot.id, now)!)
        .filter((view) => view.cartridge)
    : [];
  const next = views.find((view) => !taken.has(view.slot.id));
  const done = views.filter((view) => taken.has(view.slot.id)).length;

  const focusNext = (slotId: string): void => {
    const fields = [...(form.current?.querySelectorAll<HTMLInputElement>('input[data-mass]') ?? [])];
    const at = fields.findIndex((field) => field.dataset.mass === slotId);
    (fields.slice(at + 1).find((field) => !field.disabled) ?? fields[at])?.focus();
  };
  const weigh = useCallback(
    async (view: SlotView, reading: MassReading): Promise<boolean> => {
      const { massG } = reading;
      const { body } = view.cartridge!;
      const expected = expectedMass(ledger, body.cartridge.id, now);
      const fact: FactDraft = {
        kind: 'weighed',
        what: 'cartridge',
        subjectId: body.cartridge.id,
        purpose: 'weighIn',
        ...reading,
      };
      const saved = await record(
        [fact],
        `Saved: ${body.cartridge.label} weighs ${massG.value.toFixed(2)} g.`,
      );
      if (!saved) return false;
      const ink = inkByWeight(ledger, body.cartridge.id, massG, now);
      // Compared by mass: the empty mass's doubt is in both and tells nothing.
      const off = expected ? (massG.value - expected.value) / view.cartridge!.density.value : null;
      const far =
        expected !== null &&
        Math.abs(massG.value - expected.value) > COVERAGE * Math.hypot(massG.u, expected.u);
      setTaken((old) =>
        new Map(old).set(view.slot.id, {
          massG: massG.value,
          tone: far ? 'warn' : '',
          words: ink
            ? `${formatUncertain(ink, 'ml')}${off === null ? '' : `, ${Math.abs(off).toFixed(1)} ml ${off < 0 ? 'less' : 'more'} than expected${far ? ': was everything logged?' : ''}`}`
            : '',
        }),
      );
      return true;
    },
    [ledger, now, record],
  );
  useScaleTarget(
    useMemo(
      () =>
        next
          ? {
              label: `${next.slot.name}, weigh-in`,
              onTake: (reading: MassReading) => void weigh(next, reading),
            }
          : null,
      [next, weigh],
    ),
  );
  const say = (view: SlotView, words: string): void =>
    setErrors((old) => new Map(old).set(view.slot.id, words));
  const enter = async (view: SlotView, text: string): Promise<void> => {
    const parsed = parseQuantity(text, 'mass');
    say(view, parsed.ok ? '' : explain(parsed.problem));
    if (parsed.ok && (await weigh(view, readMass(ledger.context, parsed.value.value))))
      focusNext(view.slot.id);
  };
  const readGauge = async (view: SlotView, text: string): Promise<void> => {
    if (text.trim() !== '') say(view, (await enterGauge(view.slot, text)) ?? '');
  };
  const putBack = async (): Promise<void> => {
    if (!printer) return;
    const into = views
      .filter((view) => taken.has(view.slot.id))
      .map((view) => ({ slotId: view.slot.id, cartridgeId: view.cartridge!.body.cartridge.id }));
    const saved = await record(
      [{ kind: 'installed', printerId: printer.id, into }],
      `Saved: ${into.length} cartridges back in, one priming routine.`,
    );
    if (saved) setBack(true);
  };
  if (!printer)
    return (
      <div className="stack">
        <h1>Weigh-in</h1>
        <p>
          There is nothing to weigh yet. <Link to="/workbook?set-up=printer">Set up a printer</Link> first.
        </p>
      </div>
    );
  return (
    <div className="sheet">
      <div className="stack" ref={form}>
        <h1>Weigh-in</h1>
        <div className="lead">
          <div className="big">
            {done} of {views.length}
            <small>weighed</small>
          </div>
          <p>
            {next
              ? `Next: ${next.slot.name}. Out, dry at the outlet, on the scale, back in. ${pullOutWords(printer)}`
              : views.length === 0
                ? 'No cartridge is in this printer by the log. Put one in from the Rack.'
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
                <th>Printer says, %</th>
                <th>Ink by weight</th>
              </tr>
            </thead>
            <tbody>
              {views.map((view) => (
                <tr key={view.slot.id}>
                  <td>
                    <Swatch shades={view.slot.shades} />
                    {view.slot.name}
                    <div className="soft small">
                      {view.cartridge!.weighedDaysAgo === null
                        ? 'never weighed'
                        : `weighed ${agoWords(view.cartridge!.weighedDaysAgo)}`}
                    </div>
                  </td>
                  <td className="n soft">
                    {view.cartridge!.ink ? formatUncertain(view.cartridge!.ink, 'ml') : '–'}
                  </td>
                  <td>
                    <Cell
                      label={`${view.slot.name}, weight in g`}
                      mark={view.slot.id}
                      onEnter={(text) => void enter(view, text)}
                    />
                  </td>
                  <td>
                    {isGaugeOff(view.cartridge!.state) ? (
                      <span className="soft small">gauge off</span>
                    ) : (
                      <Cell
                        label={`${view.slot.name}, gauge in %`}
                        narrow
                        onEnter={(text) => void readGauge(view, text)}
                      />
                    )}
                  </td>
                  <td>
                    {errors.get(view.slot.id) ? (
                      <span className="bad small" role="alert">
                        {errors.get(view.slot.id)}
                      </span>
                    ) : taken.has(view.slot.id) ? (
                      <span className={taken.get(view.slot.id)!.tone}>
                        {taken.get(view.slot.id)!.massG.toFixed(2)} g = {taken.get(view.slot.id)!.words}
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
        {done > 0 && !back && (
          <div className="row">
            <Button variant="contained" onClick={() => void putBack()}>
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
            is optional: it teaches how far the printer’s count is off.
          </p>
        </div>
        <div>
          <h2>Same parts each time</h2>
          <p>
            Weigh with the same keeper and tape on as before: a keeper weighs as much as half a millilitre.
          </p>
        </div>
      </aside>
    </div>
  );
}

function Cell({
  label,
  mark,
  narrow,
  onEnter,
}: {
  readonly label: string;
  readonly mark?: string;
  readonly narrow?: boolean;
  readonly onEnter: (text: string) => void;
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
        sx={{ width: narrow ? 90 : 120 }}
        slotProps={{
          htmlInput: { inputMode: 'decimal', 'aria-label': label, ...(mark ? { 'data-mass': mark } : {}) },
        }}
      />
    </form>
  );
}
