import { teachesSwitch, sensorReading, type Lamps, type SlotView } from '@hiraeth/core/advice';
import { sensorSaid, sensorSwitchesAt } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { toolsInUse } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger, useNow, useAct } from '../../state/hooks';
import { Pick } from '../../parts/fields';
import { Swatch } from '../../parts/Swatch';

const LAMPS: readonly { readonly value: Lamps; readonly label: string }[] = [
  { value: 'ink', label: '● ink   ○ low' },
  { value: 'low', label: '○ ink   ● low' },
  { value: 'unsteady', label: 'unsteady: now one, now the other' },
  { value: 'both', label: '● ink   ● low' },
  { value: 'none', label: '○ ink   ○ low' },
];

/** Float sensors as one board: a pair of lamps for each slot, each with a switch point of its own. */
export function SensorBoard({
  printer,
  slots,
}: {
  readonly printer: Printer;
  readonly slots: readonly SlotView[];
}) {
  const ledger = useLedger();
  if (!toolsInUse(ledger, 'tool').some(({ tool }) => tool === 'floatSensor')) return null;
  return (
    <section className="section" aria-label="Float sensors">
      <header>
        <h2>Float sensors</h2>
        <span className="soft small">unclip one before weighing, and clip it on again afterwards</span>
      </header>
      <table className="lines">
        <thead>
          <tr>
            <th>Slot</th>
            <th>Its lamps</th>
            <th>What that says</th>
            <th>
              <span className="visually-hidden">Take it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {slots.flatMap((view) =>
            view.cartridge ? [<Row key={view.slot.id} printer={printer} view={view} />] : [],
          )}
        </tbody>
      </table>
    </section>
  );
}

function Row({ printer, view: { slot, cartridge } }: { readonly printer: Printer; readonly view: SlotView }) {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const [lamps, setLamps] = useState<Lamps>('ink');
  const { id } = cartridge!.body.cartridge;
  const reading = sensorReading(ledger, id, lamps, now)!;
  const { ink } = cartridge!;
  const changing = lamps === 'low' || lamps === 'unsteady';
  return (
    <tr>
      <td>
        <Swatch shades={slot.shades} /> {slot.name}
      </td>
      <td>
        <Pick<Lamps> label={`Lamps of ${slot.name}`} value={lamps} options={LAMPS} onPick={setLamps} />
      </td>
      <td className={reading.fault ? 'warn' : ''}>
        {reading.fault
          ? 'One lamp is always lit when it is healthy: the sensor or its cable is at fault.'
          : reading.ml
            ? `About ${formatUncertain(reading.ml, 'ml')} stand in it as it changes over${reading.calibrated ? '' : ', by its kind'}.`
            : 'Ink stands above it.'}
      </td>
      <td className="n">
        {changing && reading.ml && (
          <Button
            size="small"
            variant="outlined"
            aria-label={`${slot.name} changed over just now`}
            onClick={() => void act(sensorSaid(ledger, id, 'float', now))}
          >
            It did just now
          </Button>
        )}
        {changing && teachesSwitch(ink) && (
          <Button
            size="small"
            aria-label={`${slot.name} switches at what is in it now`}
            onClick={() => void act(sensorSwitchesAt(printer, slot, ink))}
          >
            It switches at {formatUncertain(ink, 'ml')}
          </Button>
        )}
      </td>
    </tr>
  );
}
