import { weighCartridge } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { all, bodyOf, find, inkByWeight, isBelowEmpty, readMass, type Context } from '@hiraeth/core/ledger';
import { explain } from '@hiraeth/core/words';
import { formatUncertain, parseQuantity } from '@hiraeth/core/quantity';
import { useLedger, useNow, useAct } from '../state/hooks';
import { useAppSelector } from '../state/store';
import { useScale, type ScaleSource } from '../devices/useScale';
import { Pick } from './fields';
import { isPlainKey } from './isPlainKey';
import { useScans } from './scan/useScans';
import { useTakenByItself } from './scale/useTakenByItself';
import { useTypedWeight } from './useTypedWeight';
import { Tick } from './Tick';

const CameraScan = lazy(() => import('./scan/CameraScan'));
const DisplayCamera = lazy(() => import('./scale/DisplayCamera'));

/**
 * Always at the foot: the weight, live or typed, what it will be written to, and one key to take it. A keyboard wedge
 * types a number and Enter, so the field takes both.
 */
export function ScaleRail({
  quiet = false,
}: {
  /** One line until a weight is asked for or typed: the page is for something else. */
  readonly quiet?: boolean;
}) {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const ready = useAppSelector((state) => state.workbook.status === 'ready');
  const { hub, state, target } = useScale();
  const [text, setText] = useState('');
  const [opened, setOpened] = useState(false);
  // What is wrong with the scale is never put away.
  const open = !quiet || opened || target !== null || text !== '' || state.trouble !== null;
  const [error, setError] = useState<string | null>(null);
  const [cartridgeId, setCartridgeId] = useState('');
  const field = useRef<HTMLInputElement>(null);
  useTypedWeight(field, (typed) => {
    flushSync(() => {
      setText(typed);
      setError(null);
    });
    // It was put away: the keys that follow go into it.
    if (!open) field.current?.focus();
  });
  const [scanning, setScanning] = useState(false);
  const scanned = useScans().cartridgeId;
  const [seen, setSeen] = useState<string | null>(null);
  // What was scanned lies on the scale, until another is chosen.
  if (scanned !== seen) {
    setSeen(scanned);
    if (scanned !== null) setCartridgeId(scanned);
  }
  const cartridges = all(ledger.context, 'cartridge').filter(
    (cartridge) => !ledger.state.cartridges.get(cartridge.id)?.retired,
  );
  const chosen = find(ledger.context, 'cartridge', cartridgeId);

  /** It is there to be typed into before it is; asked for a weight it is there already, and goes with the question. */
  const openField = (): void => {
    if (!field.current) flushSync(() => setOpened(true));
    field.current?.focus();
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key === 'w' && isPlainKey(event)) {
        event.preventDefault();
        openField();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  const live = state.source !== 'typed';
  const take = async (): Promise<void> => {
    let value: number;
    if (text.trim() !== '' || !live) {
      const parsed = parseQuantity(text, 'mass');
      if (!parsed.ok) return setError(explain(parsed.problem));
      value = parsed.value.value;
    } else if (state.settledG === null) return setError('Wait until the weight stands still, then take it.');
    else value = state.settledG;
    await accept(value);
  };
  const accept = async (value: number): Promise<void> => {
    const reading = readMass(ledger.context, value, target?.scaleId);
    setError(null);
    if (target) {
      setText('');
      return target.onTake(reading);
    }
    if (!chosen) return setError('Choose the cartridge that lies on the scale.');
    const saved = await act(weighCartridge(chosen.id, reading));
    if (saved) setText('');
  };

  const own = useTakenByItself(text !== '', (grams) => void accept(grams));

  const preview = (): string | null => {
    const parsed = parseQuantity(text, 'mass');
    const value = parsed.ok ? parsed.value.value : live ? state.settledG : null;
    if (value === null || target || !chosen) return null;
    const body = bodyOf(ledger.context, chosen.id);
    if (!body)
      return 'Its type is not in the workbook: the weight is kept, and says how much ink it is as soon as the type is there.';
    const { massG } = readMass(ledger.context, value);
    if (isBelowEmpty(body, massG)) return `lighter than it is empty (${body.emptyG.value.toFixed(2)} g)`;
    const ink = inkByWeight(ledger, chosen.id, massG, now);
    return ink && `= ${formatUncertain({ value: Math.max(0, ink.value), u: ink.u }, 'ml')} of ink`;
  };
  if (!ready) return null;
  const scan = (
    <>
      <Button className="scan" onClick={() => setScanning(true)}>
        Scan a label
      </Button>
      {scanning && (
        <Suspense fallback={null}>
          <CameraScan onClose={() => setScanning(false)} />
        </Suspense>
      )}
    </>
  );
  if (!open)
    return (
      <div className="rail quiet">
        <Button size="small" onClick={openField}>
          Weigh something
        </Button>
        {scan}
        {live && (
          <output aria-label="Live weight">
            {state.massG === null ? '–' : `${state.massG.toFixed(2)} g`}
          </output>
        )}
      </div>
    );
  return (
    <form
      className={target ? 'rail asked' : 'rail'}
      aria-label="Scale"
      onSubmit={(event) => {
        event.preventDefault();
        void take();
      }}
    >
      {(state.source === 'camera' || state.source === 'simulatedDisplay') && (
        <Suspense fallback={null}>
          <DisplayCamera
            key={state.source}
            simulated={state.source === 'simulatedDisplay'}
            places={placesOf(ledger.context, target?.scaleId)}
          />
        </Suspense>
      )}
      {live && (
        <output className="read" aria-label="Live weight">
          {state.massG === null ? '–' : `${state.massG.toFixed(2)} g`}
          <span className="small soft">
            {' '}
            {state.trouble ? '' : state.settledG === null ? 'moving' : 'still'}
          </span>
        </output>
      )}
      <TextField
        inputRef={field}
        label={live ? 'or type g' : 'Weight, g'}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setError(null);
        }}
        error={error !== null}
        slotProps={{
          htmlInput: { inputMode: 'decimal', autoComplete: 'off', 'aria-describedby': 'rail-says' },
        }}
        className="mass"
      />
      {target ? (
        <span className="to">
          for <strong>{target.label}</strong>
        </span>
      ) : (
        <Pick
          label="of"
          value={cartridgeId}
          options={cartridges.map((cartridge) => ({ value: cartridge.id, label: cartridge.label }))}
          onPick={setCartridgeId}
        />
      )}
      <Button type="submit" variant="contained" disabled={own.justTaken}>
        {own.justTaken ? 'Taken' : 'Take the weight'}
      </Button>
      {scan}
      {live && (
        <Button onClick={() => hub.tare()} disabled={state.settledG === null}>
          Tare
        </Button>
      )}
      <span id="rail-says" role="status" className={error || state.trouble ? 'bad small' : 'soft'}>
        {error ?? state.trouble ?? preview() ?? ''}
      </span>
      {own.canBe && (
        <Tick label="takes a still weight by itself" checked={own.byItself} onTick={own.choose} />
      )}
      <span className="which">
        <Pick<ScaleSource>
          label="Scale"
          value={state.source}
          options={[
            { value: 'typed', label: 'typed or wedge' },
            { value: 'serial', label: 'serial scale' },
            { value: 'usb', label: 'USB scale' },
            { value: 'bluetooth', label: 'Bluetooth scale' },
            { value: 'camera', label: 'its display, by camera' },
            { value: 'simulated', label: 'simulated scale' },
            { value: 'simulatedDisplay', label: 'simulated display' },
          ]}
          onPick={(source) => {
            setError(null);
            if (source === 'typed') hub.typed();
            else if (source === 'simulated') hub.simulate();
            else if (source === 'camera' || source === 'simulatedDisplay') hub.watch(source);
            else if (source === 'usb') void hub.usb();
            else if (source === 'bluetooth') void hub.bluetooth();
            else void hub.serial();
          }}
        />
      </span>
      {quiet && target === null && (
        <Button
          size="small"
          onClick={() => {
            setOpened(false);
            setText('');
            setError(null);
          }}
        >
          Put it away
        </Button>
      )}
    </form>
  );
}

/** How many places behind its point the scale shows that is in use; null: not known which it is. */
function placesOf(context: Context, scaleId: string | null | undefined): number | null {
  const scales = all(context, 'scale');
  const scale = scales.find(({ id }) => id === scaleId) ?? (scales.length === 1 ? scales[0] : undefined);
  return scale ? Math.max(0, Math.ceil(-Math.log10(scale.resolutionG) - 1e-9)) : null;
}
