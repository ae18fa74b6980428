import { keepSize } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { settingsOf } from '@hiraeth/core/ledger';
import { useLedger, useAct } from '../state/hooks';
import { Pick, QuantityField, readTyped } from './fields';
import { SIZES, sizeOf } from './sizes';

/** A size as it was chosen: one of the ready ones, or typed. */
export interface ChosenSize {
  /** `297x420`, or `own`. */
  readonly key: string;
  readonly width: string;
  readonly height: string;
}

/** To begin with: a size that was printed last, or A3. */
export function chooseSize(last?: { readonly widthMm: number; readonly heightMm: number }): ChosenSize {
  const ready = last && SIZES.find(({ value }) => value === `${last.widthMm}x${last.heightMm}`)?.value;
  return {
    key: last ? (ready ?? 'own') : '297x420',
    width: String(last?.widthMm ?? ''),
    height: String(last?.heightMm ?? ''),
  };
}

/** Width and height, mm; null while a typed one is not whole. */
export function chosenSize(chosen: ChosenSize): { widthMm: number; heightMm: number } | null {
  if (chosen.key !== 'own') return sizeOf(chosen.key);
  const widthMm = readTyped(chosen.width, 'length').value;
  const heightMm = readTyped(chosen.height, 'length').value;
  return widthMm !== null && heightMm !== null && widthMm >= 1 && heightMm >= 1
    ? { widthMm, heightMm }
    : null;
}

/** One of the usual sizes, or any other by its width and height. */
export function SizePick({
  label = 'Size',
  value,
  onPick,
  error,
}: {
  readonly label?: string;
  readonly value: ChosenSize;
  readonly onPick: (size: ChosenSize) => void;
  /** What is wrong with it, said under it. */
  readonly error?: string | undefined;
}) {
  const settings = settingsOf(useLedger().context);
  const own = (settings.sizes ?? []).map(({ name, widthMm, heightMm }) => ({
    value: `${widthMm}x${heightMm}`,
    label: `${name}, ${widthMm} × ${heightMm} mm`,
  }));
  const ready = [
    ...SIZES.slice(0, -1),
    ...own.filter((one) => !SIZES.some(({ value: v }) => v === one.value)),
  ];
  // What was printed last may be among one's own by now.
  const size = value.key === 'own' ? chosenSize(value) : null;
  const typed = size && ready.find((one) => one.value === `${size.widthMm}x${size.heightMm}`);
  const key = typed?.value ?? value.key;
  return (
    <>
      <Pick
        label={label}
        value={key}
        options={[...ready, ...SIZES.slice(-1)]}
        onPick={(picked) =>
          onPick(picked === 'own' ? { key: picked, width: '', height: '' } : { ...value, key: picked })
        }
        error={error}
      />
      {key === 'own' && (
        <>
          <QuantityField
            label="Width, mm"
            kind="length"
            value={value.width}
            onText={(width) => onPick({ ...value, width })}
          />
          <QuantityField
            label="Height, mm"
            kind="length"
            value={value.height}
            onText={(height) => onPick({ ...value, height })}
          />
          <KeepSize value={value} />
        </>
      )}
    </>
  );
}

/** A typed size, kept under a name of its own. */
function KeepSize({ value }: { readonly value: ChosenSize }) {
  const act = useAct();
  const ledger = useLedger();
  const [name, setName] = useState('');
  const size = chosenSize(value);
  if (!size) return null;
  return (
    <span className="row" style={{ flexWrap: 'nowrap' }}>
      <TextField label="Keep it as" value={name} onChange={(event) => setName(event.target.value)} />
      <Button
        disabled={name.trim() === ''}
        onClick={() => void act(keepSize(ledger, { name: name.trim(), ...size }))}
      >
        Keep
      </Button>
    </span>
  );
}
