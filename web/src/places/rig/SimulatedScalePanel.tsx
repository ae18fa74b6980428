import Button from '@mui/material/Button';
import { useState } from 'react';
import { SOUND_SCALE } from '@hiraeth/rig';
import { useScale } from '../../devices/useScale';
import { QuantityField, readTyped } from '../../parts/fields';
import { Tick } from '../../parts/Tick';

/** A bench scale to put things on: it settles, drifts, overloads, and can lose its cable. */
export function SimulatedScalePanel() {
  const { hub, state } = useScale();
  const [mass, setMass] = useState('63.42');
  const [drift, setDrift] = useState('0');
  const [noise, setNoise] = useState(String(SOUND_SCALE.noiseG));
  const [unplugged, setUnplugged] = useState(false);
  const on = state.source === 'simulated';
  const put = (text: string): void => {
    setMass(text);
    const value = readTyped(text, 'mass').value;
    if (value !== null && value >= 0) hub.simulated.put(value);
  };
  const fault = (key: 'driftGPerMinute' | 'noiseG', text: string): void => {
    const value = readTyped(text, 'mass').value;
    if (value !== null) hub.simulated.faults = { ...hub.simulated.faults, [key]: value };
  };
  return (
    <section data-repeat className="section stack" aria-label="Simulated scale">
      <header>
        <h2>Scale</h2>
        <Button
          variant={on ? 'outlined' : 'contained'}
          onClick={() => {
            if (on) return hub.typed();
            put(mass);
            hub.simulate();
          }}
        >
          {on ? 'Switch it off' : 'Switch the simulated scale on'}
        </Button>
      </header>
      {on && (
        <div className="big" role="status">
          {state.trouble ? '–' : state.massG === null ? '…' : state.massG.toFixed(2)}
          <small>g {state.trouble ? '' : state.settledG === null ? 'moving' : 'still'}</small>
        </div>
      )}
      {on && state.trouble && <p className="bad">{state.trouble}</p>}
      <div className="form">
        <QuantityField label="On the pan, g" kind="mass" value={mass} onText={put} />
        <QuantityField
          label="Drifts, g a minute"
          kind="mass"
          value={drift}
          onText={(text) => {
            setDrift(text);
            fault('driftGPerMinute', text);
          }}
        />
        <QuantityField
          label="Noise, g"
          kind="mass"
          value={noise}
          onText={(text) => {
            setNoise(text);
            fault('noiseG', text);
          }}
        />
      </div>
      <div className="row">
        <Button onClick={() => hub.simulated.tare()} disabled={!on}>
          Tare
        </Button>
        <Button onClick={() => put('250')} disabled={!on}>
          Overload it
        </Button>
        <Tick
          label="Unplugged"
          checked={unplugged}
          onTick={(yes) => {
            setUnplugged(yes);
            hub.simulated.unplugged = yes;
          }}
        />
      </div>
    </section>
  );
}
