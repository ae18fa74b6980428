import { Pick, QuantityField, readTyped } from './fields';
import { SIZES, sizeOf, type SizeKey } from './sizes';

/** A size as it was chosen: one of the ready ones, or typed. */
export interface ChosenSize {
  readonly key: SizeKey;
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
}: {
  readonly label?: string;
  readonly value: ChosenSize;
  readonly onPick: (size: ChosenSize) => void;
}) {
  return (
    <>
      <Pick<SizeKey>
        label={label}
        value={value.key}
        options={SIZES}
        onPick={(key) => onPick({ ...value, key })}
      />
      {value.key === 'own' && (
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
        </>
      )}
    </>
  );
}
