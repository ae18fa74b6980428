import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { explain } from '@hiraeth/core/words';
import { parseQuantity, type QuantityKind } from '@hiraeth/core/quantity';

export interface Typed {
  readonly text: string;
  readonly value: number | null;
  readonly error: string | null;
}

/** What a person typed, read as a quantity; an empty field is no error until it is needed. */
export function readTyped(text: string, kind: QuantityKind): Typed {
  if (text.trim() === '') return { text, value: null, error: null };
  const parsed = parseQuantity(text, kind);
  return parsed.ok
    ? { text, value: parsed.value.value, error: null }
    : { text, value: null, error: explain(parsed.problem) };
}

const MOST_WHOLE = 9999;
/** A count that a person typed: whole, and at least so many; null when it is not. */
export function readWhole(text: string, least: number): number | null {
  const { value } = readTyped(text, 'plain');
  return value !== null && Number.isInteger(value) && value >= least && value <= MOST_WHOLE ? value : null;
}

/** A count; says at once when it is none. */
export function WholeField({
  least = 0,
  value,
  onText,
  ...rest
}: Omit<TextFieldProps, 'onChange' | 'value'> & {
  readonly least?: number;
  readonly value: string;
  readonly onText: (text: string) => void;
}) {
  const wrong = readWhole(value, least) === null;
  return (
    <TextField
      {...rest}
      value={value}
      onChange={(event) => onText(event.target.value)}
      error={wrong}
      helperText={wrong ? `A whole number from ${least} to ${MOST_WHOLE}.` : undefined}
      slotProps={{ htmlInput: { inputMode: 'numeric', autoComplete: 'off' } }}
    />
  );
}

interface QuantityFieldProps extends Omit<TextFieldProps, 'onChange' | 'value'> {
  readonly kind: QuantityKind;
  readonly value: string;
  readonly onText: (text: string) => void;
}

/** A number with a unit; says at once when it cannot be read. */
export function QuantityField({ kind, value, onText, helperText, ...rest }: QuantityFieldProps) {
  const typed = readTyped(value, kind);
  return (
    <TextField
      {...rest}
      value={value}
      onChange={(event) => onText(event.target.value)}
      error={typed.error !== null}
      helperText={typed.error ?? helperText}
      slotProps={{ htmlInput: { inputMode: kind === 'plain' ? 'numeric' : 'decimal', autoComplete: 'off' } }}
    />
  );
}

/** Values to choose from, by their names; a value without one stands for itself. */
export function optionsOf<T extends string>(
  values: readonly T[],
  names: Partial<Record<T, string>> = {},
): { readonly value: T; readonly label: string }[] {
  return values.map((value) => ({ value, label: names[value] ?? value }));
}

/** Every value of a kind in the order of its names. */
export const choicesOf = <T extends string>(
  names: Readonly<Record<T, string>>,
): { readonly value: T; readonly label: string }[] => optionsOf(Object.keys(names) as T[], names);

interface PickProps<T extends string> {
  readonly label: string;
  readonly value: T | '';
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly onPick: (value: T) => void;
  readonly helperText?: string;
  /** What is wrong with the choice. */
  readonly error?: string | undefined;
  readonly className?: string;
  readonly disabled?: boolean;
}

/** A choice from a short list, as the platform's own select: quick on a tablet, and with the keyboard. */
export function Pick<T extends string>({
  label,
  value,
  options,
  onPick,
  helperText,
  error,
  className,
  disabled,
}: PickProps<T>) {
  return (
    <TextField
      select
      label={label}
      value={value}
      onChange={(event) => onPick(event.target.value as T)}
      error={error !== undefined}
      helperText={error ?? helperText}
      className={className}
      disabled={disabled}
      slotProps={{
        select: { native: true },
        inputLabel: { shrink: true },
        ...(error ? { formHelperText: { role: 'alert' } } : {}),
      }}
    >
      {/* A browser would show the first one as if it had been chosen. */}
      {options.every((option) => option.value !== value) && <option value={value}>choose …</option>}
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </TextField>
  );
}
