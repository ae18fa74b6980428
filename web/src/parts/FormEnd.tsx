import Button from '@mui/material/Button';
import type { ReactNode } from 'react';

/** The end of a form: what is wrong, the one thing to do, and the way out. */
export function FormEnd({
  error = null,
  submit,
  disabled = false,
  onCancel,
  children,
}: {
  readonly error?: string | null;
  readonly submit: string;
  readonly disabled?: boolean;
  readonly onCancel: () => void;
  readonly children?: ReactNode;
}) {
  return (
    <>
      {error && (
        <p className="bad" role="alert">
          {error}
        </p>
      )}
      <div className="row">
        <Button type="submit" variant="contained" disabled={disabled}>
          {submit}
        </Button>
        {children}
        <Button onClick={onCancel}>Not now</Button>
      </div>
    </>
  );
}
