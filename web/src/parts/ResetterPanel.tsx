import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import { useState } from 'react';
import { Resetter, type ResetterLight } from '@hiraeth/rig';

const LIGHTS: Record<ResetterLight, string> = {
  dark: 'The light is dark: the pins touch nothing.',
  blinking: 'The light blinks: hold still.',
  done: 'The light stands still: done.',
  failed: 'The light flickers and goes out: the pins miss the contacts. Lift it, and try again.',
};

/** A resetter to practise on: pins on the contacts, straight, until the light says done. */
export function ResetterPanel({ onReset }: { readonly onReset?: () => void }) {
  const [resetter] = useState(() => new Resetter());
  const [offset, setOffset] = useState(1.6);
  const [tilt, setTilt] = useState(9);
  const [light, setLight] = useState<ResetterLight>('dark');
  const hold = (): void => {
    const done = resetter.hold(offset, tilt, 500);
    setLight(resetter.light);
    if (done) onReset?.();
  };
  return (
    <section data-repeat className="section stack" aria-label="Simulated resetter">
      <header>
        <h2>Resetter</h2>
        <span className="soft small">
          hold it until the light says done; alignment takes more than one try
        </span>
      </header>
      <p className={light === 'done' ? '' : light === 'failed' ? 'bad' : 'soft'} role="status">
        <strong>{LIGHTS[light]}</strong>
      </p>
      <div className="form" style={{ maxWidth: 560 }}>
        <label>
          Beside the contacts: {offset.toFixed(1)} mm
          <Slider
            value={offset}
            min={-3}
            max={3}
            step={0.1}
            onChange={(_event, value) => setOffset(value)}
            slotProps={{ input: { 'aria-label': 'Offset in mm' } }}
          />
        </label>
        <label>
          Tilted: {tilt}°
          <Slider
            value={tilt}
            min={-15}
            max={15}
            step={1}
            onChange={(_event, value) => setTilt(value)}
            slotProps={{ input: { 'aria-label': 'Tilt in degrees' } }}
          />
        </label>
      </div>
      <div className="row">
        <Button variant="outlined" onClick={hold}>
          Press and hold half a second
        </Button>
        <Button
          onClick={() => {
            resetter.lift();
            setLight(resetter.light);
          }}
        >
          Lift it
        </Button>
      </div>
    </section>
  );
}
