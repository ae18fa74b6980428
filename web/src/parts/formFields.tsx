import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { Controller, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import { Pick } from './fields';

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
  numeric = false,
  ...rest
}: Bound<V, O> & { readonly numeric?: boolean } & Omit<
    TextFieldProps,
    'name' | 'label' | 'value' | 'onChange' | 'slotProps'
  >) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { ref, value, ...field }, fieldState: { error } }) => (
        <TextField
          {...rest}
          {...field}
          inputRef={ref}
          value={value}
          label={label}
          error={error !== undefined}
          helperText={error?.message ?? helperText}
          slotProps={{
            htmlInput: { autoComplete: 'off', ...(numeric ? { inputMode: 'decimal' } : {}) },
            ...(rest.type === 'datetime-local' ? { inputLabel: { shrink: true } } : {}),
            ...(error ? { formHelperText: { role: 'alert' } } : {}),
          }}
        />
      )}
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
}: Bound<V, O> & {
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly helperText?: string | undefined;
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
          onPick={field.onChange}
          {...((error?.message ?? helperText) ? { helperText: error?.message ?? helperText! } : {})}
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
      render={({ field }) => (
        <FormControlLabel
          control={
            <Checkbox
              checked={field.value === true}
              onChange={(event) => field.onChange(event.target.checked)}
            />
          }
          label={label}
        />
      )}
    />
  );
}
