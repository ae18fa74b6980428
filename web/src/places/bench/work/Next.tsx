import Button from '@mui/material/Button';
import { useState } from 'react';

/** The way on; shut while the step is being kept. */
export function Next({
  onClick,
  children,
  disabled,
}: {
  readonly onClick: () => Promise<void> | void;
  readonly children: React.ReactNode;
  readonly disabled?: boolean;
}) {
  const [busy, setBusy] = useState(false);
  return (
    <Button
      data-next
      variant="contained"
      size="large"
      disabled={busy || disabled === true}
      onClick={() => {
        setBusy(true);
        void Promise.resolve(onClick()).finally(() => setBusy(false));
      }}
    >
      {children}
    </Button>
  );
}
