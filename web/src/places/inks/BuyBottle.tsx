import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  all,
  CLASS_NAMES,
  explain,
  INK_CLASSES,
  parseMoney,
  settingsOf,
  SHADES,
  type FactDraft,
  type Ink,
  type InkClass,
} from '@hiraeth/core';
import { useLedger, useRecord } from '../../state/hooks';
import { useServices } from '../../state/services';
import { optionsOf, Pick, QuantityField, readTyped } from '../../parts/fields';
import { FormEnd } from '../../parts/FormEnd';

/** A bottle bought: of an ink that is known, or of a new one. */
export function BuyBottle({ onDone }: { readonly onDone: () => void }) {
  const ledger = useLedger();
  const record = useRecord();
  const { newId } = useServices();
  const inks = all(ledger.context, 'ink');
  const { currency } = settingsOf(ledger.context);
  const [inkId, setInkId] = useState(inks[0]?.id ?? 'new');
  const [name, setName] = useState('');
  const [shade, setShade] = useState<string>(firstShade(ledger));
  const [inkClass, setInkClass] = useState<InkClass>('pigment');
  const [density, setDensity] = useState('');
  const [lot, setLot] = useState('');
  const [volume, setVolume] = useState('');
  const [price, setPrice] = useState('');
  const [opened, setOpened] = useState<'yes' | 'no'>('yes');
  const [error, setError] = useState<string | null>(null);
  const isNew = inkId === 'new';

  const save = async (): Promise<void> => {
    const ml = readTyped(volume, 'volume');
    const money = parseMoney(price, currency);
    const rho = readTyped(density, 'density');
    if (isNew && name.trim() === '') return setError('Give the ink a name, as on its label.');
    if (ml.value === null || ml.value <= 0)
      return setError(ml.error ?? 'Enter how much the bottle holds, in ml.');
    if (!money.ok) return setError(`Price: ${explain(money.problem)}`);
    if (rho.error) return setError(`Density: ${rho.error}`);
    if (rho.value !== null && !(rho.value > 0.7 && rho.value < 1.6))
      return setError('A density of ink lies near 1.05 g/ml. Check the decimal mark, or leave it empty.');
    const facts: FactDraft[] = [];
    const id = isNew ? newId('ink') : inkId;
    const ink: Ink | undefined = isNew
      ? {
          entity: 'ink',
          id,
          name: name.trim(),
          shade,
          inkClass,
          density: rho.value === null ? null : { value: rho.value, u: 0.006 },
        }
      : inks.find((known) => known.id === inkId);
    if (!ink) return setError('Choose the ink.');
    if (isNew) facts.push({ kind: 'defined', entity: ink });
    const bottleId = newId('bottle');
    facts.push(
      {
        kind: 'defined',
        entity: {
          entity: 'bottle',
          id: bottleId,
          inkId: id,
          lot: lot.trim(),
          volumeMl: ml.value,
          priceMinor: money.value,
          emptyG: null,
        },
      },
      {
        kind: 'purchased',
        what: 'bottle',
        name: `${ink.name}${lot.trim() ? `, lot ${lot.trim()}` : ''}`,
        priceMinor: money.value,
        bottleId,
      },
    );
    if (opened === 'yes') facts.push({ kind: 'bottleOpened', bottleId, linerPresent: true });
    const saved = await record(facts, `Saved: ${ink.name}, ${ml.value} ml.`);
    if (saved) onDone();
  };
  return (
    <form
      className="section stack"
      aria-label="Buy a bottle"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <h2>A bottle</h2>
      <div className="form">
        <Pick
          label="Ink"
          value={inkId}
          options={[
            ...inks.map((ink) => ({ value: ink.id, label: ink.name })),
            { value: 'new', label: 'an ink that is new here' },
          ]}
          onPick={setInkId}
        />
        {isNew && (
          <>
            <TextField label="Ink’s name" value={name} onChange={(event) => setName(event.target.value)} />
            <Pick label="Shade" value={shade} options={optionsOf<string>(SHADES)} onPick={setShade} />
            <Pick<InkClass>
              label="Class"
              value={inkClass}
              options={optionsOf(INK_CLASSES, CLASS_NAMES)}
              onPick={setInkClass}
            />
            <QuantityField
              label="Density, g/ml"
              kind="plain"
              value={density}
              onText={setDensity}
              helperText="From its sheet; empty if you do not know"
            />
          </>
        )}
        <TextField
          label="Lot"
          value={lot}
          onChange={(event) => setLot(event.target.value)}
          helperText="Colours are compared by lot"
        />
        <QuantityField label="Holds, ml" kind="volume" value={volume} onText={setVolume} />
        <TextField
          label={`Price (${currency})`}
          value={price}
          onChange={(event) => setPrice(event.target.value)}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <Pick
          label="Opened"
          value={opened}
          options={[
            { value: 'yes', label: 'opened now' },
            { value: 'no', label: 'still sealed' },
          ]}
          onPick={setOpened}
        />
      </div>
      <FormEnd error={error} submit="Record the bottle" onCancel={onDone} />
    </form>
  );
}

/** The first shade of a cartridge that has no ink yet. */
function firstShade(ledger: ReturnType<typeof useLedger>): string {
  const known = new Set(all(ledger.context, 'ink').map((ink) => ink.shade));
  return (
    all(ledger.context, 'cartridge')
      .flatMap((cartridge) => cartridge.shades)
      .find((shade) => !known.has(shade)) ?? SHADES[0]
  );
}
