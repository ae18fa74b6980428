import { useState } from 'react';
import { all, densityOfInk, formatUncertain, readMass, squeezeVolume, type Tool } from '@hiraeth/core';
import { useLedger, useRecord } from '../../state/hooks';
import { useServices } from '../../state/services';
import { Pick, QuantityField, readTyped } from '../../parts/fields';
import { FormEnd } from '../../parts/FormEnd';

/** How much one squeeze, or one drop, gives: by weighing some of them. */
export function SqueezeBench({ onDone }: { readonly onDone: () => void }) {
  const ledger = useLedger();
  const record = useRecord();
  const { newId } = useServices();
  const inks = all(ledger.context, 'ink');
  const tools = all(ledger.context, 'tool').filter(
    ({ tool }) => tool === 'squeezeBottle' || tool === 'dropBottle',
  );
  const [toolId, setToolId] = useState(tools[0]?.id ?? 'squeezeBottle');
  const [inkId, setInkId] = useState(inks[0]?.id ?? '');
  const [count, setCount] = useState('10');
  const [mass, setMass] = useState('');
  const density = densityOfInk(
    ledger.context,
    inks.find((ink) => ink.id === inkId),
  );
  const known = tools.find((tool) => tool.id === toolId);
  const kind = (known?.tool ?? toolId) === 'dropBottle' ? 'dropBottle' : 'squeezeBottle';
  const one = kind === 'dropBottle' ? 'drop' : 'squeeze';
  const n = readTyped(count, 'plain').value;
  const g = readTyped(mass, 'mass').value;
  const ml =
    n !== null && n >= 1 && g !== null && g > 0
      ? squeezeVolume(readMass(ledger.context, g).massG, n, density)
      : null;
  const save = async (): Promise<void> => {
    if (!ml || n === null) return;
    const tool: Tool = known
      ? { ...known, squeezeMl: ml }
      : {
          entity: 'tool',
          id: newId('tool'),
          name: kind === 'dropBottle' ? 'Drop bottle' : 'Squeeze bottle',
          tool: kind,
          fitsHeightMm: null,
          squeezeMl: ml,
          count: 1,
        };
    const saved = await record(
      [
        { kind: 'defined', entity: tool },
        { kind: 'squeezeCalibrated', toolId: tool.id, ml, squeezes: Math.round(n) },
      ],
      `Saved: one ${one} gives ${formatUncertain(ml, 'ml')}.`,
    );
    if (saved) onDone();
  };
  return (
    <form
      className="section stack"
      aria-label="Calibrate a squeeze or drop bottle"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <h2>What one {one} gives</h2>
      <p>
        {one === 'drop'
          ? 'Tare a cup, let fifty drops fall into it, read the scale.'
          : 'Tare a cup, give ten squeezes into it, read the scale.'}
      </p>
      <div className="form">
        <Pick
          label="Bottle"
          value={toolId}
          options={[
            ...tools.map((tool) => ({ value: tool.id, label: tool.name })),
            { value: 'squeezeBottle', label: 'a new squeeze bottle' },
            { value: 'dropBottle', label: 'a new drop bottle' },
          ]}
          onPick={(id) => {
            setToolId(id);
            const drops = (tools.find((tool) => tool.id === id)?.tool ?? id) === 'dropBottle';
            setCount(drops ? '50' : '10');
          }}
        />
        <Pick
          label="With"
          value={inkId}
          options={inks.map((ink) => ({ value: ink.id, label: ink.name }))}
          onPick={setInkId}
        />
        <QuantityField
          label={one === 'drop' ? 'Drops' : 'Squeezes'}
          kind="plain"
          value={count}
          onText={setCount}
        />
        <QuantityField label="Weighed, g" kind="mass" value={mass} onText={setMass} />
      </div>
      {ml && <p className="big">{formatUncertain(ml, 'ml')}</p>}
      <FormEnd submit="Record it" disabled={!ml} onCancel={onDone} />
    </form>
  );
}
