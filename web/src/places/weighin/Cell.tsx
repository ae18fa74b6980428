import TextField from '@mui/material/TextField';
import { useState } from 'react';

/** One field of the set: Enter takes it. */
export function Cell({
  label,
  mark,
  narrow,
  onEnter,
  onPaste,
}: {
  readonly label: string;
  readonly mark?: string;
  readonly narrow?: boolean;
  readonly onEnter: (text: string) => void;
  readonly onPaste?: (lines: readonly string[]) => void;
}) {
  const [text, setText] = useState('');
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onEnter(text);
      }}
    >
      <TextField
        value={text}
        onChange={(event) => setText(event.target.value)}
        onPaste={(event) => {
          const lines = event.clipboardData.getData('text').trim().split(/\r?\n/);
          if (!onPaste || lines.length < 2) return;
          event.preventDefault();
          onPaste(lines);
        }}
        sx={{ width: narrow ? 90 : 120 }}
        slotProps={{
          htmlInput: { inputMode: 'decimal', 'aria-label': label, ...(mark ? { 'data-mass': mark } : {}) },
        }}
      />
    </form>
  );
}
