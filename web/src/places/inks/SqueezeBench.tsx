import { useState } from 'react';
import { all, densityOfInk, formatUncertain, readMass, squeezeVolume, type Tool } from '@hiraeth/core';
import { useLedger, useRecord } from '../../app/hooks';
import { useServices } from '../../app/services';
import { Pick, QuantityField, readTyped } from '../../parts/fields';
import { FormEnd } from '../../parts/FormEnd';

/** How much one squeeze gives, by weighing some of them. */
export function SqueezeBench({ onDone }: { readonly onDone: () => void }) {
  const ledger = useLedger();
  const record = useRecord();
  const { newId } = useServices();
  const inks = all(ledger.context, 'ink');
  const tools = all(ledger.context, 'tool').filter((tool) => tool.tool === 'squeezeBottle');
  const [toolId, setToolId] = useState(tools[0]?.id ?? 'new');
  const [inkId, setInkId] = useState(inks[0]?.id ?? '');
  const [count, setCount] = useState('10');
  const [mass, setMass] = useState('');
  const density = densityOfInk(
    ledger.context,
    inks.find((ink) => ink.id === inkId),
  );
  const n = readTyped(count, 'plain').value;
  const g = readTyped(mass, 'mass').value;
  const ml =
    n !== null && n >= 1 && g !== null && g > 0
      ? squeezeVolume(readMass(ledger.context, g).massG, n, density)
      : null;
  const save = async (): Promise<void> => {
    if (!ml || n === null) return;
    const known = tools.find((tool) => tool.id === toolId);
    const tool: Tool = known
      ? { ...known, squeezeMl: ml }
      : {
          entity: 'tool',
          id: newId('tool'),
          name: 'Squeeze bottle',
          tool: 'squeezeBottle',
          fitsHeightMm: null,
          squeezeMl: ml,
          count: 1,
        };
    const saved = await record(
      [
        { kind: 'defined', entity: tool },
        { kind: 'squeezeCalibrated', toolId: tool.id, ml, squeezes: Math.round(n) },
      ],
      `Saved: one squeeze gives ${formatUncertain(ml, 'ml')}.`,
    );
    if (saved) onDone();
  };
  return (
    <form
      className="section stack"
      aria-label="Calibrate a squeeze bottle"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <h2>What one squeeze gives</h2>
      <p>Tare a cup, give ten squeezes into it, read the scale.</p>
      <div className="form">
        <Pick
          label="Squeeze bottle"
          value={toolId}
          options={[
            ...tools.map((tool) => ({ value: tool.id, label: tool.name })),
            { value: 'new', label: 'a new one' },
          ]}
          onPick={setToolId}
        />
        <Pick
          label="With"
          value={inkId}
          options={inks.map((ink) => ({ value: ink.id, label: ink.name }))}
          onPick={setInkId}
        />
        <QuantityField label="Squeezes" kind="plain" value={count} onText={setCount} />
        <QuantityField label="Weighed, g" kind="mass" value={mass} onText={setMass} />
      </div>
      {ml && <p className="big">{formatUncertain(ml, 'ml')}</p>}
      <FormEnd submit="Record it" disabled={!ml} onCancel={onDone} />
    </form>
  );
}
