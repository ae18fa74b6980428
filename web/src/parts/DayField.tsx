import IconButton from '@mui/material/IconButton';
import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { useRef, useState } from 'react';
import { useNow } from '../state/hooks';
import { day, moment } from './dates';
import { dayAsked, momentAsked } from './dayAsked';

/**
 * A day, or a moment of one, in the form in which the page shows it: typed in any usual form, or chosen in the browser's calendar.
 * Its value is `2026-11-24` or `2026-11-24T09:30`; what cannot be read as one is handed on as it was typed, for the form to refuse.
 */
export function DayField({
  value,
  onChange,
  withTime = false,
  ahead = false,
  label,
  error,
  helperText,
  ...rest
}: {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly withTime?: boolean;
  /** It lies ahead: a day without a year is the next one. */
  readonly ahead?: boolean;
} & Omit<TextFieldProps, 'value' | 'onChange' | 'label' | 'type' | 'slotProps'>) {
  const now = useNow();
  const [typed, setTyped] = useState<string | null>(null);
  const calendar = useRef<HTMLInputElement>(null);
  const read = (text: string): string | null =>
    (withTime ? momentAsked : dayAsked)(text, new Date(now), ahead ? 'next' : 'last');
  const known = value === '' ? '' : read(value);
  const shown = known === '' ? '' : known === null ? value : withTime ? moment(known) : day(known);
  const wrong = known === null && typed === null;
  const form = withTime ? moment(now) : day(now);
  return (
    <div className="dayfield">
      <TextField
        {...rest}
        label={label}
        value={typed ?? shown}
        placeholder={form}
        error={error === true || wrong}
        helperText={wrong ? `Write it like ${form}.` : helperText}
        onFocus={() => setTyped(shown)}
        onChange={({ target }) => {
          setTyped(target.value);
          onChange(target.value.trim() === '' ? '' : (read(target.value) ?? target.value));
        }}
        onBlur={(event) => {
          setTyped(null);
          rest.onBlur?.(event);
        }}
        slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
      />
      <IconButton aria-label={`${label}, from a calendar`} onClick={() => calendar.current?.showPicker()}>
        <svg viewBox="0 0 20 20" width="20" height="20" aria-hidden>
          <path d="M3 5h14v12H3zM3 9h14M7 3v4M13 3v4" fill="none" stroke="currentColor" strokeWidth="1.5" />
        </svg>
      </IconButton>
      <input
        ref={calendar}
        type={withTime ? 'datetime-local' : 'date'}
        value={known ?? ''}
        onChange={({ target }) => {
          setTyped(null);
          onChange(target.value);
        }}
        tabIndex={-1}
        aria-hidden
      />
    </div>
  );
}
