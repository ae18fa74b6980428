import Slider from '@mui/material/Slider';
import { useState } from 'react';
import { FloatSensor, type FloatFault } from '@hiraeth/rig';
import { Pick } from '../../parts/fields';

/** A float sensor on a clear wall: find its switch point with a known content; it is unsteady near it. */
export function FloatSensorPanel() {
  const [sensor] = useState(() => new FloatSensor(0.31));
  const [level, setLevel] = useState(60);
  const [fault, setFault] = useState<FloatFault>('none');
  const [lamps, setLamps] = useState(() => sensor.lamps(0.6));
  const show = (share: number, with_: FloatFault): void => {
    sensor.fault = with_;
    setLamps(sensor.lamps(share));
  };
  return (
    <section data-repeat className="section stack" aria-label="Simulated float sensor">
      <header>
        <h2>Float sensor</h2>
        <span className="soft small">calibrate it against a cartridge of known content; a backup only</span>
      </header>
      <p role="status" className={lamps.ink === lamps.low ? 'bad' : lamps.low ? 'warn' : ''}>
        <strong>{FloatSensor.words(lamps)}</strong> Lamp for ink {lamps.ink ? 'lit' : 'dark'}, lamp for low{' '}
        {lamps.low ? 'lit' : 'dark'}.
      </p>
      <div className="form" style={{ maxWidth: 560 }}>
        <label>
          Ink in the cartridge: {level} %
          <Slider
            value={level}
            min={0}
            max={100}
            step={1}
            onChange={(_event, value) => {
              setLevel(value);
              show(value / 100, fault);
            }}
            slotProps={{ input: { 'aria-label': 'Ink in the cartridge in percent' } }}
          />
        </label>
        <Pick<FloatFault>
          label="Its state"
          value={fault}
          options={[
            { value: 'none', label: 'healthy' },
            { value: 'bothLit', label: 'both lamps lit' },
            { value: 'bothDark', label: 'cable broken' },
          ]}
          onPick={(next) => {
            setFault(next);
            show(level / 100, next);
          }}
        />
      </div>
    </section>
  );
}
