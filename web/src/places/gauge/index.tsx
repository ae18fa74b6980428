import {
  insideWords,
  ACT_NAMES,
  adviceTitle,
  CHIP_WHY,
  emptyAtWords,
  reasonWords,
} from '@hiraeth/core/words';
import { STRATEGY_NAMES } from '@hiraeth/core/definition';
import { showsFigure, stepsOf } from '@hiraeth/core/gauge';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import { COVERAGE } from '@hiraeth/core/numeric';
import { counterOf, isGaugeOff } from '@hiraeth/core/ledger';
import { printerAdvice, type SlotView } from '@hiraeth/core/advice';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger, useNow } from '../../state/hooks';
import { Pick } from '../../parts/fields';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { Swatch } from '../../parts/Swatch';
import { useGaugeEntry } from '../../parts/useGaugeEntry';
import { Connect } from './Connect';
import { OneIsEmpty } from './OneIsEmpty';
import { SensorBoard } from './SensorBoard';
import { Signals } from './Signals';
import { Leaves } from '../../parts/Leaves';

/** What the printer believes, what is really there, and which step is still open. */
export default function Gauge() {
  const ledger = useLedger();
  const now = useNow();
  const printer = usePrinter();
  if (!printer)
    return (
      <div className="stack">
        <h1>Gauge</h1>
        <p>
          There is no printer yet. <Link to="/set-up">Set one up</Link> first.
        </p>
      </div>
    );
  const { slots, first } = printerAdvice(ledger, printer.id, now)!;
  return (
    <div className="sheet">
      <div className="stack" style={{ alignContent: 'start' }}>
        <h1>Gauge</h1>
        <Leaves of="/weigh-in" />
        {first && <Lead view={first} />}
        <PrinterPick />
        <OneIsEmpty printer={printer} />
        {stepsOf(printer.gauge).length > 0 && printer.gauge.steps.length < 2 && (
          <p className="soft small">
            Nobody said which steps it shows: quarters are offered. Others are entered under{' '}
            <Link to="/workbook/things">What is owned</Link>, in its gauge.
          </p>
        )}
        <div>
          {slots.map((view) => (
            <Row key={view.slot.id} printer={printer} view={view} />
          ))}
        </div>
        <SensorBoard key={printer.id} printer={printer} slots={slots} />
      </div>
      <aside>
        <Connect printer={printer} />
        <div>
          <h2>Why it lies</h2>
          <p>
            The gauge is a tally in the chip: it counts drops against the volume it was made for, and does not
            look inside. Enter its figure just before a weigh-in: the two together teach how far its count is
            off.
          </p>
        </div>
        <div>
          <h2>Expected, not wrong</h2>
          <p>
            The printer says “not original” after each change, and sometimes at power-up: confirm it. Keep
            automatic firmware updates off: one can end the acceptance of refilled cartridges. Refilling,
            third-party chips or firmware may affect the warranty: check the terms and local law.
          </p>
        </div>
      </aside>
    </div>
  );
}

function Lead({ view }: { readonly view: SlotView }) {
  const { advice } = view;
  const { emptyAt } = advice;
  const figure = emptyAt && advice.urgency !== 'now';
  return (
    <div className="lead">
      <div
        className={`big ${figure ? '' : 'words'} ${advice.urgency === 'now' ? 'bad' : ''}`}
        data-testid="gauge-lead"
      >
        {figure ? `${Math.round(Math.max(0, emptyAt.reading.value) * 100)} %` : adviceTitle(advice)}
        {figure && <small>is empty</small>}
      </div>
      <p>
        <strong>{view.slot.name}.</strong>{' '}
        {figure ? emptyAtWords(emptyAt) : advice.why.map(reasonWords).join(' ')}
      </p>
    </div>
  );
}

function Row({ printer, view }: { readonly printer: Printer; readonly view: SlotView }) {
  const ledger = useLedger();
  const enterGauge = useGaugeEntry(printer.id);
  const [error, setError] = useState<string | null>(null);
  const { slot, cartridge, advice } = view;
  const state = cartridge?.state;
  const steps = stepsOf(printer.gauge);
  const counter = counterOf(ledger, printer.id, slot.id);
  const tone = advice.urgency === 'now' ? 'bad' : advice.urgency === 'soon' ? 'warn' : '';
  const fraction = state?.gauge?.fraction;
  const enter = async (text: string): Promise<boolean> => {
    const words = await enterGauge(slot, text);
    setError(words);
    return words === null;
  };
  return (
    <section className="gaugerow" aria-label={slot.name}>
      <div>
        <Swatch shades={slot.shades} />
        {cartridge ? (
          <Link to={`/cartridge/${cartridge.body.cartridge.id}`}>
            <strong>{slot.name}</strong>
          </Link>
        ) : (
          <strong>{slot.name}</strong>
        )}
        <div className="soft small">
          {cartridge ? insideWords(cartridge) : 'empty slot'}
          {state ? `; ${STRATEGY_NAMES[state.chip.machine.strategy]}` : ''}
        </div>
      </div>
      <div>
        {isGaugeOff(state) ? (
          <span className="soft">gauge off: by weight</span>
        ) : !showsFigure(printer.gauge) ? (
          <span className="soft">shows no figure</span>
        ) : steps.length > 0 ? (
          <Step steps={steps} shown={fraction ?? null} onEnter={(step) => enter(String(step * 100))} />
        ) : (
          <Reading
            label={`${slot.name}, printer says %`}
            placeholder={
              fraction === null || fraction === undefined ? '' : String(Math.round(fraction * 100))
            }
            onEnter={enter}
          />
        )}
        {error && (
          <div className="bad small" role="alert">
            {error}
          </div>
        )}
      </div>
      <div className="small">
        {advice.emptyAt ? (
          <>
            <strong>{Math.round(Math.max(0, advice.emptyAt.reading.value) * 100)} %</strong> ±{' '}
            {Math.round(COVERAGE * advice.emptyAt.reading.u * 100)} is empty
            <div className="soft">act at {Math.round(advice.emptyAt.shownActAt * 100)} %</div>
          </>
        ) : (
          <span className="soft">no reading to compare yet</span>
        )}
        {counter.seen > 0 && (
          <div className="soft">
            counts {counter.k < 1 ? 'too much' : 'too little'}: × {counter.k.toFixed(2)} ±{' '}
            {(COVERAGE * Math.sqrt(counter.variance)).toFixed(2)}
          </div>
        )}
      </div>
      <div>
        <details className="why">
          <summary className={tone}>{adviceTitle(advice)}</summary>
          <ul>
            {advice.why.map((reason) => (
              <li key={reason.code}>{reasonWords(reason)}</li>
            ))}
            {advice.options.map((option) => (
              <li key={`${option.act}${option.why}`} className={option.allowed ? '' : 'soft'}>
                {ACT_NAMES[option.act]}: {CHIP_WHY[option.why]}
              </li>
            ))}
          </ul>
        </details>
        {cartridge && <Signals printer={printer} view={view} advice={advice} />}
      </div>
    </section>
  );
}

/** A step that it shows: chosen, then written by its button. */
function Step({
  steps,
  shown,
  onEnter,
}: {
  readonly steps: readonly number[];
  readonly shown: number | null;
  readonly onEnter: (step: number) => Promise<boolean>;
}) {
  const [choice, setChoice] = useState<string | null>(null);
  return (
    <div className="row">
      <Pick
        label="It shows"
        value={choice ?? (shown === null ? '' : String(shown))}
        options={steps.map((step) => ({ value: String(step), label: `${Math.round(step * 100)} %` }))}
        onPick={setChoice}
      />
      <Button
        disabled={choice === null}
        onClick={() => void onEnter(Number(choice)).then((saved) => saved && setChoice(null))}
      >
        Save
      </Button>
    </div>
  );
}

function Reading({
  label,
  placeholder,
  onEnter,
}: {
  readonly label: string;
  readonly placeholder: string;
  readonly onEnter: (text: string) => Promise<boolean>;
}) {
  const [text, setText] = useState('');
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        const field = event.currentTarget.querySelector('input');
        void onEnter(text).then((saved) => {
          if (!saved) return;
          setText('');
          // Number and Enter down the row of slots.
          const fields = [...document.querySelectorAll<HTMLInputElement>('input[data-reading]')];
          fields[fields.indexOf(field!) + 1]?.focus();
        });
      }}
    >
      <TextField
        value={text}
        placeholder={placeholder}
        onChange={(event) => setText(event.target.value)}
        sx={{ width: 104 }}
        slotProps={{
          input: { endAdornment: '%' },
          htmlInput: { inputMode: 'decimal', 'aria-label': label, 'data-reading': '' },
        }}
      />
    </form>
  );
}
