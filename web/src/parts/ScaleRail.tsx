import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { lazy, Suspense } from 'react';
import { toolsInUse, type Book } from '@hiraeth/core/ledger';
import { useLedger } from '../state/hooks';
import { useAppSelector } from '../state/store';
import { Pick } from './fields';
import { ScaleChoice } from './scale/ScaleChoice';
import { useRail } from './scale/useRail';
import { ScanLabel } from './scan/ScanLabel';
import { Tick } from './Tick';

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
  const ready = useAppSelector((state) => state.workbook.status === 'ready');
  const rail = useRail(quiet);
  const { error, own } = rail;
  const { hub, state, target, live } = rail.scale;
  if (!ready) return null;
  if (!rail.open) return <Quiet rail={rail} />;
  return (
    <form
      className={target ? 'rail asked' : 'rail'}
      aria-label="Scale"
      onSubmit={(event) => {
        event.preventDefault();
        void rail.take();
      }}
    >
      <Camera rail={rail} />
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
        inputRef={rail.field}
        label={live ? 'or type g' : 'Weight, g'}
        value={rail.text}
        onChange={(event) => rail.type(event.target.value)}
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
          value={rail.cartridgeId}
          options={rail.cartridges.map((cartridge) => ({ value: cartridge.id, label: cartridge.label }))}
          onPick={rail.setCartridgeId}
        />
      )}
      <Button type="submit" variant="contained" disabled={own.justTaken}>
        {own.justTaken ? 'Taken' : 'Take the weight'}
      </Button>
      <ScanLabel />
      {live && (
        <Button onClick={() => hub.tare()} disabled={state.settledG === null}>
          Tare
        </Button>
      )}
      <span id="rail-says" role="status" className={error || state.trouble ? 'bad small' : 'soft'}>
        {error ?? state.trouble ?? rail.preview() ?? ''}
      </span>
      {own.canBe && (
        <Tick label="takes a still weight by itself" checked={own.byItself} onTick={own.choose} />
      )}
      <span className="which">
        <ScaleChoice onChosen={rail.forget} />
      </span>
      {quiet && target === null && (
        <Button size="small" onClick={rail.putAway}>
          Put it away
        </Button>
      )}
    </form>
  );
}

type Rail = ReturnType<typeof useRail>;

/** Put away to one line, with what stands on a live scale. */
function Quiet({ rail: { openField, scale } }: { readonly rail: Rail }) {
  const { state, live } = scale;
  return (
    <div className="rail quiet">
      <Button size="small" onClick={openField}>
        Weigh something
      </Button>
      <ScanLabel />
      {live && (
        <output aria-label="Live weight">{state.massG === null ? '–' : `${state.massG.toFixed(2)} g`}</output>
      )}
    </div>
  );
}

/** The display of a scale, read through a camera, where that is how it is read. */
function Camera({ rail }: { readonly rail: Rail }) {
  const ledger = useLedger();
  const { state, target } = rail.scale;
  if (state.source !== 'camera' && state.source !== 'simulatedDisplay') return null;
  return (
    <Suspense fallback={null}>
      <DisplayCamera
        key={state.source}
        simulated={state.source === 'simulatedDisplay'}
        places={placesOf(ledger, target?.scaleId)}
      />
    </Suspense>
  );
}

/** How many places behind its point the scale shows that is in use; null: not known which it is. */
function placesOf(book: Book, scaleId: string | null | undefined): number | null {
  const scales = toolsInUse(book, 'scale');
  const scale = scales.find(({ id }) => id === scaleId) ?? (scales.length === 1 ? scales[0] : undefined);
  return scale ? Math.max(0, Math.ceil(-Math.log10(scale.resolutionG) - 1e-9)) : null;
}
