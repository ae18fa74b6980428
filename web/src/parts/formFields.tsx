import FormHelperText from '@mui/material/FormHelperText';
import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { Controller, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import type { QuantityKind } from '@hiraeth/core/quantity';
import { Pick, readTyped } from './fields';
import { Tick } from './Tick';

interface Bound<V extends FieldValues, O> {
  readonly control: Control<V, unknown, O>;
  readonly name: FieldPath<V>;
  readonly label: string;
}

/** One line to type in, bound to its form: what is wrong with it is said under it. */
export function TextOf<V extends FieldValues, O>({
  control,
  name,
  label,
  helperText,
  kind,
  numeric = kind !== undefined,
  ...rest
}: Bound<V, O> & {
  readonly numeric?: boolean;
  /** What cannot be read as such a quantity is said while it is typed; what is missing when it is sent. */
  readonly kind?: QuantityKind;
} & Omit<TextFieldProps, 'name' | 'label' | 'value' | 'onChange' | 'slotProps'>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { ref, value, ...field }, fieldState: { error } }) => {
        const wrong = (kind && readTyped(value, kind).error) ?? error?.message;
        return (
          <TextField
            {...rest}
            {...field}
            inputRef={ref}
            value={value}
            label={label}
            error={wrong !== undefined}
            helperText={wrong ?? helperText}
            slotProps={{
              htmlInput: { autoComplete: 'off', ...(numeric ? { inputMode: 'decimal' } : {}) },
              ...(error ? { formHelperText: { role: 'alert' } } : {}),
            }}
          />
        );
      }}
    />
  );
}

/** A choice from a short list, bound to its form. */
export function PickOf<V extends FieldValues, O>({
  control,
  name,
  label,
  options,
  helperText,
  onPicked,
}: Bound<V, O> & {
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly helperText?: string | undefined;
  /** Told after a choice was made by hand. */
  readonly onPicked?: (value: string) => void;
}) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState: { error } }) => (
        <Pick
          label={label}
          value={field.value}
          options={options}
          onPick={(value: string) => {
            field.onChange(value);
            onPicked?.(value);
          }}
          error={error?.message}
          {...(helperText ? { helperText } : {})}
        />
      )}
    />
  );
}

/** Yes or no, bound to its form. */
export function FlagOf<V extends FieldValues, O>({ control, name, label }: Bound<V, O>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState: { error } }) => (
        <div>
          <Tick label={label} checked={field.value === true} onTick={field.onChange} />
          {error && (
            <FormHelperText error role="alert">
              {error.message}
            </FormHelperText>
          )}
        </div>
      )}
    />
  );
}
